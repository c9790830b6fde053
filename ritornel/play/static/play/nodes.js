// The elements that stand on a stage, one for each node of a slide (render/stage.py). Sizes in stage units.

import { fontFamily } from "./families.js";
import { keepPicture } from "./kept_pictures.js";
import { takeMedium } from "./media_pool.js";
import { TiledPicture } from "./tiled.js";

const SAME = 0.01; // stage units
const FAR = 100000; // beyond everything that is set, as core.text.parts has it
const LEVEL = 1; // no higher, or wider: level, or plumb

/**
 * Builds the element of a node, with its parts and its medium. For a clip's film a "still" picture has its poster, and a
 * "copy" a canvas that shows what the film shows.
 */
export function build(node, assets, as = "") {
  const built = buildObject(node, assets, as);
  const marks = (node.marks ?? []).map((mark) => markIn(built.element, mark));
  return marks.length ? { ...built, parts: [...(built.parts ?? []), ...marks] } : built;
}

/** Puts what a build draws into its object's element: a marker behind it, everything else before. */
function markIn(object, { key, x, y, width, height, svg, behind }) {
  const element = boxIn(object, { key, svg }, "stage-mark", { left: x, top: y, width, height });
  if (behind) object.prepend(element);
  return { key, element, width, height };
}

function buildObject(node, assets, as) {
  const element = document.createElement("div");
  element.className = `stage-node stage-${node.kind}`;
  element.dataset.key = node.key;
  if (node.link) element.dataset.link = node.link;
  frameBox(element, node);
  if (node.parts) {
    return { element, parts: node.parts.flatMap((part) => partsOf(element, part)) };
  }
  if (node.sketch) drawSketch(element, node.sketch);
  if (node.svg) {
    element.innerHTML = node.svg;
    const drawing = element.firstElementChild;
    if (["width", "height"].some((side) => Math.abs(drawing.getAttribute(side) - node[side]) > SAME)) stretchDrawing(element);
  }
  if (node.asset === undefined) return { element };
  const media = mediaElement(node, assets[node.asset], as);
  const [around, seen] = ["stage-framed", "stage-seen"].map((className) => Object.assign(document.createElement("div"), { className }));
  seen.append(media);
  around.append(seen);
  element.append(around);
  fitMedia(media, node);
  const { tiles } = assets[node.asset] ?? {};
  return { element, media, tiled: tiles && !as ? new TiledPicture(media, tiles) : null };
}

/** A drawing that is not made anew yet fills its object's box all the same. */
export function stretchDrawing(element) {
  for (const [name, value] of [["width", "100%"], ["height", "100%"], ["preserveAspectRatio", "none"]]) element.firstElementChild.setAttribute(name, value);
}

/** Puts a paragraph into a text's element, and where they are built its words or letters: {key, element, width, height}; a line is as wide as its text. */
function partsOf(text, part) {
  const { key, y, height } = part;
  const pieces = (part.pieces ?? []).map((piece, n) => (piece.bands ? { ...piece, svg: drawnPiece(part, piece, n === 0) } : piece));
  const line = boxIn(text, part, "stage-part", { top: y, height });
  const inside = pieces.map((piece) => ({ ...piece, element: boxIn(line, piece, "stage-piece", { left: piece.x, top: piece.y, width: piece.width, height: piece.height }) }));
  return [{ key, element: line, width: null, height }, ...inside];
}

/** A word or a letter: its lines as they are drawn, cut at its edges; the marker stands before the first one. */
function drawnPiece({ lines, marker, before, after }, { x, y, width, height, bands }, first) {
  const cut = bands.map(([line, left, right]) => {
    const id = `band-${left}_${right}`.replaceAll(".", "-"); // equal ids are equal things: the first counts, also while it is in a hidden layer
    return `<clipPath id="${id}"><rect x="${left}" y="${-FAR}" width="${right - left}" height="${2 * FAR}" visibility="visible"/></clipPath><g clip-path="url(#${id})">${lines[line]}</g>`;
  });
  return `<svg xmlns="http://www.w3.org/2000/svg" width="${width}" height="${height}" viewBox="${x} ${y} ${width} ${height}" overflow="visible">${before}${first ? marker : ""}${cut.join("")}${after}</svg>`;
}

function boxIn(parent, { key, svg }, className, box) {
  const element = Object.assign(document.createElement("div"), { className, innerHTML: svg });
  element.dataset.key = key;
  for (const [name, value] of Object.entries(box)) element.style[name] = `${value}px`;
  parent.append(element);
  return element;
}

