"""A box: an upright rectangle on the stage, or in something that stands on it."""

from typing import NamedTuple


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
