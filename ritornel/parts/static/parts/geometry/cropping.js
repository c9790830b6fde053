// Crops by hand: where the whole picture lies around its box, and what is cut off when an edge or the picture is dragged.

import { rounded } from "./geometry.js";

const LEAST = 8;
const share = (value) => Math.min(0.99, Math.max(0, Math.round(value * 10000) / 10000));

/** The whole picture's place on the stage, as if its box were not turned, and the box of what is seen of it. */
function places(thing, node) {
  const [sx, sy, sw, sh] = node.seen;
  const [wx, wy, ww, wh] = node.whole;
  const seen = { x: thing.x + sx * thing.width, y: thing.y + sy * thing.height, width: sw * thing.width, height: sh * thing.height };
  const whole = { x: seen.x + wx * seen.width, y: seen.y + wy * seen.height, width: ww * seen.width, height: wh * seen.height };
  return { seen, whole };
}

function cropTo(box, whole) {
  return [
    share((box.x - whole.x) / whole.width), share((box.y - whole.y) / whole.height),
    share((whole.x + whole.width - box.x - box.width) / whole.width), share((whole.y + whole.height - box.y - box.height) / whole.height),
  ];
}

/** The frame after its handle was dragged by dx, dy along its own sides: no further than the picture goes. */
export function croppedBy(thing, node, handle, dx, dy) {
  const { seen, whole } = places(thing, node);
  let [left, top, right, bottom] = [seen.x, seen.y, seen.x + seen.width, seen.y + seen.height];
  if (handle.includes("w")) left = Math.min(Math.max(whole.x, left + dx), right - LEAST);
  if (handle.includes("e")) right = Math.max(Math.min(whole.x + whole.width, right + dx), left + LEAST);
  if (handle.includes("n")) top = Math.min(Math.max(whole.y, top + dy), bottom - LEAST);
  if (handle.includes("s")) bottom = Math.max(Math.min(whole.y + whole.height, bottom + dy), top + LEAST);
  const box = { x: left, y: top, width: right - left, height: bottom - top };
  return { x: rounded(box.x), y: rounded(box.y), width: rounded(box.width), height: rounded(box.height), crop: cropTo(box, whole) };
}

/** The picture dragged behind its frame, which stays: no further than its edge. */
export function cropMoved(thing, node, dx, dy) {
  const { seen, whole } = places(thing, node);
  const x = Math.max(Math.min(whole.x + dx, seen.x), seen.x + seen.width - whole.width);
  const y = Math.max(Math.min(whole.y + dy, seen.y), seen.y + seen.height - whole.height);
  return { x: rounded(seen.x), y: rounded(seen.y), width: rounded(seen.width), height: rounded(seen.height), crop: cropTo(seen, { ...whole, x, y }) };
}
