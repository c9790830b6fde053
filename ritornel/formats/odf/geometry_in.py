"""Where the shapes of a page stand: their boxes, turned and moved by transformations."""

import re
from math import atan2, cos, degrees, sin, tan
from typing import NamedTuple

from ritornel.core.model.paths import BadPath, Path, Segment, in_shares, path_data, points_of
from ritornel.formats.odf.names import Element, points, told
from ritornel.formats.svg_paths import path_of

Matrix = tuple[float, float, float, float, float, float]
"""a, b, c, d, e, f as SVG has them: x' = a x + c y + e, y' = b x + d y + f."""

IDENTITY: Matrix = (1, 0, 0, 1, 0, 0)
_OPERATION = re.compile(r"(matrix|translate|scale|rotate|skewX|skewY)\s*\(([^)]*)\)")


class Stood(NamedTuple):
    """A box in points, and by how many degrees it is turned clockwise about its middle."""

    x: float
    y: float
    width: float
    height: float
    rotation: float


def stood(element: Element, least_height: float = 0.0) -> Stood:
    """Return where a shape stands, by its corner or by its transformation."""
    x, y = points(told(element, "svg:x", "0")), points(told(element, "svg:y", "0"))
    width = points(told(element, "svg:width", "0"))
    height = max(points(told(element, "svg:height", "0")), least_height)
    matrix = transformation(told(element, "draw:transform"))
    return moved(x, y, width, height, matrix)


def moved(x: float, y: float, width: float, height: float, matrix: Matrix) -> Stood:
    """Return where a box stands after a transformation; what is skewed stands upright."""
    a, b, c, d, e, f = matrix
    across, down = (a * a + b * b) ** 0.5, (c * c + d * d) ** 0.5
    middle = x + width / 2, y + height / 2
    cx, cy = a * middle[0] + c * middle[1] + e, b * middle[0] + d * middle[1] + f
    wide, high = width * across, height * down
    return Stood(cx - wide / 2, cy - high / 2, wide, high, round(degrees(atan2(b, a)), 3))


def transformation(words: str) -> Matrix:
    """Return the matrix of a list of operations, carried out from left to right."""
    matrix = IDENTITY
    for kind, inside in _OPERATION.findall(words):
        parts = inside.replace(",", " ").split()
        try:
            matrix = _after(matrix, _operation(kind, parts))
        except (ValueError, IndexError):
            continue
    return matrix


def _operation(kind: str, parts: list[str]) -> Matrix:
    if kind == "translate":
        return (1, 0, 0, 1, points(parts[0]), points(parts[1]) if len(parts) > 1 else 0)
    if kind == "matrix":
        a, b, c, d = (float(part) for part in parts[:4])
        return (a, b, c, d, points(parts[4]), points(parts[5]))
    number = float(parts[0])
    if kind == "scale":
        return (number, 0, 0, float(parts[1]) if len(parts) > 1 else number, 0, 0)
    if kind == "rotate":  # counterclockwise, in radians
        return (cos(number), -sin(number), sin(number), cos(number), 0, 0)
    return (1, 0, tan(-number), 1, 0, 0) if kind == "skewX" else (1, tan(-number), 0, 1, 0, 0)


def _after(first: Matrix, then: Matrix) -> Matrix:
    a, b, c, d, e, f = then
    p, q, r, s, t, u = first
    return (a * p + c * q, b * p + d * q, a * r + c * s, b * r + d * s, a * t + c * u + e, b * t + d * u + f)


def drawn(element: Element) -> str:
    """Return the path of a drawn shape in shares of its box; empty where it has none that can be read."""
    box = _view(told(element, "svg:viewBox"))
    data = told(element, "svg:d")
    if not data:
        pairs = [pair.split(",") for pair in told(element, "draw:points").split()]
        data = "M" + "L".join(f"{p[0]} {p[1]}" for p in pairs if len(p) == 2)
        data += "Z" if element.tag.endswith("polygon") and pairs else ""
    try:
        path = path_of(data)
    except (BadPath, ValueError):
        return ""
    return path_data(_in(path, box))


def _view(words: str) -> tuple[float, float, float, float] | None:
    try:
        x, y, width, height = (float(n) for n in words.replace(",", " ").split())
    except ValueError:
        return None
    return (x, y, width, height) if width > 0 and height > 0 else None


def _in(path: Path, box: tuple[float, float, float, float] | None) -> Path:
    """Return a path in shares of its view box; of the box around its points where it has none."""
    if box is None:
        return in_shares(path)[0] if points_of(path) else path
    x, y, width, height = box
    return tuple(
        Segment(s.letter, tuple((n - y) / height if at % 2 else (n - x) / width for at, n in enumerate(s.numbers)))
        for s in path
    )
