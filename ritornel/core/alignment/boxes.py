"""The boxes that objects fill on the stage."""

from collections.abc import Iterable
from math import cos, radians, sin

from ritornel.core.model import Object
from ritornel.core.model.box import Box

READING_ROW = 40
"""Objects whose tops are within this many stage units stand in one row for the reading order."""


def filled(thing: Object) -> Box:
    """Return the smallest upright box around an object, turned about its centre as it is."""
    across, down = abs(cos(radians(thing.rotation))), abs(sin(radians(thing.rotation)))
    width = thing.width * across + thing.height * down
    height = thing.width * down + thing.height * across
    return Box(thing.x + (thing.width - width) / 2, thing.y + (thing.height - height) / 2, width, height)


def around(boxes: Iterable[Box]) -> Box:
    """Return the smallest box that holds all; ``ValueError`` if there is none."""
    every = list(boxes)
    x, y = min(b.x for b in every), min(b.y for b in every)
    return Box(x, y, max(b.right for b in every) - x, max(b.bottom for b in every) - y)


def reading_order(thing: Object) -> tuple[float, float]:
    """Return a key that sorts objects as they are read: by rows from the top, in a row from the left."""
    return thing.y // READING_ROW, thing.x
