"""Ink: strokes of a hand, as they were drawn, made smooth shapes that are drawn again in the same time.

A stroke is points of the stage with the instants at which the hand was there (timing, section 13). Points that lie on a
straight way between others go (Ramer 1972, Douglas and Peucker 1973); what is left is joined by curves through all of
them (Catmull and Rom 1974).
"""

from collections.abc import Sequence
from itertools import pairwise
from math import atan2, cos, hypot, sin
from typing import Annotated, Any, Literal, NamedTuple

import numpy as np
from msgspec import Meta, Struct, field
from msgspec.structs import replace
from numpy.typing import NDArray

from ritornel.core.model.objects import Shape
from ritornel.core.model.paths import MOST_SEGMENTS, Segment, path_data
from ritornel.core.model.slide import Kind
from ritornel.core.model.units import Colour, Ms, Position
from ritornel.core.time.rounding import rounded, tenths

Tool = Literal["pen", "marker", "line", "arrow", "spot", "ring", "dimmed"]
Point = tuple[Position, Position, Ms, Annotated[float, Meta(ge=0, le=1)]]
"""x and y in stage units, the slide's time in ms, and how hard the pen is pressed: 0.5 where a device does not tell."""

POINTS = 6_000
"""A stroke has so many points at most, and a slide so many strokes:"""
STROKES = 400

_NEAR = 0.8
"""A point goes that lies so near, in stage units, to the way between its neighbours."""

_WIDTHS = {"pen": 1.0, "marker": 4.5, "line": 1.0, "arrow": 1.0}
_MARKER_OPACITY = 0.4
_LEAST_PRESSED = 0.4
_HEAD, _HEAD_TURN = 5.0, 0.45
_STOPS = 20
_LEAST_MS = 60
GOES_MS = 200
_PRESSED_APART = 0.08
_MOST_PARTS = 6
_AROUND = 3
_LEAST_BOX = 0.1


class Stroke(Struct, frozen=True, kw_only=True, omit_defaults=True, forbid_unknown_fields=True):
    """What a hand drew, ``width`` stage units wide where it is pressed as usual; ``gone``: when it was taken away.

    A ``spot``, a ``ring`` or a ``dimmed`` stage is no line: it was shown where the hand pointed (core/motion/pointing).
    """

    tool: Tool = "pen"
    colour: Colour
    width: Annotated[float, Meta(gt=0, le=100)] = 6
    points: Annotated[tuple[Point, ...], Meta(min_length=1, max_length=POINTS)]
    gone_ms: Ms | None = field(default=None, name="gone")


class Build(NamedTuple):
    """A build of what a hand did, from an instant of the slide on; all else of it is as in ``Step``."""

    start_ms: int
    duration_ms: int
    kind: Kind
    effect: str
    params: dict[str, Any]
    easing: str


class Drawn(NamedTuple):
    """What a hand did as a shape, and its builds, as they began."""

    shape: Shape
    builds: tuple[Build, ...]


def drawn(stroke: Stroke, name: str) -> Drawn:
    """Return a stroke as a shape with that id, drawn again in the time in which it was, gone when it was taken away."""
    shape, start, length, easing = _line(stroke, name)
    builds = [Build(start, length, "entrance", "draw", {"drawing": 100}, easing)]
    if stroke.gone_ms is not None:
        builds.append(Build(max(stroke.gone_ms, start + length), GOES_MS, "exit", "fade", {}, ""))
    return Drawn(shape, tuple(builds))


def pressed(stroke: Stroke) -> list[Stroke]:
    """Return a stroke in parts of one thickness each, that join: so many as it was pressed more and less."""
    if stroke.tool != "pen":
        return [stroke]
    points = np.array([pressure for *_, pressure in stroke.points])
    smooth = np.convolve(np.pad(points, _AROUND, "edge"), np.full(2 * _AROUND + 1, 1 / (2 * _AROUND + 1)), "valid")
    apart = float(np.ptp(smooth))
    parts = min(_MOST_PARTS, 1 + int(apart / _PRESSED_APART))
    step = max(apart / parts, 1e-9)
    levels = np.minimum((smooth - smooth.min()) / step, parts - 1).astype(int)
    edges = [0, *(np.flatnonzero(np.diff(levels)) + 1).tolist()][: 4 * _MOST_PARTS]
    return [
        replace(stroke, points=stroke.points[first : last + 1])
        for first, last in zip(edges, [*edges[1:], len(points) - 1], strict=True)
        if last > first or len(edges) == 1
    ]


