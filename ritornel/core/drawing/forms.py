"""The forms that shapes have, each as a path in shares of its box."""

from collections.abc import Callable, Sequence
from math import cos, pi, sin
from typing import NamedTuple

from ritornel.core.drawing.figures import ROUND, Point, closed, ellipse
from ritornel.core.model.objects import Shape
from ritornel.core.model.paths import Path, Segment, path_data, placed, read_path

_TAIL_SHARE = 0.18
"""How broad a bubble's tail is at its root, as a share of its shorter side."""


class Form(NamedTuple):
    """A form: as people say it, how its path is made, and which of a shape's settings it heeds."""

    label: str
    path: Callable[[Shape], Path]
    settings: tuple[str, ...] = ()


def outline(shape: Shape) -> Path:
    """Return the outline of a shape in stage units of its box; half its line's width inside, where it has a line."""
    inset = shape.line_width / 2 if shape.line != "none" else 0.0
    width, height = max(0.0, shape.width - 2 * inset), max(0.0, shape.height - 2 * inset)
    return placed(FORMS[shape.form].path(shape), inset, inset, width, height)


def outline_data(shape: Shape) -> str:
    """Return the outline as SVG path data."""
    return path_data(outline(shape))


def _rectangle(shape: Shape) -> Path:
    return _rounded(*_radii(shape), [])


def _radii(shape: Shape) -> Point:
    """Return a shape's corner radius in shares of its width and height, at most half of the shorter side."""
    radius = min(shape.corner_radius, shape.width / 2, shape.height / 2)
    return radius / shape.width, radius / shape.height


def _rounded(rx: float, ry: float, tail: Sequence[Point], side: int = -1) -> Path:
    """Return a box with round corners; on ``side`` (0 top, 1 right, 2 bottom, 3 left) it goes through ``tail``."""
    corners = ((1.0, 0.0), (1.0, 1.0), (0.0, 1.0), (0.0, 0.0))
    along = ((1, 0), (0, 1), (-1, 0), (0, -1))
    path = [Segment("M", (rx, 0.0))]
    for number, ((x, y), (dx, dy)) in enumerate(zip(corners, along, strict=True)):
        if number == side:
            path += [Segment("L", point) for point in tail]
        before = (x - dx * rx, y - dy * ry)
        path.append(Segment("L", before))
        if rx and ry:
            nx, ny = along[(number + 1) % 4]
            after = (x + nx * rx, y + ny * ry)
            far = 1 - ROUND
            path.append(
                Segment("C", (x - dx * rx * far, y - dy * ry * far, x + nx * rx * far, y + ny * ry * far, *after))
            )
    return (*path, Segment("Z"))


def _around(count: int, radius: Callable[[int], float]) -> Path:
    """Return corners around a middle, the first at the top, stretched so that they fill the box."""
    points = [(radius(n) * sin(2 * pi * n / count), -radius(n) * cos(2 * pi * n / count)) for n in range(count)]
    xs, ys = zip(*points, strict=True)
    left, top, width, height = min(xs), min(ys), max(xs) - min(xs), max(ys) - min(ys)
    return closed([((x - left) / width, (y - top) / height) for x, y in points])


def _polygon(shape: Shape) -> Path:
    return _around(shape.corners, lambda n: 1.0)


def _star(shape: Shape) -> Path:
    return _around(2 * shape.corners, lambda n: shape.inner if n % 2 else 1.0)


def _triangle(shape: Shape) -> Path:
    return closed([(0.5, 0), (1, 1), (0, 1)])


def _arrow(shape: Shape) -> Path:
    """Return an arrow to the right: ``inner`` of the box is its head, its shaft half as thick as that."""
    neck = 1 - shape.inner
    return closed([(0, 0.25), (neck, 0.25), (neck, 0), (1, 0.5), (neck, 1), (neck, 0.75), (0, 0.75)])


def _ring(shape: Shape) -> Path:
    inner = shape.inner / 2
    return (*ellipse(0.5, 0.5, 0.5, 0.5), *ellipse(0.5, 0.5, inner, inner, clockwise=False))


def _bubble(shape: Shape) -> Path:
    """Return a speech bubble: a box with round corners whose tail ends at ``tail``, in shares of the box."""
    rx, ry = _radii(shape)
    x, y = shape.tail
    if 0 <= x <= 1 and 0 <= y <= 1:
        return _rounded(rx, ry, [])
    half = _TAIL_SHARE * min(shape.width, shape.height) / 2
    across, down = x - 0.5, y - 0.5
    if abs(across) > abs(down):
        first, last = _root(y, half / shape.height, ry)
        right = across > 0
        tail = [(float(right), first), (x, y), (float(right), last)]
        return _rounded(rx, ry, tail if right else tail[::-1], 1 if right else 3)
    first, last = _root(x, half / shape.width, rx)
    below = down > 0
    tail = [(first, float(below)), (x, y), (last, float(below))]
    return _rounded(rx, ry, tail[::-1] if below else tail, 2 if below else 0)


def _root(end: float, half: float, radius: float) -> Point:
    """Return from where to where on its side a tail that ends at ``end`` is rooted: halfway there, off the corners."""
    middle = min(max(0.25 + end * 0.5, radius + half), 1 - radius - half)
    return middle - half, middle + half


def _free(shape: Shape) -> Path:
    return read_path(shape.path) if shape.path else closed([(0, 0), (1, 0), (1, 1), (0, 1)])


FORMS: dict[str, Form] = {
    "rectangle": Form("rectangle", _rectangle, ("corner_radius",)),
    "ellipse": Form("ellipse", lambda shape: ellipse(0.5, 0.5, 0.5, 0.5)),
    "triangle": Form("triangle", _triangle),
    "polygon": Form("polygon", _polygon, ("corners",)),
    "star": Form("star", _star, ("corners", "inner")),
    "arrow": Form("arrow", _arrow, ("inner",)),
    "bubble": Form("speech bubble", _bubble, ("corner_radius", "tail")),
    "ring": Form("ring", _ring, ("inner",)),
    "path": Form("free path", _free),
}
"""By the model's names, in the order in which they are offered."""
