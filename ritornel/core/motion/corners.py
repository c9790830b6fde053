"""Corners that are carried: a rectangle, or a picture, whose corners are rounder on one slide than on the other."""

from math import cos, pi, sin
from typing import Any

from msgspec.structs import replace

from ritornel.core.model import Clip, Object, Picture, Shape
from ritornel.core.motion.curves import Curve

_STEPS = 12
_PER_CORNER = 8
Ends = tuple[float, float]
"""A number at the beginning and at the end."""

_CORNERS = ((True, False, -90), (True, True, 0), (False, True, 90), (False, False, 180))
"""Whether a corner is right, whether it is low, and at what angle in degrees its arc begins; clockwise."""


def corner_radius(thing: Object) -> float | None:
    """Return the corner radius as it is drawn, in stage units; None where a clip cannot make it another.

    A border runs along the corner, a shadow and a soft edge lie outside of it: they would be cut.
    """
    if thing.shadow is not None or thing.soft_edge:
        return None
    if isinstance(thing, Shape):
        given = thing.corner_radius if thing.form == "rectangle" and thing.line == "none" else None
    elif isinstance(thing, Picture | Clip):
        frame = thing.frame
        filled = frame.mask == "rectangle" and frame.line == "none" and thing.fit == "fill"
        given = frame.corner_radius if filled else None
    else:
        given = None
    return None if given is None else min(given, thing.width / 2, thing.height / 2)


def unrounded(thing: Object) -> Object:
    """Return an object whose corner radius can be carried as it is but for that."""
    if corner_radius(thing) is None:
        return thing
    if isinstance(thing, Picture | Clip):
        return replace(thing, frame=replace(thing.frame, corner_radius=0.0))
    plain: dict[str, Any] = {"corner_radius": 0.0}
    return replace(thing, **plain)


def rounding(thing: Object, radii: Ends, across: Ends, down: Ends) -> Curve:
    """Return a clip of an object whose corners go from one radius to another, in stage units as they are seen.

    ``across`` and ``down`` are how large it is seen, in shares of its own size.
    """
    keys = []
    for n in range(_STEPS + 1):
        radius, wide, high = (a + (b - a) * n / _STEPS for a, b in (radii, across, down))
        keys.append((n / _STEPS, _rounded(thing.width, thing.height, radius / wide, radius / high)))
    return ("clip", tuple(keys))


def _rounded(width: float, height: float, across: float, down: float) -> tuple[float, ...]:
    """Return a box with round corners as x and y one after another; each corner an arc of as many points."""
    across, down = min(across, width / 2), min(down, height / 2)
    places: list[float] = []
    for right, low, begins in _CORNERS:
        x, y = (width - across if right else across), (height - down if low else down)
        for n in range(_PER_CORNER + 1):
            angle = (begins + 90 * n / _PER_CORNER) * pi / 180
            places += (x + across * cos(angle), y + down * sin(angle))
    return tuple(places)
