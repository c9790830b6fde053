"""Lines with ends: the way that a line goes, and what stands at its ends."""

from math import hypot

from ritornel.core.drawing.figures import Point, closed, ellipse
from ritornel.core.model.objects import Line
from ritornel.core.model.paths import Path, Segment

LEVEL = 1.0
"""A line in a box that is no higher, or wider, than so many stage units runs level, or plumb."""

_HEAD_WIDTHS, _HEAD_LEAST = 5.0, 14.0
"""An arrow's head is so many line widths long, and at least so many stage units."""


def drawn_line(line: Line) -> tuple[Path, tuple[Path, ...]]:
    """Return the way of a line in stage units of its box, and the closed outlines that stand at its ends.

    The way is a cubic curve, straight where the line does not bend; under an arrow's head it ends before the tip.
    """
    start, end = _ends(line)
    length = hypot(end[0] - start[0], end[1] - start[1])
    beside = 2 * line.bend * length
    along = ((end[0] - start[0]) / length, (end[1] - start[1]) / length)
    control = (
        (start[0] + end[0]) / 2 + along[1] * beside,
        (start[1] + end[1]) / 2 - along[0] * beside,
    )
    marks = tuple(
        mark
        for kind, tip in ((line.starts, start), (line.ends, end))
        if (mark := _mark(kind, tip, control, line.line_width))
    )
    reach = 0.7 * _head(line.line_width)
    first = _towards(start, control, reach) if line.starts == "arrow" else start
    last = _towards(end, control, reach) if line.ends == "arrow" else end
    handles = (*_mixed(first, control, 2 / 3), *_mixed(last, control, 2 / 3))
    return (Segment("M", first), Segment("C", (*handles, *last))), marks


def _ends(line: Line) -> tuple[Point, Point]:
    """Return where a line begins and ends: in corners of its box, or along the middle of a flat one."""
    width, height = line.width, line.height
    if height <= LEVEL < width:
        return (0.0, height / 2), (width, height / 2)
    if width <= LEVEL < height:
        top, foot = (width / 2, 0.0), (width / 2, height)
        return (foot, top) if line.rising else (top, foot)
    return (0.0, height if line.rising else 0.0), (width, 0.0 if line.rising else height)


def _head(width: float) -> float:
    return max(_HEAD_LEAST, _HEAD_WIDTHS * width)


def _mark(kind: str, tip: Point, control: Point, width: float) -> Path:
    if kind == "none":
        return ()
    back, size = _towards(tip, control, 1.0), _head(width)
    dx, dy = back[0] - tip[0], back[1] - tip[1]
    if kind == "arrow":
        base, half = (tip[0] + dx * size, tip[1] + dy * size), size * 0.42
        return closed((tip, (base[0] - dy * half, base[1] + dx * half), (base[0] + dy * half, base[1] - dx * half)))
    if kind == "bar":
        half, thick = size / 2, width / 2
        corners = ((half, thick), (half, -thick), (-half, -thick), (-half, thick))
        return closed((tip[0] - dy * a + dx * b, tip[1] + dx * a + dy * b) for a, b in corners)
    return ellipse(*tip, size * 0.4, size * 0.4)


def _towards(point: Point, other: Point, by: float) -> Point:
    """Return the point that lies ``by`` stage units from one towards another; itself where they are one."""
    far = hypot(other[0] - point[0], other[1] - point[1])
    return (point[0] + (other[0] - point[0]) * by / far, point[1] + (other[1] - point[1]) * by / far) if far else point


def _mixed(one: Point, other: Point, share: float) -> Point:
    return one[0] + (other[0] - one[0]) * share, one[1] + (other[1] - one[1]) * share
