"""Aligning: edges or middles brought to those of a frame."""

from collections.abc import Mapping
from typing import Literal

from ritornel.core.alignment import Shifts
from ritornel.core.model.box import Box

Edge = Literal["left", "centre", "right", "top", "middle", "bottom"]


def aligned(boxes: Mapping[str, Box], edge: Edge, frame: Box) -> Shifts:
    """Return the shifts that bring every box's edge, or middle line, to that of the frame."""
    return {name: _shift(box, edge, frame) for name, box in boxes.items()}


def _shift(box: Box, edge: Edge, frame: Box) -> tuple[float, float]:
    match edge:
        case "left":
            return frame.x - box.x, 0.0
        case "centre":
            return frame.centre[0] - box.centre[0], 0.0
        case "right":
            return frame.right - box.right, 0.0
        case "top":
            return 0.0, frame.y - box.y
        case "middle":
            return 0.0, frame.centre[1] - box.centre[1]
        case "bottom":
            return 0.0, frame.bottom - box.bottom