/** What an object will look like, about, until it is drawn for good: a box in its colour, a straight line, lines of text in its type. */
function drawSketch(element, thing) {
  const { style } = element;
  element.classList.add("is-sketch");
  if (thing.kind === "shape" && thing.fill !== "none") style.backgroundColor = thing.fill;
  if (thing.kind === "shape") style.borderRadius = thing.form === "ellipse" ? "50%" : `${thing.corner_radius}px`;
  if (thing.kind === "line") element.append(straightLine(thing));
  if (thing.kind !== "text") return;
  const align = thing.align === "centre" ? "center" : thing.align;
  Object.assign(style, { fontFamily: fontFamily(thing.font), fontSize: `${thing.size}px`, fontWeight: thing.weight, lineHeight: thing.line_height, color: thing.colour, textAlign: align });
  if (thing.italic) style.fontStyle = "italic";
  Object.assign(style, { display: "grid", alignContent: { top: "start", middle: "center", bottom: "end" }[thing.valign] });
  element.textContent = thing.paragraphs.map((p) => p.text ?? "").join("\n");
}

function straightLine({ width, height, rising, line, line_width }) {
  const [drawing, way] = ["svg", "line"].map((name) => document.createElementNS("http://www.w3.org/2000/svg", name));
  const [x1, x2] = width <= LEVEL ? [width / 2, width / 2] : [0, width];
  const [y1, y2] = height <= LEVEL ? [height / 2, height / 2] : rising ? [height, 0] : [0, height];
  const set = (element, values) => Object.entries(values).forEach(([name, value]) => element.setAttribute(name, value));
  set(drawing, { width, height, overflow: "visible" });
  set(way, { x1, y1, x2, y2, stroke: line, "stroke-width": line_width, "stroke-linecap": "round" });
  drawing.append(way);
  return drawing;
}

function mediaElement(node, asset, as) {
  if (node.kind === "clip" && as === "copy") return Object.assign(document.createElement("canvas"), { width: asset?.width ?? 1, height: asset?.height ?? 1 });
  if (node.kind === "clip" && as !== "still") {
    const video = takeMedium("VIDEO", asset?.url);
    video.playsInline = true;
    video.preload = "auto";
    video.poster = asset?.poster ?? "";
    keepPicture(asset?.poster);
    return video;
  }
  const picture = document.createElement("img");
  picture.alt = node.alt;
  picture.draggable = false;
  const address = node.kind === "clip" ? asset?.poster : asset?.url;
  if (address) picture.src = address;
  keepPicture(address);
  return picture;
}

const ALL = [0, 0, 1, 1];

/** Puts a picture behind its frame: what is seen of it, where the whole of it lies, its form, its border, its filter. */
export function fitMedia(media, node) {
  if (!media) return;
  const seen = media.parentElement;
  const around = seen.parentElement; // a filter is around what is cut to its form: a shadow falls from the form
  const { seen: part = ALL, whole = ALL, flip = null, mask, filter, border, plate } = node;
  placeIn(seen, part);
  placeIn(media, whole);
  media.style.objectFit = node.seen ? "fill" : node.fit === "fill" ? "cover" : "contain";
  media.style.transformOrigin = flip ? `${(100 * (0.5 - whole[0])) / whole[2]}% ${(100 * (0.5 - whole[1])) / whole[3]}%` : "";
  media.style.transform = flip ? `scale(${flip[0]}, ${flip[1]})` : "";
  seen.style.clipPath = mask ? `url("#${mask[0]}")` : "";
  seen.style.backgroundColor = plate ?? "";
  around.style.filter = filter ? `url("#${filter[0]}")` : "";
  around.querySelectorAll(".stage-filter, .stage-border").forEach((old) => old.remove());
  if (mask || filter) around.append(drawnIn("stage-filter", `<svg width="0" height="0">${mask?.[1] ?? ""}${filter?.[1] ?? ""}</svg>`));
  if (!border) return;
  const line = drawnIn("stage-border", border);
  placeIn(line, part);
  around.append(line);
}

function drawnIn(className, svg) {
  const holder = document.createElement("div");
  holder.className = className;
  holder.innerHTML = svg;
  return holder;
}

function placeIn(element, [left, top, width, height]) {
  const share = (value) => `${100 * value}%`;
  Object.assign(element.style, { left: share(left), top: share(top), width: share(width), height: share(height) });
}

/** Puts an element into its node's box. */
export function frameBox(element, node) {
  element.style.left = `${node.x}px`;
  element.style.top = `${node.y}px`;
  element.style.width = `${node.width}px`;
  element.style.height = `${node.height}px`;
  element.style.opacity = String(node.opacity);
  element.style.transform = node.rotation ? `rotate(${node.rotation}deg)` : "";
  element.written = {};
}
