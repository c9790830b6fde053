// Where a target stands: its properties at an instant as one transform, as core.motion.placing says it.

/** [a, b, c, d, e, f] from the box's centre: scaled, then turned by its own `rotation` and the tracks', then moved. */
export function matrixOf(rotation, state) {
  const turn = ((rotation + (state.rotate ?? 0)) * Math.PI) / 180;
  const across = state.scale_x ?? 1;
  const down = state.scale_y ?? 1;
  return [
    Math.cos(turn) * across, Math.sin(turn) * across, -Math.sin(turn) * down, Math.cos(turn) * down,
    state.x ?? 0, state.y ?? 0,
  ];
}
