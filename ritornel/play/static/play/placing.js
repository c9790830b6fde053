// Where a target stands: its properties at an instant as one homography, as core.motion.placing says it.

const EYE = 2560; // how far the eye is from a target that turns in space, in stage units
const RADIAN = Math.PI / 180;

/** Nine numbers row by row, from the box's centre: scaled, turned in space, turned in its plane, about its pivot; moved. */
export function matrixOf(rotation, state) {
  const plane = (rotation + (state.rotate ?? 0)) * RADIAN;
  const upright = (state.turn_y ?? 0) * RADIAN;
  const lying = (state.turn_x ?? 0) * RADIAN;
  const [across, down] = [state.scale_x ?? 1, state.scale_y ?? 1];
  const [pivotX, pivotY] = [state.pivot_x ?? 0, state.pivot_y ?? 0];
  const [cos, sin] = [Math.cos(plane), Math.sin(plane)];
  const xx = Math.cos(upright) * across;
  const [yx, yy] = [-Math.sin(upright) * Math.sin(lying) * across, Math.cos(lying) * down];
  const [wx, wy] = [(Math.sin(upright) * Math.cos(lying) * across) / EYE, (Math.sin(lying) * down) / EYE];
  const [movedX, movedY] = [pivotX + (state.x ?? 0), pivotY + (state.y ?? 0)];
  const rows = [
    [cos * xx - sin * yx + movedX * wx, -sin * yy + movedX * wy, movedX],
    [sin * xx + cos * yx + movedY * wx, cos * yy + movedY * wy, movedY],
    [wx, wy, 1],
  ];
  return rows.flatMap(([p, q, r]) => [p, q, r - p * pivotX - q * pivotY]);
}

/** Where places on a plane are on a stage of that size, when (x, y, width, turn) of it are seen; core.motion.flying. */
export function seenThrough([x, y, wide, turn], width, height) {
  const scale = width / wide;
  const [a, b] = [scale * Math.cos(-turn * RADIAN), scale * Math.sin(-turn * RADIAN)];
  return [a, -b, width / 2 - a * x + b * y, b, a, height / 2 - b * x - a * y, 0, 0, 1];
}

/** Where something on a plane is placed, about its box's centre, when that is seen through a view. */
export function placedThrough([a, , c, b, , f], box, [p, q, r, s, t, u, g, h, i]) {
  const [x, y] = [box[0] + box[2] / 2, box[1] + box[3] / 2];
  const [movedX, movedY] = [a * x - b * y + c - x, b * x + a * y + f - y];
  return [
    a * p - b * s + movedX * g, a * q - b * t + movedX * h, a * r - b * u + movedX * i,
    b * p + a * s + movedY * g, b * q + a * t + movedY * h, b * r + a * u + movedY * i,
    g, h, i,
  ];
}

/** A homography as a CSS transform: of the plane where it is one, else of space. */
export function transformOf([a, b, c, d, e, f, g, h, i]) {
  if (!g && !h && i === 1) return `matrix(${a}, ${d}, ${b}, ${e}, ${c}, ${f})`;
  return `matrix3d(${[a, d, 0, g, b, e, 0, h, 0, 0, 1, 0, c, f, 0, i].join(", ")})`;
}
