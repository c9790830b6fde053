"""The figures that outlines are made of: closed corners, ellipses; and what they are as points."""

from collections.abc import Iterable, Iterator

from ritornel.core.model.paths import Path, Segment

Point = tuple[float, float]

_ON_A_CURVE = 24

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


def flattened(path: Path) -> Iterator[Point]:
    """Yield the points of a path, its curves as short straight lines."""
    here = start = (0.0, 0.0)
    for segment in path:
        numbers = segment.numbers
        if segment.letter == "C":
            one, other, end = numbers[0:2], numbers[2:4], numbers[4:6]
            for n in range(1, _ON_A_CURVE + 1):
                yield _bezier(here, one, other, end, n / _ON_A_CURVE)
            here = (end[0], end[1])
            continue
        here = start if segment.letter == "Z" else (numbers[0], numbers[1])
        if segment.letter == "M":
            start = here
        yield here


def _bezier(start: Point, one: tuple[float, ...], other: tuple[float, ...], end: tuple[float, ...], t: float) -> Point:
    a, b, c, d = (1 - t) ** 3, 3 * t * (1 - t) ** 2, 3 * t * t * (1 - t), t**3
    x, y = (a * start[i] + b * one[i] + c * other[i] + d * end[i] for i in (0, 1))
    return x, y