def _line(stroke: Stroke, name: str) -> tuple[Shape, int, int, str]:
    points = np.array([(x, y) for x, y, *_ in stroke.points])
    times = [at for _, _, at, _ in stroke.points]
    if stroke.tool in ("line", "arrow"):
        points = points[[0, -1]]
        times = [times[0], times[-1]]
    path = _path(points, stroke)
    low, high = points.min(axis=0), points.max(axis=0)
    width, height = (max(_LEAST_BOX, tenths(float(side))) for side in high - low)
    x, y = tenths(float(low[0])), tenths(float(low[1]))
    shares = (Segment(s.letter, _in_shares(s.numbers, x, y, width, height)) for s in path)
    pressed = float(np.mean([pressure for *_, pressure in stroke.points])) * 2
    shape = Shape(
        id=name,
        x=x,
        y=y,
        width=width,
        height=height,
        form="path",
        fill="none",
        line=stroke.colour,
        line_width=max(1.0, tenths(stroke.width * _WIDTHS[stroke.tool] * max(_LEAST_PRESSED, pressed))),
        opacity=_MARKER_OPACITY if stroke.tool == "marker" else 1.0,
        path=path_data(shares),
    )
    return shape, times[0], max(_LEAST_MS, times[-1] - times[0]), easing_of(points, times)


def _path(points: NDArray[np.float64], stroke: Stroke) -> list[Segment]:
    if len(points) == 1:  # a dot
        (x, y), r = points[0], stroke.width / 8
        return [Segment("M", (x - r, y)), Segment("L", (x + r, y))]
    if stroke.tool in ("line", "arrow"):
        (x0, y0), (x1, y1) = points
        found = [Segment("M", (x0, y0)), Segment("L", (x1, y1))]
        return found + (_head(x0, y0, x1, y1, stroke.width) if stroke.tool == "arrow" else [])
    return curve(points[simpler(points, _NEAR)[: MOST_SEGMENTS - 1]])


def _head(x0: float, y0: float, x1: float, y1: float, width: float) -> list[Segment]:
    turn, size = atan2(y1 - y0, x1 - x0), min(_HEAD * width, hypot(x1 - x0, y1 - y0) / 2)
    ends = [(x1 - size * cos(turn + side), y1 - size * sin(turn + side)) for side in (_HEAD_TURN, -_HEAD_TURN)]
    return [Segment("M", ends[0]), Segment("L", (x1, y1)), Segment("L", ends[1])]


def simpler(points: NDArray[np.float64], near: float) -> NDArray[np.int_]:
    """Return which points to keep: not those that lie so near to the way between others."""
    keep = np.zeros(len(points), bool)
    keep[[0, -1]] = True
    left = [(0, len(points) - 1)]
    while left:
        first, last = left.pop()
        if last - first < 2:
            continue
        way = points[last] - points[first]
        between = points[first + 1 : last] - points[first]
        length = float(np.hypot(*way))
        far = np.abs(way[0] * between[:, 1] - way[1] * between[:, 0]) / length if length else np.hypot(*between.T)
        place = int(np.argmax(far))
        if far[place] > near:
            keep[first + 1 + place] = True
            left += [(first, first + 1 + place), (first + 1 + place, last)]
    return np.flatnonzero(keep)


def curve(points: NDArray[np.float64]) -> list[Segment]:
    """Return curves through all points, each as steep there as the way between its neighbours."""
    ends = np.vstack([points[:1], points, points[-1:]])
    found = [Segment("M", _flat(points[0]))]
    for before, here, there, after in zip(ends, ends[1:], ends[2:], ends[3:], strict=False):
        found.append(Segment("C", _flat(here + (there - before) / 6, there - (after - here) / 6, there)))
    return found


def _flat(*points: NDArray[np.float64]) -> tuple[float, ...]:
    return tuple(float(number) for point in points for number in point)


def _in_shares(numbers: Sequence[float], x: float, y: float, width: float, height: float) -> tuple[float, ...]:
    sides = ((x, width), (y, height))
    return tuple((number - sides[n % 2][0]) / sides[n % 2][1] for n, number in enumerate(numbers))


def easing_of(points: NDArray[np.float64], times: Sequence[int]) -> str:
    """Return the easing by which as much of the way is gone at every instant as was then."""
    lengths = np.concatenate([[0.0], np.cumsum([float(np.hypot(*(b - a))) for a, b in pairwise(points)])])
    took, whole = times[-1] - times[0], float(lengths[-1])
    if took <= _LEAST_MS or whole <= 0 or len(times) < 3:
        return "linear"
    passed = (np.array(times) - times[0]) / took
    at = passed if len(times) <= _STOPS else np.linspace(0, 1, _STOPS)
    shares = np.interp(at, passed, lengths / whole)
    stops = (
        f"{rounded(float(s) * 1000) / 1000:g} {rounded(float(t) * 1000) / 10:g}%"
        for s, t in zip(shares, at, strict=True)
    )
    return f"linear({', '.join(stops)})"
