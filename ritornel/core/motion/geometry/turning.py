"""The stage as a sheet in space: what it looks like from the front when it is turned, moved or scaled, as homographies.

A homography is a 3x3 matrix, row by row, that takes places (x, y, 1) of the slide to places of the stage (Hartley and
Zisserman, Multiple View Geometry, 2.3). The eye is before the middle of the stage, ``EYE`` widths away.
"""

from collections.abc import Callable
from itertools import pairwise
from math import cos, pi, sin

from ritornel.core.motion.curves import Curve

Matrix = tuple[float, ...]

EYE = 2.0
_KEYS = 32
_BISECTIONS = 40
_EDGE_ON = 1e-6

AS_IT_IS: Matrix = (1.0, 0.0, 0.0, 0.0, 1.0, 0.0, 0.0, 0.0, 1.0)


def moved(x: float, y: float) -> Matrix:
    """Return a slide that is moved by stage units."""
    return (1.0, 0.0, x, 0.0, 1.0, y, 0.0, 0.0, 1.0)


def scaled(scale: float, width: float, height: float) -> Matrix:
    """Return a slide that is scaled about the middle of the stage."""
    return (scale, 0.0, (1 - scale) * width / 2, 0.0, scale, (1 - scale) * height / 2, 0.0, 0.0, 1.0)


def turned(
    degrees: float, width: float, height: float, *, about: float = 0.5, depth: float = 0.0, back: float = 0.0
) -> Matrix:
    """Return a slide that is turned about an upright axis: its right side goes away from the eye.

    The axis stands at ``about`` of the width, ``depth`` widths behind the stage; all is ``back`` widths further away.
    """
    angle = degrees * pi / 180
    axis, behind, eye = about * width, depth * width, EYE * width
    # A place (x, y, 0) goes to (axis + (x - axis) cos + behind sin, y, behind + (x - axis) sin - behind cos) + back.
    x_x, x_1 = cos(angle), axis - axis * cos(angle) + behind * sin(angle)
    z_x, z_1 = sin(angle), behind - axis * sin(angle) - behind * cos(angle) + back * width
    return (
        x_x + width / 2 * z_x / eye,
        0.0,
        x_1 + width / 2 * z_1 / eye,
        height / 2 * z_x / eye,
        1.0,
        height / 2 * z_1 / eye,
        z_x / eye,
        0.0,
        1.0 + z_1 / eye,
    )


def transposed(matrix: Matrix) -> Matrix:
    """Return the same for a stage that lies on its side: across for down."""
    a, b, c, d, e, f, g, h, i = matrix
    return (e, d, f, b, a, c, h, g, i)


def facing(course: Callable[[float], Matrix]) -> Curve:
    """Return a curve of opacity: a slide on its ``course`` is seen while it shows its face, and not from behind."""
    shows = [_shows_its_face(course(n / _KEYS)) for n in range(_KEYS + 1)]
    keys: list[tuple[float, float]] = [(0.0, float(shows[0]))]
    for n, (before, after) in enumerate(pairwise(shows)):
        if before != after:
            at = _turn_between(course, n / _KEYS, (n + 1) / _KEYS, before)
            keys += [(at, float(before)), (at, float(after))]
    return "opacity", (*keys, (1.0, float(shows[-1])))


def _turn_between(course: Callable[[float], Matrix], low: float, high: float, face: bool) -> float:
    for _ in range(_BISECTIONS):
        middle = (low + high) / 2
        if _shows_its_face(course(middle)) == face:
            low = middle
        else:
            high = middle
    return high


def _shows_its_face(matrix: Matrix) -> bool:
    """Tell whether a homography keeps left and right as they are: its determinant is positive."""
    a, b, c, d, e, f, g, h, i = matrix
    return a * (e * i - f * h) - b * (d * i - f * g) + c * (d * h - e * g) > _EDGE_ON


def over(course: Callable[[float], Matrix], start: float = 0.0, end: float = 1.0) -> Curve:
    """Return a curve of homographies: ``course`` of 0..1 between two shares of the progress."""
    keys = [(start + (end - start) * n / _KEYS, course(n / _KEYS)) for n in range(_KEYS + 1)]
    before = [(0.0, keys[0][1])] if start > 0 else []
    after = [(1.0, keys[-1][1])] if end < 1 else []
    return "homography", (*before, *keys, *after)
