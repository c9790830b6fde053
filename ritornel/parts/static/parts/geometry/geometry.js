// Boxes on the stage, in stage units: what lies under a point, what a drag of a handle makes of a box.

const LEAST = 8; // to which a side can be dragged; one that is less, as a level line's height, stays

function atLeast(was, size) {
  return Math.max(Math.min(LEAST, was), size);
}

/** Whether a point lies in an object's box, its rotation taken into account. */
export function contains(thing, point) {
  const angle = (-thing.rotation * Math.PI) / 180;
  const cx = thing.x + thing.width / 2;
  const cy = thing.y + thing.height / 2;
  const dx = (point.x - cx) * Math.cos(angle) - (point.y - cy) * Math.sin(angle);
  const dy = (point.x - cx) * Math.sin(angle) + (point.y - cy) * Math.cos(angle);
  return Math.abs(dx) <= thing.width / 2 && Math.abs(dy) <= thing.height / 2;
}

/** The box that holds both corners. */
export function boxBetween(a, b) {
  return { x: Math.min(a.x, b.x), y: Math.min(a.y, b.y), width: Math.abs(a.x - b.x), height: Math.abs(a.y - b.y) };
}

export function overlaps(a, b) {
  return a.x < b.x + b.width && b.x < a.x + a.width && a.y < b.y + b.height && b.y < a.y + a.height;
}

/** A box after its handle ("nw", "e", ...) was dragged by dx, dy; with `keep` its proportions stay. */
export function resized(box, handle, dx, dy, keep) {
  const west = handle.includes("w");
  const north = handle.includes("n");
  const across = west || handle.includes("e");
  const down = north || handle.includes("s");
  let width = atLeast(box.width, box.width + (across ? (west ? -dx : dx) : 0));
  let height = atLeast(box.height, box.height + (down ? (north ? -dy : dy) : 0));
  if (keep) {
    const ratio = box.width / box.height;
    if (!down || (across && width / box.width > height / box.height)) height = width / ratio;
    else width = height * ratio;
  }
  return {
    x: rounded(west ? box.x + box.width - width : box.x),
    y: rounded(north ? box.y + box.height - height : box.y),
    width: rounded(width),
    height: rounded(height),
  };
}

/** A turned box after its handle was dragged by dx, dy on the stage: the corner across stays where it is. */
export function resizedTurned(box, handle, dx, dy, keep) {
  if (!box.rotation) return resized(box, handle, dx, dy, keep);
  const local = turned({ x: dx, y: dy }, -box.rotation);
  return inPlace(box, resized(box, handle, local.x, local.y, keep));
}

/** A box that was made of another, turned as that is, put so that what was not changed stays where it was on the stage. */
export function inPlace(box, made) {
  const middle = { x: made.x + made.width / 2 - box.x - box.width / 2, y: made.y + made.height / 2 - box.y - box.height / 2 };
  const moved = turned(middle, box.rotation);
  return { ...made, x: rounded(made.x + moved.x - middle.x), y: rounded(made.y + moved.y - middle.y) };
}

/** A point turned about the origin, by degrees. */
export function turned({ x, y }, degrees) {
  const angle = (degrees * Math.PI) / 180;
  return { x: x * Math.cos(angle) - y * Math.sin(angle), y: x * Math.sin(angle) + y * Math.cos(angle) };
}

/** The upright box around boxes, turned as they are. */
export function around(things) {
  const corners = things.flatMap((thing) => {
    const middle = { x: thing.x + thing.width / 2, y: thing.y + thing.height / 2 };
    return [[-1, -1], [1, -1], [1, 1], [-1, 1]].map(([a, b]) => {
      const { x, y } = turned({ x: (a * thing.width) / 2, y: (b * thing.height) / 2 }, thing.rotation ?? 0);
      return { x: middle.x + x, y: middle.y + y };
    });
  });
  const [xs, ys] = [corners.map((c) => c.x), corners.map((c) => c.y)];
  const [x, y] = [Math.min(...xs), Math.min(...ys)];
  return { x, y, width: Math.max(...xs) - x, height: Math.max(...ys) - y };
}

/** Boxes after the frame around them went from one box to another: each moved and sized in proportion. */
export function scaledWith(thing, from, to) {
  const [across, down] = [to.width / from.width, to.height / from.height];
  const quarter = Math.abs(Math.round(thing.rotation / 90)) % 2 === 1;
  const width = atLeast(thing.width, thing.width * (quarter ? down : across));
  const height = atLeast(thing.height, thing.height * (quarter ? across : down));
  const middle = { x: to.x + (thing.x + thing.width / 2 - from.x) * across, y: to.y + (thing.y + thing.height / 2 - from.y) * down };
  return { x: rounded(middle.x - width / 2), y: rounded(middle.y - height / 2), width: rounded(width), height: rounded(height) };
}

export function rounded(number) {
  return Math.round(number * 10) / 10;
}

/** Pictures and clips are never distorted. */
export function keepsProportions(thing) {
  return thing.kind === "picture" || thing.kind === "clip";
}
