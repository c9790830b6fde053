"""The boxes that objects fill on the stage."""

from collections.abc import Iterable
from math import cos, radians, sin
from typing import NamedTuple

from ritornel.core.model import Object


class Box(NamedTuple):
    """A box in stage units, from its top left corner."""

    x: float
    y: float
    width: float
    height: float

    @property
    def right(self) -> float:
        """Its right edge."""
        return self.x + self.width

    @property
    def bottom(self) -> float:
        """Its lower edge."""
        return self.y + self.height

    @property
    def centre(self) -> tuple[float, float]:
        """Its middle, across and down."""
        return self.x + self.width / 2, self.y + self.height / 2


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
