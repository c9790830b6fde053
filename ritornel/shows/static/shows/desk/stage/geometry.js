// Boxes on the stage, in stage units: what lies under a point, what a drag of a handle makes of a box.

const LEAST = 8;

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
  let width = Math.max(LEAST, box.width + (across ? (west ? -dx : dx) : 0));
  let height = Math.max(LEAST, box.height + (down ? (north ? -dy : dy) : 0));
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

export function rounded(number) {
  return Math.round(number * 10) / 10;
}

/** Pictures and clips are never distorted. */
export function keepsProportions(thing) {
  return thing.kind === "picture" || thing.kind === "clip";
}
