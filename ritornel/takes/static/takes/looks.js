// What is looked at of a plane, as (x, y, width, turn): between two looks, moved by hand, brought nearer.

const NEAREST = 20;
const FURTHEST = 100_000;
const RADIAN = Math.PI / 180;
const FULL = 360;

/** Between two looks: what is in the middle goes with the nearness, so that it stays in a line; the turn the short way. */
export function between(from, to, share) {
  const width = from[2] * (to[2] / from[2]) ** share;
  const gone = Math.abs(to[2] - from[2]) < 1e-6 * from[2] ? share : (width - from[2]) / (to[2] - from[2]);
  const turn = ((((to[3] - from[3]) % FULL) + FULL + FULL / 2) % FULL) - FULL / 2;
  return [from[0] + (to[0] - from[0]) * gone, from[1] + (to[1] - from[1]) * gone, width, from[3] + turn * share];
}

/** A look whose plane was taken and moved by (dx, dy) in units of the stage. */
export function grabbed([x, y, wide, turn], dx, dy, { width }) {
  const [px, py] = turned(dx, dy, turn, wide / width);
  return [x - px, y - py, wide, turn];
}

/** A look so many times nearer, the place at (x, y) of the stage staying where it is. */
export function nearer([x, y, wide, turn], factor, at, { width, height }) {
  const width2 = Math.min(FURTHEST, Math.max(NEAREST, wide / factor));
  const [px, py] = turned(at[0] - width / 2, at[1] - height / 2, turn, (wide - width2) / width);
  return [x + px, y + py, width2, turn];
}

function turned(dx, dy, turn, scale) {
  const [cos, sin] = [Math.cos(turn * RADIAN) * scale, Math.sin(turn * RADIAN) * scale];
  return [cos * dx - sin * dy, sin * dx + cos * dy];
}
