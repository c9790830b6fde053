// What is drawn at an instant, as core.score.frame says it: the same arithmetic, which a test holds against that. What
// the page puts onto the stage is only what is said here.

import { NOTHING, VIEW_KEY, evaluate } from "./evaluate.js";
import { matrixOf, placedThrough, seenThrough } from "./placing.js";

export const SOFTLY = 0.4; // a soft edge is blurred with a standard deviation of so much of how far it is soft
export const PEN = 3; // stage units, for what is drawn on and has no line of its own
export const PEN_OF_LETTERS = 1 / 36; // of their size
const CAST = 120; // stage units: so far from its box something may reach, by its shadow or its line
export const STANDS = [1, 0, 0, 0, 1, 0, 0, 0, 1];

/** How something stands, is seen and painted in a state of it; null while it is hidden. */
export function drawnIn(state, rotation = 0, opacity = 1) {
  if (state?.visible === 0) return null;
  if (!state) return { place: rotation ? matrixOf(rotation, {}) : STANDS, opacity, blur: 0, front: false };
  return {
    place: matrixOf(rotation, state),
    opacity: opacity * (state.opacity ?? 1),
    blur: state.blur ?? 0,
    mask: maskIn(state, [], state.soft ?? 0),
    ink: inkIn(state),
    media: state.media_time,
    front: Boolean(state.front),
  };
}

/** How a layer of a frame's state is drawn. */
export function sheetIn({ properties: state, corners, soft, grid }) {
  return {
    grounded: state.ground ?? 1,
    place: state.homography ?? STANDS,
    opacity: state.opacity ?? 1,
    brightness: state.brightness ?? 1,
    blur: state.blur ?? 0,
    mask: maskIn(state, corners, soft, grid),
  };
}

function inkIn({ colour, drawn }) {
  if (colour === undefined && drawn === undefined) return undefined;
  const whole = drawn ?? 2; // up to 1 what is drawn is the outline, from there to 2 it is filled
  return { colour, outline: Math.min(1, Math.max(0, whole)), filled: Math.min(1, Math.max(0, whole - 1)) };
}

function maskIn({ cells, clip }, corners, soft, grid) {
  if (cells) return { grid, cells };
  return clip?.length ? { polygons: polygonsOf(clip, corners), blur: SOFTLY * soft } : undefined;
}

function polygonsOf(places, corners) {
  if (!corners.length) return [places];
  let at = 0;
  return corners.map((count) => places.slice(at, (at += 2 * count)));
}

/** All that is seen at a show time, as core.score.frame.frame_at gives it: what a test compares. */
export function frameAt(play, time) {
  const state = evaluate(play, time);
  const { score } = play.slides[play.order[state.slide][0]];
  return {
    slide: play.order[state.slide][0],
    time: state.time,
    backdrop: state.backdrop,
    sheets: state.layers.map((layer) => sheetOf(play, layer)),
    carried: state.time < score.transition.duration ? score.transition.carried : [],
  };
}

function sheetOf(play, layer) {
  const id = layer.slide === NOTHING ? "" : play.order[layer.slide][0];
  const slide = id ? play.slides[id] : { background: "#000000", nodes: [] };
  const view = viewIn(layer.targets, play);
  const things = slide.nodes.filter((node) => node.kind !== "sound").flatMap((node) => thingsOf(node, layer.targets, view));
  const sorted = [...things.filter((thing) => !thing.front), ...things.filter((thing) => thing.front)];
  return { slide: id, ground: slide.background, ...sheetIn(layer), view, things: sorted };
}

/** How what lies on a slide's plane is seen on the stage; null for one without a plane. */
export function viewIn(states, { width, height }) {
  const seen = states[VIEW_KEY]?.view;
  return seen ? seenThrough(seen, width, height) : null;
}

/** Something drawn as it is placed through a view: what lies under a slide's objects stays with the stage. */
export function through(view, drawn, node) {
  if (!drawn || !view || node.fixed || isOfGround(node.key)) return drawn;
  return { ...drawn, place: placedThrough(view, boxOf(node), drawn.place) };
}

/** Whether nothing of what is placed so on a plane can be seen on the stage, also not what it casts around itself. */
export function isBeside(place, [x, y, wide, high], { width, height }) {
  const [a, b, c, d, e, f, g, h] = place;
  if (g || h) return false;
  const [across, down] = [x + wide / 2 + c, y + high / 2 + f];
  const [reachX, reachY] = [(Math.abs(a) * wide + Math.abs(b) * high) / 2, (Math.abs(d) * wide + Math.abs(e) * high) / 2];
  const around = CAST * Math.hypot(a, d);
  return across + reachX + around < 0 || across - reachX - around > width || down + reachY + around < 0 || down - reachY - around > height;
}

function isOfGround(key) {
  return key.startsWith("//");
}

function thingsOf(node, states, view) {
  const drawn = through(view, drawnIn(states[node.key], node.rotation, node.opacity), node);
  if (!drawn) return [];
  const marks = (node.marks ?? []).flatMap((mark) => partOf(mark, states, [], mark.behind));
  const lines = (node.parts ?? []).flatMap((line) => partOf({ ...line, x: 0, width: node.width }, states, line.pieces ?? []));
  const behind = marks.filter((mark) => mark.behind).reverse();
  return [{ ...drawn, key: node.key, box: boxOf(node), inside: [...behind, ...lines, ...marks.filter((mark) => !mark.behind)] }];
}

function partOf(part, states, pieces, behind = false) {
  const drawn = drawnIn(states[part.key]);
  if (!drawn) return [];
  return [{ ...drawn, key: part.key, box: boxOf(part), behind, inside: pieces.flatMap((piece) => partOf(piece, states, [])) }];
}

export function boxOf({ x, y, width, height }) {
  return [x, y, width, height];
}
