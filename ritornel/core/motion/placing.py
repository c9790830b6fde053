"""Where a target stands: its properties at an instant as one affine transform. The page follows (play/placing.js)."""

from collections.abc import Mapping
from math import cos, radians, sin
from typing import Any

Matrix = tuple[float, float, float, float, float, float]
"""a, b, c, d, e, f, as in CSS and SVG: x' = a x + c y + e, y' = b x + d y + f, in stage units from the box's centre."""


def matrix(rotation: float, state: Mapping[str, Any]) -> Matrix:
    """Return the transform of a target with that ``rotation`` of its own (degrees) and that state.

    Scaled about its centre first, then turned about it, then moved: T · R · S.
    """
    turn = radians(rotation + state.get("rotate", 0.0))
    across, down = state.get("scale_x", 1.0), state.get("scale_y", 1.0)
    return (
        cos(turn) * across,
        sin(turn) * across,
        -sin(turn) * down,
        cos(turn) * down,
        state.get("x", 0.0),
        state.get("y", 0.0),
    )
