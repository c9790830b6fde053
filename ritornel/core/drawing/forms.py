"""The forms that shapes have, each as a path in shares of its box."""

from collections.abc import Callable, Sequence
from math import cos, pi, sin
from typing import NamedTuple

from ritornel.core.model.objects import Shape
from ritornel.core.model.paths import Path, Segment, path_data, placed, read_path

_ROUND = 0.5522847498
"""How far the handles of a cubic curve reach that is nearest to a quarter of a circle."""

_TAIL_SHARE = 0.18
"""How broad a bubble's tail is at its root, as a share of its shorter side."""

Point = tuple[float, float]


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


def _closed(points: Sequence[Point]) -> Path:
    first, *others = points
    return (Segment("M", first), *(Segment("L", p) for p in others), Segment("Z"))


def _ellipse(x: float = 0.5, y: float = 0.5, rx: float = 0.5, ry: float = 0.5, clockwise: bool = True) -> Path:
    turn = 1 if clockwise else -1
    kx, ky = rx * _ROUND, ry * _ROUND * turn
    r = ry * turn
    return (
        Segment("M", (x + rx, y)),
        Segment("C", (x + rx, y + ky, x + kx, y + r, x, y + r)),
        Segment("C", (x - kx, y + r, x - rx, y + ky, x - rx, y)),
        Segment("C", (x - rx, y - ky, x - kx, y - r, x, y - r)),
        Segment("C", (x + kx, y - r, x + rx, y - ky, x + rx, y)),
        Segment("Z"),
    )


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
            far = 1 - _ROUND
            path.append(
                Segment("C", (x - dx * rx * far, y - dy * ry * far, x + nx * rx * far, y + ny * ry * far, *after))
            )
    return (*path, Segment("Z"))


def _around(count: int, radius: Callable[[int], float]) -> Path:
    """Return corners around a middle, the first at the top, stretched so that they fill the box."""
    points = [(radius(n) * sin(2 * pi * n / count), -radius(n) * cos(2 * pi * n / count)) for n in range(count)]
    xs, ys = zip(*points, strict=True)
    left, top, width, height = min(xs), min(ys), max(xs) - min(xs), max(ys) - min(ys)
    return _closed([((x - left) / width, (y - top) / height) for x, y in points])


def _polygon(shape: Shape) -> Path:
    return _around(shape.corners, lambda n: 1.0)


def _star(shape: Shape) -> Path:
    return _around(2 * shape.corners, lambda n: shape.inner if n % 2 else 1.0)


def _triangle(shape: Shape) -> Path:
    return _closed([(0.5, 0), (1, 1), (0, 1)])


def _arrow(shape: Shape) -> Path:
    """Return an arrow to the right: ``inner`` of the box is its head, its shaft half as thick as that."""
    neck = 1 - shape.inner
    return _closed([(0, 0.25), (neck, 0.25), (neck, 0), (1, 0.5), (neck, 1), (neck, 0.75), (0, 0.75)])


def _ring(shape: Shape) -> Path:
    inner = shape.inner / 2
    return (*_ellipse(), *_ellipse(rx=inner, ry=inner, clockwise=False))


def _bubble(shape: Shape) -> Path:
    """Return a speech bubble: a box with round corners whose tail ends at ``tail``, in shares of the box."""
    rx, ry = _radii(shape)
    x, y = shape.tail
    inside = 0 <= x <= 1 and 0 <= y <= 1
    if inside:
        return _rounded(rx, ry, [])
    across = (x - 0.5) * shape.width
    down = (y - 0.5) * shape.height
    beside = abs(across) * shape.height > abs(down) * shape.width
    half = _TAIL_SHARE * min(shape.width, shape.height) / 2
    if beside:
        share, radius = half / shape.height, ry
        root = min(max(0.5 + (y - 0.5) * 0.5, radius + share), 1 - radius - share)
        edge = 1.0 if across > 0 else 0.0
        tail = [(edge, root - share), (x, y), (edge, root + share)]
        return _rounded(rx, ry, tail if across > 0 else tail[::-1], 1 if across > 0 else 3)
    share, radius = half / shape.width, rx
    root = min(max(0.5 + (x - 0.5) * 0.5, radius + share), 1 - radius - share)
    edge = 1.0 if down > 0 else 0.0
    tail = [(root - share, edge), (x, y), (root + share, edge)]
    return _rounded(rx, ry, tail[::-1] if down > 0 else tail, 2 if down > 0 else 0)


def _free(shape: Shape) -> Path:
    return read_path(shape.path) if shape.path else _closed([(0, 0), (1, 0), (1, 1), (0, 1)])


FORMS: dict[str, Form] = {
    "rectangle": Form("rectangle", _rectangle, ("corner_radius",)),
    "ellipse": Form("ellipse", lambda shape: _ellipse()),
    "triangle": Form("triangle", _triangle),
    "polygon": Form("polygon", _polygon, ("corners",)),
    "star": Form("star", _star, ("corners", "inner")),
    "arrow": Form("arrow", _arrow, ("inner",)),
    "bubble": Form("speech bubble", _bubble, ("corner_radius", "tail")),
    "ring": Form("ring", _ring, ("inner",)),
    "path": Form("free path", _free),
}
"""By the model's names, in the order in which they are offered."""
