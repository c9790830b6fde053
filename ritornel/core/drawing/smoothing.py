"""Paths through points: straight from one to the next, or round."""

from collections.abc import Sequence

from ritornel.core.drawing.figures import Point
from ritornel.core.model.paths import Path, Segment


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
