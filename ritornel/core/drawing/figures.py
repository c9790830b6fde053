"""The figures that outlines are made of: closed corners, ellipses."""

from collections.abc import Iterable

from ritornel.core.model.paths import Path, Segment

Point = tuple[float, float]

ROUND = 0.5522847498
"""How far the handles of a cubic curve reach that is nearest to a quarter of a circle, in radii."""


def closed(points: Iterable[Point]) -> Path:
    """Return straight lines from each point to the next, and back to the first."""
    first, *others = points
    return (Segment("M", first), *(Segment("L", p) for p in others), Segment("Z"))


def ellipse(x: float, y: float, rx: float, ry: float, clockwise: bool = True) -> Path:
    """Return an ellipse around a middle as four curves; one that goes the other way is a hole in what it lies in."""
    kx, ky = rx * ROUND, ry * ROUND
    if not clockwise:
        ry, ky = -ry, -ky
    return (
        Segment("M", (x + rx, y)),
        Segment("C", (x + rx, y + ky, x + kx, y + ry, x, y + ry)),
        Segment("C", (x - kx, y + ry, x - rx, y + ky, x - rx, y)),
        Segment("C", (x - rx, y - ky, x - kx, y - ry, x, y - ry)),
        Segment("C", (x + kx, y - ry, x + rx, y - ky, x + rx, y)),
        Segment("Z"),
    )
