"""Pointers: where a hand pointed while a slide was shown, as shapes that go the same way again.

A spot of light, a ring, or the dark around a place: each comes where the hand was first, follows it, and goes. Its way
is cut into legs, each with an easing of its own, as fast as the hand was.
"""

from collections.abc import Sequence
from itertools import pairwise
from typing import Any

import numpy as np
from numpy.typing import NDArray

from ritornel.core.model.objects import Shape
from ritornel.core.model.paths import Segment, path_data
from ritornel.core.motion.strokes import GOES_MS, Build, Drawn, Stroke, curve, easing_of, simpler
from ritornel.core.time.rounding import tenths

POINTERS = ("spot", "ring", "dimmed")

_COMES_MS = 120
_NEAR = 2.0
"""Points of a way go that lie so near, in stage units, to the way between their neighbours."""

_LEG_MS = 1200
_MOST_LEGS = 120
_LEAST_WAY = 0.5
_SPOT, _RING, _HOLE, _DARK = 82.0, 90.0, 128.0, 2600.0
"""The sides of their boxes in stage units, as pages draw them; the dark reaches over every edge of a stage."""

_ROUND = 0.5522847498


def pointed(stroke: Stroke, name: str, cut: Sequence[int] = ()) -> Drawn:
    """Return what was shown where a hand pointed as a shape with that id, and its builds: it comes, follows, goes.

    No leg of its way goes over an instant at which it is ``cut``, and nothing of it is seen before the first of these.
    """
    first = min(cut, default=0)
    told = np.array([(x, y, at) for x, y, at, _ in stroke.points])
    given = {max(at, first) for _, _, at, _ in stroke.points}
    times = sorted({*given, *(at for at in cut if min(given) < at < max(given))})
    points = np.column_stack([np.interp(times, told[:, 2], told[:, side]) for side in (0, 1)])
    legs = _legs(points, times, frozenset(cut))
    last = max(ended_ms(stroke), times[0] + _COMES_MS)
    builds = [Build(times[0], _COMES_MS, "entrance", "fade", {}, ""), *legs]
    return Drawn(_shape(stroke, name, points[0]), (*builds, Build(last, GOES_MS, "exit", "fade", {}, "")))


def ended_ms(stroke: Stroke) -> int:
    """Return until when a hand pointed: until it was taken away, else until it was last seen."""
    return stroke.points[-1][2] if stroke.gone_ms is None else max(stroke.gone_ms, stroke.points[-1][2])


def _legs(points: NDArray[np.float64], times: Sequence[int], cut: frozenset[int]) -> list[Build]:
    """Return the legs of a way, each of about as long a time, or longer where there would be too many."""
    each = max(_LEG_MS, (times[-1] - times[0]) // _MOST_LEGS + 1)
    edges = [0]
    for n, at in enumerate(times):
        if n and (at - times[edges[-1]] >= each or n == len(times) - 1 or at in cut):
            edges.append(n)
    found = []
    for first, last in pairwise(edges):
        leg, when = points[first : last + 1], times[first : last + 1]
        if float(np.hypot(*np.ptp(leg, axis=0))) < _LEAST_WAY or when[-1] <= when[0]:
            continue
        kept = leg[simpler(leg, _NEAR)]
        way = path_data(curve(kept - points[0]))
        found.append(Build(when[0], when[-1] - when[0], "path", "follow", {"path": way}, easing_of(leg, when)))
    return found


def _shape(stroke: Stroke, name: str, at: NDArray[np.float64]) -> Shape:
    sides = {"spot": _SPOT, "ring": _RING, "dimmed": _DARK}
    looks: dict[str, dict[str, Any]] = {
        "spot": {"form": "ellipse", "fill": stroke.colour, "opacity": 0.8, "soft_edge": 24.0},
        "ring": {"form": "ellipse", "fill": "none", "line": stroke.colour, "line_width": 5.0},
        "dimmed": {"form": "path", "fill": "#000000", "opacity": 0.72, "path": _around()},
    }
    side = sides[stroke.tool]
    x, y = (tenths(float(middle) - side / 2) for middle in at)
    return Shape(id=name, x=x, y=y, width=side, height=side, **looks[stroke.tool])


def _around() -> str:
    """Return the box with a round hole in its middle, in shares of the box."""
    r, k = _HOLE / _DARK, _HOLE / _DARK * _ROUND
    ends = [(0.5 + r, 0.5), (0.5, 0.5 + r), (0.5 - r, 0.5), (0.5, 0.5 - r)]
    turns = [(0.0, k), (-k, 0.0), (0.0, -k), (k, 0.0)]
    found = [Segment("M", (0, 0)), *(Segment("L", end) for end in ((1, 0), (1, 1), (0, 1))), Segment("Z")]
    found.append(Segment("M", ends[0]))
    for n in range(4):
        (x0, y0), (x1, y1) = ends[n], ends[(n + 1) % 4]
        (out_x, out_y), (in_x, in_y) = turns[n], turns[(n + 1) % 4]
        found.append(Segment("C", (x0 + out_x, y0 + out_y, x1 - in_x, y1 - in_y, x1, y1)))
    return path_data([*found, Segment("Z")])
