// A line by its ends: where they and its bend lie on the stage, and the box, slope and turn of a line from end to end.
// In stage units; the way a line goes is the core's (core/drawing/lines.py).

import { rounded, turned } from "./geometry.js";

const LEVEL = 1; // what is no higher, or wider, than this runs level, or plumb
const STEPS = 16; // in which a bent way is walked along
const STRAIGHT_PX = 4; // so near to the straight way a bend is none

/** From the middle of a line's box to its end, in the box's own directions. */
function reachOf({ width, height, rising }) {
  const across = width <= LEVEL && height > LEVEL ? 0 : width / 2;
  const down = height <= LEVEL && width > LEVEL ? 0 : height / 2;
  return { x: across, y: rising ? -down : down };
}

/** From the straight way's middle to the way's own, in the box's own directions. */
function bowOf(line) {
  const { x, y } = reachOf(line);
  return { x: 2 * y * line.bend, y: -2 * x * line.bend };
}

/** Where the handles of a line stand, in shares of its box: {start, end, bend}, each {x, y}. */
export function gripsOf(line) {
  const share = ({ x, y }) => ({ x: 0.5 + x / line.width, y: 0.5 + y / line.height });
  const reach = reachOf(line);
  return { start: share({ x: -reach.x, y: -reach.y }), end: share(reach), bend: share(bowOf(line)) };
}

/** The ends of a line on the stage: {start, end, middle}, each {x, y}. */
export function endsOf(line) {
  const middle = { x: line.x + line.width / 2, y: line.y + line.height / 2 };
  const { x, y } = turned(reachOf(line), line.rotation);
  return { start: { x: middle.x - x, y: middle.y - y }, end: { x: middle.x + x, y: middle.y + y }, middle };
}

/** The box, slope and turn of a line that goes from one point to another; from right to left it is turned about. */
export function lineBetween(start, end) {
  const [dx, dy] = [end.x - start.x, end.y - start.y];
  const [width, height] = [Math.max(LEVEL, Math.abs(dx)), Math.max(LEVEL, Math.abs(dy))];
  const back = dx < 0;
  return {
    x: rounded((start.x + end.x - width) / 2),
    y: rounded((start.y + end.y - height) / 2),
    width: rounded(width),
    height: rounded(height),
    rising: back ? dy > 0 : dy < 0,
    rotation: back ? 180 : 0,
  };
}

/** The bend of a line whose way's middle is dragged to a point; near the straight way it is none. */
export function bendTo(line, point, scale) {
  const { start, end, middle } = endsOf(line);
  const [dx, dy] = [end.x - start.x, end.y - start.y];
  const squared = dx ** 2 + dy ** 2;
  const beside = ((point.x - middle.x) * dy - (point.y - middle.y) * dx) / squared;
  if (Math.abs(beside) * Math.sqrt(squared) * scale < STRAIGHT_PX) return 0;
  return Math.min(1, Math.max(-1, Math.round(beside * 1000) / 1000));
}

/** Where on the stage the middle of a line's way lies. */
export function bowOn(line) {
  const { middle } = endsOf(line);
  const { x, y } = turned(bowOf(line), line.rotation);
  return { x: middle.x + x, y: middle.y + y };
}

/** Whether a point of the stage lies within `reach` of a line's way. */
export function isOnLine(line, point, reach) {
  const { start, end, middle } = endsOf(line);
  const bow = bowOn(line);
  const control = { x: 2 * bow.x - middle.x, y: 2 * bow.y - middle.y };
  const at = (t) => ["x", "y"].map((axis) => (1 - t) ** 2 * start[axis] + 2 * t * (1 - t) * control[axis] + t ** 2 * end[axis]);
  const way = Array.from({ length: STEPS + 1 }, (_, n) => at(n / STEPS));
  return way.slice(1).some((to, n) => farFrom(point, way[n], to) <= reach);
}

function farFrom({ x, y }, [fromX, fromY], [toX, toY]) {
  const [dx, dy] = [toX - fromX, toY - fromY];
  const along = Math.min(1, Math.max(0, ((x - fromX) * dx + (y - fromY) * dy) / (dx ** 2 + dy ** 2 || 1)));
  return Math.hypot(x - fromX - along * dx, y - fromY - along * dy);
}

/** What shows a line until it is drawn anew: the drawing there is, {x, y, width, height, rotation}, put from its ends to the new ones. */
export function drawnBetween(drawing, before, line) {
  const [old, fresh] = [endsOf(before), endsOf(line)];
  const way = ({ start, end }) => ({ length: Math.hypot(end.x - start.x, end.y - start.y), angle: (Math.atan2(end.y - start.y, end.x - start.x) * 180) / Math.PI });
  const [from, to] = [way(old), way(fresh)];
  const scale = to.length / (from.length || 1);
  const middle = turned({ x: drawing.x + drawing.width / 2 - old.middle.x, y: drawing.y + drawing.height / 2 - old.middle.y }, to.angle - from.angle);
  const [width, height] = [drawing.width * scale, drawing.height * scale];
  return { x: fresh.middle.x + middle.x * scale - width / 2, y: fresh.middle.y + middle.y * scale - height / 2, width, height, rotation: drawing.rotation + to.angle - from.angle };
}
