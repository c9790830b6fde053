"""Regions that grow about the middle: a figure keeps its form and becomes as large as it must to cover the box."""

from collections.abc import Sequence
from functools import lru_cache
from itertools import pairwise
from math import cos, hypot, pi, sin

from ritornel.core.model.box import Box
from ritornel.core.motion.geometry import Keys, Point, Polygon, Region

_ROUND = 64
"""Corners of what is round."""

_LOOKS = 48
"""Places on each side of the box that a figure must reach."""


def grown(figure: Polygon) -> Region:
    """Return the region that ``figure``, drawn about (0, 0) and seen whole from there, grows to about the middle."""

    def keys(box: Box) -> Keys:
        x, y = box.x + box.width / 2, box.y + box.height / 2
        scale = _scale_to_cover(figure, box.width / 2, box.height / 2)
        full = tuple((x + scale * across, y + scale * down) for across, down in figure)
        return ((0.0, (tuple((x, y) for _ in figure),)), (1.0, (full,)))

    return keys


def regular(corners: int, turn: float = 0.0, inner: float = 1.0) -> Polygon:
    """Return a regular polygon of radius 1, its first corner up, turned by ``turn`` degrees clockwise.

    With ``inner`` below 1 it is a star: between its corners are others, at so much of the radius.
    """
    points = corners if inner == 1.0 else 2 * corners
    found = []
    for n in range(points):
        radius = inner if points > corners and n % 2 else 1.0
        angle = 2 * pi * n / points + turn * pi / 180
        found.append((radius * sin(angle), -radius * cos(angle)))
    return tuple(found)


def ellipse(across: float = 1.0, down: float = 1.0) -> Polygon:
    """Return an ellipse of those radii."""
    return stretched(regular(_ROUND), across, down)


def stretched(figure: Polygon, across: float, down: float) -> Polygon:
    """Return a figure made wider and higher."""
    return tuple((x * across, y * down) for x, y in figure)


def turned(figure: Polygon, quarters: int) -> Polygon:
    """Return a figure turned clockwise by quarters."""
    for _ in range(quarters % 4):
        figure = tuple((-y, x) for x, y in figure)
    return figure


def arrow_head() -> Polygon:
    """Return the head of an arrow that points up."""
    return ((0, -1), (0.9, 1), (0, 0.45), (-0.9, 1))


def eye() -> Polygon:
    """Return what two arcs enclose, lying."""
    half = _ROUND // 4
    top = [(-1 + n / half, -0.5 * (1 - (n / half - 1) ** 2)) for n in range(2 * half)]
    return (*top, *((-x, -y) for x, y in top))


def round_rectangle() -> Polygon:
    """Return a lying rectangle with round corners."""
    across, down, radius, steps = 1.6, 0.9, 0.45, 8
    found: list[Point] = []
    for quarter, (x, y) in enumerate(((1, -1), (1, 1), (-1, 1), (-1, -1))):
        for n in range(steps + 1):
            angle = (quarter + n / steps) * pi / 2
            found.append((x * (across - radius) + radius * sin(angle), y * (down - radius) - radius * cos(angle)))
    return tuple(found)


def heart() -> Polygon:
    """Return a heart: x = 16 sin³ a, y = 13 cos a - 5 cos 2a - 2 cos 3a - cos 4a (a curve of degree eight)."""
    found = []
    for n in range(_ROUND):
        a = 2 * pi * n / _ROUND
        y = 13 * cos(a) - 5 * cos(2 * a) - 2 * cos(3 * a) - cos(4 * a)
        found.append((sin(a) ** 3, -y / 16))
    return tuple(found)


def keyhole() -> Polygon:
    """Return a keyhole: a round, and a skirt that widens below it."""
    steps, start = 40, 0.86 * pi
    round_ = [(0.7 * sin(a), -0.7 * cos(a)) for n in range(steps + 1) for a in [-start + 2 * start * n / steps]]
    return (*round_, (0.62, 1.5), (-0.62, 1.5))


@lru_cache(maxsize=256)
def _scale_to_cover(figure: Polygon, half_width: float, half_height: float) -> float:
    """Return by how much a figure about (0, 0) must be enlarged so that it covers a box about (0, 0)."""
    largest = 0.0
    for n in range(_LOOKS + 1):
        share = 2 * n / _LOOKS - 1
        for point in ((share * half_width, half_height), (half_width, share * half_height)):
            for x, y in (point, (-point[0], -point[1])):
                largest = max(largest, hypot(x, y) / _reach(figure, x, y))
    return largest * 1.001


def _reach(figure: Sequence[Point], x: float, y: float) -> float:
    """Return how far from (0, 0) the figure's nearest edge is in the direction of a point."""
    length = hypot(x, y)
    across, down = x / length, y / length
    nearest = float("inf")
    for (ax, ay), (bx, by) in pairwise((*figure, figure[0])):
        ex, ey = bx - ax, by - ay
        crossing = across * ey - down * ex
        if abs(crossing) < 1e-12:
            continue
        distance = (ax * ey - ay * ex) / crossing
        along = (ax * down - ay * across) / crossing
        if distance > 0 and -1e-9 <= along <= 1 + 1e-9:
            nearest = min(nearest, distance)
    return nearest
