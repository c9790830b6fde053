"""The boxes that objects fill on the stage."""

from collections.abc import Iterable
from math import cos, radians, sin

from ritornel.core.model import Object
from ritornel.core.model.box import Box

READING_ROW = 40
"""Objects whose tops are within this many stage units stand in one row for the reading order."""


def filled(thing: Object) -> Box:
    """Return the smallest upright box around an object, turned about its centre as it is."""
    return upright(Box(thing.x, thing.y, thing.width, thing.height), thing.rotation)


def upright(box: Box, turn: float) -> Box:
    """Return the smallest upright box around a box that is turned about its centre, in degrees."""
    across, down = abs(cos(radians(turn))), abs(sin(radians(turn)))
    width, height = box.width * across + box.height * down, box.width * down + box.height * across
    return Box(box.x + (box.width - width) / 2, box.y + (box.height - height) / 2, width, height)


def around(boxes: Iterable[Box]) -> Box:
    """Return the smallest box that holds all; ``ValueError`` if there is none."""
    every = list(boxes)
    x, y = min(b.x for b in every), min(b.y for b in every)
    return Box(x, y, max(b.right for b in every) - x, max(b.bottom for b in every) - y)


def reading_order(thing: Object) -> tuple[float, float]:
    """Return a key that sorts objects as they are read: by rows from the top, in a row from the left."""
    return thing.y // READING_ROW, thing.x
