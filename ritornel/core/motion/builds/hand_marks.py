"""Marks as by hand: a marker swept over words, an underline, a ring around."""

from collections.abc import Sequence
from itertools import pairwise

from ritornel.core.drawing.smoothing import path_through
from ritornel.core.model.box import Box
from ritornel.core.model.paths import path_data
from ritornel.core.motion.curves import Curve
from ritornel.core.motion.declared import Asked, Effect, Mark, Param

_WOBBLES = (0.0, 0.7, -0.5, 0.9, -0.8, 0.3, 0.0, -0.6, 0.8, -0.3)
_ROUND = (
    (0.12, -0.02), (0.5, -0.1), (0.93, 0.02), (1.07, 0.5), (0.9, 0.99), (0.48, 1.09), (0.05, 0.96), (-0.07, 0.48),
    (0.08, 0.03), (0.55, -0.06), (0.8, -0.02),
)  # fmt: skip
"""A ring that goes a little further than once round, in shares of what it is around."""

_STAYS = Param("stays", "And", "stays", choices=(("stays", "stays"), ("goes", "goes again")))


def _curves(asked: Asked) -> Sequence[Curve]:
    if asked.params["stays"] == "stays":
        return (("drawn", ((0, 0.0), (1, 1.0))),)
    return (("drawn", ((0, 0.0), (0.4, 1.0), (1, 1.0))), ("opacity", ((0, 1.0), (0.75, 1.0), (1, 0.0))))


def _marker(asked: Asked) -> Mark:
    lines = asked.lines
    thick = max(line.height for line in lines) * asked.params["height"] / 100
    path = "".join(_stroke(line, line.y + line.height * 0.55, 0.0, n) for n, line in enumerate(lines))
    return Mark(path, asked.params["colour"], thick, 0.55, behind=True)


def _underline(asked: Asked) -> Mark:
    width = asked.params["width"]
    path = "".join(_stroke(line, line.y + line.height * 0.98 + width, width, n) for n, line in enumerate(asked.lines))
    return Mark(path, asked.params["colour"], width)


def _ring(asked: Asked) -> Mark:
    left, top = min(b.x for b in asked.lines), min(b.y for b in asked.lines)
    right, bottom = max(b.x + b.width for b in asked.lines), max(b.y + b.height for b in asked.lines)
    room = asked.params["room"]
    points = [
        (left - room + x * (right - left + 2 * room), top - room + y * (bottom - top + 2 * room)) for x, y in _ROUND
    ]
    return Mark(
        path_data(path_through(points, smooth=True, closed=False)), asked.params["colour"], asked.params["width"]
    )


def _stroke(line: Box, y: float, wobble: float, number: int) -> str:
    """Return a stroke along a line of text that trembles by so much, as path data."""
    steps = max(2, min(9, int(line.width // 120) + 2))
    points = [
        (line.x + line.width * n / (steps - 1), y + wobble * _WOBBLES[(number + n) % len(_WOBBLES)])
        for n in range(steps)
    ]
    straight = not wobble or all(a[1] == b[1] for a, b in pairwise(points))
    return path_data(path_through(points, smooth=not straight, closed=False))


def _effect(name: str, label: str, verb: str, help_: str, mark: object, *params: Param) -> Effect:
    return Effect(
        name=name,
        label=label,
        verbs={"emphasis": verb},
        help=help_,
        duration_ms=700,
        easing={"emphasis": "ease-out"},
        curves=_curves,
        params=(*params, _STAYS),
        reads=True,
        mark=mark,  # type: ignore[arg-type]
    )


EFFECTS = (
    _effect(
        "marker", "Marker", "is marked", "A marker is swept under its words.", _marker,
        Param("colour", "Colour", "#f2c14e", colour=True),
        Param("height", "Height", 70, least=5, most=150, unit="%"),
    ),
    _effect(
        "underline", "Underline", "is underlined", "A line is drawn under its words by hand.", _underline,
        Param("colour", "Colour", "#c8742a", colour=True),
        Param("width", "Width", 5, least=1, most=40, unit="stage units"),
    ),
    _effect(
        "ring", "Ring", "is ringed", "A ring is drawn around it by hand.", _ring,
        Param("colour", "Colour", "#c8742a", colour=True),
        Param("width", "Width", 5, least=1, most=40, unit="stage units"),
        Param("room", "Room around", 14, least=0, most=200, unit="stage units"),
    ),
)  # fmt: skip
