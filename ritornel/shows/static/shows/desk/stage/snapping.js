// What snaps on the stage: edges to edges, middles to middles, of the stage and of what stands on it. In stage units.

const AXES = [["x", "width"], ["y", "height"]];
const SAME = 0.05;

/** The lines of the stage and of `others`: {x: {edges, middles}, y: {edges, middles}}. */
export function linesOf(stage, others) {
  const boxes = [{ x: 0, y: 0, ...stage }, ...others];
  return Object.fromEntries(AXES.map(([from, size]) => [from, {
    edges: boxes.flatMap((box) => [box[from], box[from] + box[size]]),
    middles: boxes.map((box) => box[from] + box[size] / 2),
  }]));
}

/** A move of boxes, as one, so that they come to the nearest line within `reach`: {dx, dy, guides}. */
export function snappedMove(boxes, dx, dy, lines, reach) {
  const [x, y] = AXES.map(([from, size], n) => {
    const start = Math.min(...boxes.map((box) => box[from])) + (n ? dy : dx);
    const end = Math.max(...boxes.map((box) => box[from] + box[size])) + (n ? dy : dx);
    return pulled([start, end], [(start + end) / 2], lines[from], reach);
  });
  return { dx: dx + x.by, dy: dy + y.by, guides: { x: x.guides, y: y.guides } };
}

/** A drag of a box's handle ("nw", "e", ...), so that the edges it moves come to the nearest within `reach`: {dx, dy, guides}. */
export function snappedHandle(box, handle, dx, dy, lines, reach) {
  const [x, y] = AXES.map(([from, size], n) => {
    const far = handle.includes("es"[n]);
    if (!far && !handle.includes("wn"[n])) return { by: 0, guides: [] };
    return pulled([box[from] + (far ? box[size] : 0) + (n ? dy : dx)], [], lines[from], reach);
  });
  return { dx: dx + x.by, dy: dy + y.by, guides: { x: x.guides, y: y.guides } };
}

/** How far edges and middles are pulled along one axis, and the lines on which they lie then. */
function pulled(edges, middles, lines, reach) {
  const pairs = [...pairsOf(edges, lines.edges), ...pairsOf(middles, lines.middles)];
  const nearest = pairs.reduce((best, pair) => (Math.abs(pair.by) < Math.abs(best.by) ? pair : best), { by: Infinity });
  if (Math.abs(nearest.by) > reach) return { by: 0, guides: [] };
  const guides = pairs.filter((pair) => Math.abs(pair.by - nearest.by) < SAME).map((pair) => pair.at);
  return { by: nearest.by, guides: [...new Set(guides)] };
}

function pairsOf(places, lines) {
  return places.flatMap((place) => lines.map((at) => ({ at, by: at - place })));
}
