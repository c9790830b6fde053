// The score at an instant: the same arithmetic as core.score.evaluate, and nothing more.
// No effect is known here: only tracks, keys and easings. Times in ms.

const MULTIPLIED = new Set(["scale_x", "scale_y", "opacity", "visible", "brightness"]);
const BLACK = "#000000";
export const WHOLE = 1_000_000; // the progress of a transition that has ended
export const NOTHING = -1; // the slide before the first
export const VIEW_KEY = "/view"; // of what a slide shows of its plane, among its targets
const ADDED = new Set(["x", "y", "rotate", "blur", "turn_x", "turn_y"]);

/** Output of an easing (see core/motion/easing.py) at a progress in 0..1. */
export function eased(easing, progress) {
  if (easing.length === 4) return bezier(easing, progress);
  return easing.length ? piecewise(easing, progress) : 0;
}

function bezier([x1, y1, x2, y2], progress) {
  if (x1 === y1 && x2 === y2) return progress;
  if (progress <= 0 || progress >= 1) return progress <= 0 ? 0 : 1;
  const cx = 3 * x1;
  const bx = 3 * (x2 - x1) - 3 * x1;
  const ax = 1 - cx - bx;
  let s = progress;
  let settled = false;
  for (let i = 0; i < 8; i++) {
    const error = ((ax * s + bx) * s + cx) * s - progress;
    if (error > -1e-7 && error < 1e-7) {
      settled = true;
      break;
    }
    const slope = (3 * ax * s + 2 * bx) * s + cx;
    if (slope > -1e-6 && slope < 1e-6) break;
    s -= error / slope;
  }
  if (!settled) s = bisected(ax, bx, cx, progress);
  const cy = 3 * y1;
  const by = 3 * (y2 - y1) - 3 * y1;
  return (((1 - cy - by) * s + by) * s + cy) * s;
}

function bisected(ax, bx, cx, progress) {
  let low = 0;
  let high = 1;
  for (let i = 0; i < 40; i++) {
    const middle = (low + high) / 2;
    if (((ax * middle + bx) * middle + cx) * middle < progress) low = middle;
    else high = middle;
  }
  return (low + high) / 2;
}

function piecewise(stops, progress) {
  const count = stops.length / 2;
  let index = 0;
  while (index < count - 2 && stops[2 * (index + 1)] <= progress) index++;
  const [i0, o0, i1, o1] = stops.slice(2 * index, 2 * index + 4);
  const share = i1 > i0 ? (progress - i0) / (i1 - i0) : 1;
  return o0 + (o1 - o0) * share;
}

/** Index of the last number in a sorted list that is not above `value`; -1 if all are. */
export function lastAt(sorted, value) {
  let low = 0;
  let high = sorted.length;
  while (low < high) {
    const middle = (low + high) >> 1;
    if (sorted[middle] <= value) low = middle + 1;
    else high = middle;
  }
  return low - 1;
}

/** A track's value at a slide time. */
export function valueAt(track, time) {
  const { times, values, run, wrap } = track;
  const last = times.length - 1;
  if (run) {
    const [begins, each, until] = run;
    if (time >= until) time = begins + each + (time - until);
    else if (time > begins) time = begins + ((time - begins) % each);
  }
  if (time < times[0]) return values[0];
  if (time >= times[last]) return values[last];
  const index = lastAt(times, time);
  const easing = track.easings[index];
  const start = values[index];
  if (!easing.length) return start;
  const share = eased(easing, (time - times[index]) / (times[index + 1] - times[index]));
  const end = values[index + 1];
  if (Array.isArray(start)) return start.map((a, i) => a + (end[i] - a) * share);
  const value = start + (end - start) * share;
  return wrap ? wrap[0] + modulo(value - wrap[0], wrap[1] - wrap[0]) : value;
}

/** The remainder with the divisor's sign, as Python's %. */
export function modulo(value, divisor) {
  return ((value % divisor) + divisor) % divisor;
}

/** The properties that tracks set at a slide time, combined where several set one. */
export function stateAt(tracks, time) {
  const state = {};
  for (const track of tracks) {
    const name = track.property;
    const value = valueAt(track, time);
    state[name] = name in state ? combined(name, state[name], value) : value;
  }
  return state;
}

/** What two values of one property make together. */
function combined(name, before, value) {
  if (Array.isArray(value)) return name === "colour" ? over(before, value) : value;
  if (MULTIPLIED.has(name)) return before * value;
  return ADDED.has(name) ? before + value : value;
}

