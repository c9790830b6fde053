"""Paths as ways to be gone: places at even distances along them, and how they turn."""

from itertools import accumulate, pairwise
from math import atan2, degrees, hypot
from typing import NamedTuple

from ritornel.core.drawing.figures import flattened
from ritornel.core.model.paths import Path

_PLACES = 65
_PLACES_A_STEP = 4
_MOST_PLACES = 1025


class Way(NamedTuple):
    """A place on a path in stage units, and its direction in degrees, never turning by more than half at once."""

    x: float
    y: float
    turned: float


def along(path: Path) -> list[Way]:
    """Return places at even distances along a path, more of them the more steps it has; moves in it are gone straight.

    A path that is a point has two.
    """
    points = list(flattened(path))
    lengths = [0.0, *accumulate(hypot(b[0] - a[0], b[1] - a[1]) for a, b in pairwise(points))]
    whole = lengths[-1]
    if not whole:
        return [Way(*points[0], 0.0)] * 2
    found: list[Way] = []
    at = 0
    places = min(_MOST_PLACES, max(_PLACES, len(path) * _PLACES_A_STEP + 1))
    for n in range(places):
        far = whole * n / (places - 1)
        while at < len(points) - 2 and (lengths[at + 1] < far or lengths[at + 1] == lengths[at]):
            at += 1
        (x, y), (to_x, to_y) = points[at], points[at + 1]
        step = lengths[at + 1] - lengths[at]
        share = (far - lengths[at]) / step if step else 1.0
        turned = degrees(atan2(to_y - y, to_x - x))
        if found:
            turned = found[-1].turned + (turned - found[-1].turned + 180) % 360 - 180
        found.append(Way(x + (to_x - x) * share, y + (to_y - y) * share, turned))
    return found
