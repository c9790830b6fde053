"""Where a target stands: its properties at an instant as one homography. The page follows (play/placing.js)."""

from collections.abc import Mapping
from math import cos, radians, sin
from typing import Any

EYE = 2560.0
"""How far the eye is from a target that turns in space, in stage units."""

Matrix = tuple[float, float, float, float, float, float, float, float, float]
"""Row by row, in stage units from the box's centre: x' = (m0 x + m1 y + m2) / w, y' = (m3 x + m4 y + m5) / w with
w = m6 x + m7 y + m8. Where nothing turns in space, w is 1."""


def matrix(rotation: float, state: Mapping[str, Any]) -> Matrix:
    """Return the transform of a target with that ``rotation`` of its own (degrees) and that state.

    About its pivot (``pivot_x``, ``pivot_y`` from the centre): scaled first, then turned in space by ``turn_y`` (its
    right side away) and ``turn_x`` (its foot away), seen from before the pivot, then turned in its plane; then moved.
    """
    plane = radians(rotation + state.get("rotate", 0.0))
    upright, lying = radians(state.get("turn_y", 0.0)), radians(state.get("turn_x", 0.0))
    across, down = state.get("scale_x", 1.0), state.get("scale_y", 1.0)
    pivot_x, pivot_y = state.get("pivot_x", 0.0), state.get("pivot_y", 0.0)
    # Where (x, y) from the pivot goes in space: X and Y on the stage, Z away from the eye.
    x_x = cos(upright) * across
    y_x, y_y = -sin(upright) * sin(lying) * across, cos(lying) * down
    w_x, w_y = sin(upright) * cos(lying) * across / EYE, sin(lying) * down / EYE
    moved_x, moved_y = pivot_x + state.get("x", 0.0), pivot_y + state.get("y", 0.0)
    rows = (
        (cos(plane) * x_x - sin(plane) * y_x + moved_x * w_x, -sin(plane) * y_y + moved_x * w_y, moved_x),
        (sin(plane) * x_x + cos(plane) * y_x + moved_y * w_x, cos(plane) * y_y + moved_y * w_y, moved_y),
        (w_x, w_y, 1.0),
    )
    (a, b, c), (d, e, f), (g, h, i) = ((p, q, r - p * pivot_x - q * pivot_y) for p, q, r in rows)
    return (a, b, c, d, e, f, g, h, i)