/** One colour laid over another, each red, green, blue and how opaque. */
function over(below, above) {
  const left = below[3] * (1 - above[3]);
  const whole = above[3] + left;
  if (!whole) return above;
  return [...[0, 1, 2].map((n) => (above[n] * above[3] + below[n] * left) / whole), whole];
}

/** Place in the running order of slides at a show time; `order` rows are [id, start, length, ...]. */
export function slideAt(order, time) {
  let low = 0;
  let high = order.length;
  while (low < high) {
    const middle = (low + high) >> 1;
    if (order[middle][1] <= time) low = middle + 1;
    else high = middle;
  }
  const index = Math.max(0, low - 1);
  return lastOfLength(order, index) ?? index;
}

/** The still span of a slide, [from, to] in its time, in which a show time lies: in it nothing on the stage changes; or null. */
export function restAt(play, time) {
  const [id, start] = play.order[slideAt(play.order, time)];
  const still = play.slides[id]?.score.still ?? [];
  const span = still[lastAt(still.map(([from]) => from), time - start)];
  return span && time - start < span[1] ? span : null;
}

/** The last slide up to `index` that has any length, or null; one of none is never on the stage. */
export function lastOfLength(order, index) {
  while (index >= 0 && !order[index][2]) index--;
  return index >= 0 ? index : null;
}

const NONE_YET = { duration: 0 }; // a slide that is still on its way to being made stands there at once

/** What stands on the stage at a show time, from the bottom layer up. `play`: {order, slides: {id: {score}}}. */
export function evaluate(play, time) {
  const index = slideAt(play.order, time);
  const [id, start, length] = play.order[index];
  const slide = play.slides[id]?.score;
  if (!slide) return null;
  const within = Math.min(Math.max(0, time - start), length);
  const plan = slide.transition ?? NONE_YET;
  const fresh = layer(slide, index, within);
  if (within >= plan.duration) return { slide: index, time: within, backdrop: BLACK, layers: crossed(fresh, slide, within) };
  const previous = lastOfLength(play.order, index - 1);
  const before = previous === null ? null : play.slides[play.order[previous][0]]?.score;
  const old = before ? layer(before, previous, before.length) : { ...fresh, slide: NOTHING, time: 0, targets: {} };
  const progress = progressAt(plan, within);
  const layers = plan.pieces.map((piece) => pieceAt(piece, piece.of === "new" ? fresh : old, progress));
  return { slide: index, time: within, backdrop: previous === null ? BLACK : plan.backdrop, layers };
}

/** A slide as it stands by itself; where it was made calm and goes over its plane, the new view over the old one. */
function crossed(fresh, { crossings = [] }, within) {
  const crossing = crossings.find(({ from, to }) => within >= from && within < to);
  if (!crossing) return [fresh];
  const { from, to, old } = crossing;
  const below = { ...fresh, targets: { ...fresh.targets, [VIEW_KEY]: { view: old } } };
  return [below, { ...fresh, properties: { opacity: (within - from) / (to - from) } }];
}

function layer(slide, index, time) {
  const targets = {};
  for (const target of slide.targets) targets[target.key] = stateAt(target.tracks, time);
  return { slide: index, time, properties: {}, targets, corners: [], soft: 0, grid: null };
}

/** How far a transition has come through its pieces at a slide time in it. */
function progressAt(plan, within) {
  const share = Math.min(1, Math.max(0, eased(plan.easing, within / plan.duration)));
  return WHOLE * (plan.reverse ? 1 - share : share);
}

function pieceAt({ tracks = [], corners = [], soft = 0, cells = null, targets = [] }, layer, progress) {
  const properties = stateAt(tracks, progress);
  if (cells) properties.cells = cells.arrivals.map((arrival) => Math.min(1, Math.max(0, (progress - arrival) / cells.takes)));
  const moved = targets.length && layer.slide !== NOTHING ? movedBy(layer.targets, targets, progress) : layer.targets;
  return { ...layer, properties, targets: moved, corners, soft, grid: cells && [cells.columns, cells.rows] };
}

function movedBy(states, targets, progress) {
  const moved = { ...states };
  for (const { key, tracks } of targets) {
    const state = { ...moved[key] };
    for (const [name, value] of Object.entries(stateAt(tracks, progress))) {
      state[name] = name in state ? combined(name, state[name], value) : value;
    }
    moved[key] = state;
  }
  return moved;
}
