"""Lines drawn by hand made into paths: what trembles is left out, what is round is round."""

from collections.abc import Sequence
from math import hypot

from ritornel.core.drawing.figures import Point
from ritornel.core.model.paths import Path, Segment


def simplified(points: Sequence[Point], tolerance: float) -> list[Point]:
    """Return the points from which no other is further than ``tolerance``, in stage units: Ramer 1972, Douglas and
    Peucker 1973."""
    if len(points) < 3:
        return list(points)
    kept = [False] * len(points)
    kept[0] = kept[-1] = True
    ranges = [(0, len(points) - 1)]
    while ranges:
        first, last = ranges.pop()
        farthest, at = tolerance, -1
        for n in range(first + 1, last):
            far = _beside(points[n], points[first], points[last])
            if far > farthest:
                farthest, at = far, n
        if at >= 0:
            kept[at] = True
            ranges += [(first, at), (at, last)]
    return [p for p, keep in zip(points, kept, strict=True) if keep]


def path_through(points: Sequence[Point], *, smooth: bool, closed: bool) -> Path:
    """Return a path through points: straight from one to the next, or along a Catmull-Rom spline, as cubic curves."""
    path = [Segment("M", points[0])]
    count = len(points)
    for n in range(count if closed else count - 1):
        start, end = points[n], points[(n + 1) % count]
        if not smooth:
            path.append(Segment("L", end))
            continue
        before = points[n - 1] if n or closed else start
        after = points[(n + 2) % count] if closed or n + 2 < count else end
        one = (start[0] + (end[0] - before[0]) / 6, start[1] + (end[1] - before[1]) / 6)
        other = (end[0] - (after[0] - start[0]) / 6, end[1] - (after[1] - start[1]) / 6)
        path.append(Segment("C", (*one, *other, *end)))
    return (*path, Segment("Z")) if closed else tuple(path)


def _beside(point: Point, start: Point, end: Point) -> float:
    """Return how far a point lies from the straight way between two others."""
    dx, dy = end[0] - start[0], end[1] - start[1]
    length = dx * dx + dy * dy
    along = ((point[0] - start[0]) * dx + (point[1] - start[1]) * dy) / length if length else 0.0
    along = min(1.0, max(0.0, along))
    return hypot(point[0] - start[0] - along * dx, point[1] - start[1] - along * dy)
