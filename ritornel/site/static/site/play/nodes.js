// The elements that stand on a stage, one for each node of a slide (render/stage.py). Sizes in stage units.

import { fontFamily } from "./families.js";

/** Builds the element of a node, with its parts and its medium; `still` pictures have posters for clips. */
export function build(node, assets, still = false) {
  const element = document.createElement("div");
  element.className = `stage-node stage-${node.kind}`;
  element.dataset.key = node.key;
  frameBox(element, node);
  if (node.parts) {
    const parts = node.parts.map((part) => {
      const piece = document.createElement("div");
      piece.className = "stage-part";
      piece.dataset.key = part.key;
      piece.style.top = `${part.y}px`;
      piece.style.height = `${part.height}px`;
      piece.innerHTML = part.svg;
      element.append(piece);
      return [part.key, piece];
    });
    return { element, parts };
  }
  if (node.sketch) drawSketch(element, node.sketch);
  if (node.svg) element.innerHTML = node.svg;
  if (node.asset === undefined) return { element };
  const media = mediaElement(node, assets[node.asset], still);
  fitMedia(media, node);
  element.append(media);
  if (node.filter) addFilter(element, media, node.filter);
  return { element, media };
}

/** A shadow, a soft edge: the filter is named by what it does, so that one in another place may be taken for it. */
function addFilter(element, media, [id, drawn]) {
  const holder = document.createElement("div");
  holder.innerHTML = `<svg width="0" height="0">${drawn}</svg>`;
  holder.className = "stage-filter";
  element.append(holder);
  media.style.filter = `url("#${id}")`;
}

/** What an object will look like, about, until it is drawn for good: a box in its colour, lines in its type. */
function drawSketch(element, thing) {
  const { style } = element;
  element.classList.add("is-sketch");
  if (thing.kind === "shape" && thing.fill !== "none") style.backgroundColor = thing.fill;
  if (thing.kind === "shape") style.borderRadius = thing.form === "ellipse" ? "50%" : `${thing.corner_radius}px`;
  if (thing.kind !== "text") return;
  const align = thing.align === "centre" ? "center" : thing.align;
  Object.assign(style, { fontFamily: fontFamily(thing.font), fontSize: `${thing.size}px`, fontWeight: thing.weight, lineHeight: thing.line_height, color: thing.colour, textAlign: align });
  if (thing.italic) style.fontStyle = "italic";
  element.textContent = thing.paragraphs.map((p) => p.text ?? "").join("\n");
}

function mediaElement(node, asset, still) {
  if (node.kind === "clip" && !still) {
    const video = document.createElement("video");
    video.playsInline = true;
    video.preload = "auto";
    video.poster = asset?.poster ?? "";
    if (asset) video.src = asset.url;
    return video;
  }
  const picture = document.createElement("img");
  picture.alt = node.alt;
  picture.draggable = false;
  const address = node.kind === "clip" ? asset?.poster : asset?.url;
  if (address) picture.src = address;
  return picture;
}

export function fitMedia(media, node) {
  if (media) media.style.objectFit = node.fit === "fill" ? "cover" : "contain";
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
