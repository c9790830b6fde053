// What snaps on the stage: edges to edges, middles to middles, of the stage, its margins, the show's guides and of what stands
// there; and gaps to gaps. In stage units.

import { rounded } from "./geometry.js";

const AXES = [["x", "width"], ["y", "height"]];
const SAME = 0.05;
const MARGIN = 1 / 20;

/** The lines of the stage and of `others`, and the gaps between these: {x: {edges, middles}, y: {edges, middles}, others}. */
export function linesOf(stage, others) {
  const { guides = [] } = stage;
  const boxes = [{ x: 0, y: 0, width: stage.width, height: stage.height }, ...others];
  const margin = Math.round(stage.width * MARGIN);
  return {
    others,
    ...Object.fromEntries(AXES.map(([from, size]) => {
      const own = guides.filter((guide) => guide.axis === from).map((guide) => guide.at);
      return [from, {
        edges: [...boxes.flatMap((box) => [box[from], box[from] + box[size]]), margin, stage[size] - margin, ...own],
        middles: [...boxes.map((box) => box[from] + box[size] / 2), ...own],
      }];
    })),
  };
}

/** A move of boxes, as one, so that they come to the nearest line or gap within `reach`: {dx, dy, guides}. */
export function snappedMove(boxes, dx, dy, lines, reach) {
  const moved = (by) => {
    const x = Math.min(...boxes.map((box) => box.x));
    const y = Math.min(...boxes.map((box) => box.y));
    const width = Math.max(...boxes.map((box) => box.x + box.width)) - x;
    const height = Math.max(...boxes.map((box) => box.y + box.height)) - y;
    return { x: x + by.dx, y: y + by.dy, width, height };
  };
  const at = moved({ dx, dy });
  const pulls = AXES.map(([from, size]) => {
    const start = at[from];
    const end = start + at[size];
    const line = pulled([start, end], [(start + end) / 2], lines[from], reach);
    const gap = evenGap(at, lines.others ?? [], from, reach);
    return gap !== null && (!line.guides.length || Math.abs(gap) < Math.abs(line.by)) ? { by: gap, guides: [] } : line;
  });
  const by = { dx: dx + pulls[0].by, dy: dy + pulls[1].by };
  const guides = { x: pulls[0].guides, y: pulls[1].guides };
  const snapped = pulls.some(({ by: pull, guides: found }) => pull || found.length);
  return { ...by, guides: snapped && lines.others?.length ? { ...guides, gaps: gapsAround(moved(by), lines.others) } : guides };
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

/** A box sized by its handle to a `ratio`, so that the nearer of the edges that moved comes to a line: {box, guides}. */
export function snappedInProportion(box, ratio, handle, lines, reach) {
  const pulls = AXES.flatMap(([from, size], n) => {
    const far = handle.includes("es"[n]);
    if (!far && !handle.includes("wn"[n])) return [];
    const pull = pulled([box[from] + (far ? box[size] : 0)], [], lines[from], reach);
    return pull.guides.length ? [{ ...pull, from, size: box[size] + (far ? pull.by : -pull.by) }] : [];
  });
  if (!pulls.length) return { box };
  const { from, size, guides } = pulls.reduce((best, pull) => (Math.abs(pull.by) < Math.abs(best.by) ? pull : best));
  const [width, height] = from === "x" ? [size, size / ratio] : [size * ratio, size];
  const x = handle.includes("w") ? box.x + box.width - width : box.x;
  const y = handle.includes("n") ? box.y + box.height - height : box.y;
  return { box: { x: rounded(x), y: rounded(y), width: rounded(width), height: rounded(height) }, guides: { x: [], y: [], [from]: guides } };
}

/** A point so that it comes to the nearest lines within `reach`, or level or plumb with `others`: {x, y, guides}. */
export function snappedPoint(point, lines, reach, others) {
  const [x, y] = AXES.map(([from]) => {
    const { edges, middles } = lines[from];
    return pulled([point[from]], [point[from]], { edges: [...edges, ...others.map((other) => other[from])], middles }, reach);
  });
  return { x: point.x + x.by, y: point.y + y.by, guides: { x: x.guides, y: y.guides } };
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

// ---- gaps

const sizeAlong = { x: "width", y: "height" };
const across = { x: "y", y: "x" };

/** Whether two boxes stand side by side along an axis: they overlap across it. */
function beside(a, b, axis) {
  const other = across[axis];
  const size = sizeAlong[other];
  return a[other] < b[other] + b[size] && b[other] < a[other] + a[size];
}

/** How far a box has to go along an axis until its gaps are alike, or are as wide as one beside them; null if too far. */
function evenGap(box, others, axis, reach) {
  const size = sizeAlong[axis];
  const end = (one) => one[axis] + one[size];
  const row = others.filter((one) => beside(one, box, axis)).sort((a, b) => a[axis] - b[axis]);
  const before = row.filter((one) => end(one) <= box[axis] + reach).at(-1);
  const after = row.find((one) => one[axis] >= end(box) - reach);
  const gaps = row.slice(1).map((one, n) => one[axis] - end(row[n])).filter((gap) => gap > 0);
  const places = [];
  if (before && after) places.push((end(before) + after[axis] - box[size]) / 2);
  for (const gap of gaps) {
    if (before) places.push(end(before) + gap);
    if (after) places.push(after[axis] - gap - box[size]);
  }
  const pulls = places.map((place) => place - box[axis]).filter((by) => Math.abs(by) <= reach);
  return pulls.length ? pulls.reduce((best, by) => (Math.abs(by) < Math.abs(best) ? by : best)) : null;
}

/** The gaps between a box and what stands nearest on each side: [{axis, from, to, at}]. */
export function gapsAround(box, others) {
  const found = [];
  for (const [axis, size] of AXES) {
    const end = (one) => one[axis] + one[size];
    const row = others.filter((one) => beside(one, box, axis));
    const before = row.filter((one) => end(one) < box[axis]).sort((a, b) => end(b) - end(a))[0];
    const after = row.filter((one) => one[axis] > end(box)).sort((a, b) => a[axis] - b[axis])[0];
    const middle = (one) => {
      const other = across[axis];
      const from = Math.max(one[other], box[other]);
      return (from + Math.min(one[other] + one[sizeAlong[other]], box[other] + box[sizeAlong[other]])) / 2;
    };
    if (before) found.push({ axis, from: end(before), to: box[axis], at: middle(before) });
    if (after) found.push({ axis, from: end(box), to: after[axis], at: middle(after) });
  }
  return found;
}
