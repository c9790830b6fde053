"""Bracket: a line drawn by hand along one side of something, hooked at its ends."""

from collections.abc import Sequence

from ritornel.core.drawing.smoothing import path_through
from ritornel.core.model.paths import path_data
from ritornel.core.motion.curves import Curve
from ritornel.core.motion.declared import Asked, Effect, Mark, Param

_HOOK = 0.35
"""A hook is so much of the room beside what is bracketed, and twice that at most of its height."""


def _curves(asked: Asked) -> Sequence[Curve]:
    return (("drawn", ((0, 0.0), (1, 1.0))),)


def _bracket(asked: Asked) -> Mark:
    left, top = min(b.x for b in asked.lines), min(b.y for b in asked.lines)
    right, bottom = max(b.x + b.width for b in asked.lines), max(b.y + b.height for b in asked.lines)
    room = asked.params["room"]
    at, way = (left - room, 1) if asked.params["side"] == "left" else (right + room, -1)
    hook = min(room * _HOOK + asked.params["width"], (bottom - top) * 2 * _HOOK)
    points = [(at + way * hook, top), (at, top + hook / 2), (at, bottom - hook / 2), (at + way * hook, bottom)]
    path = path_data(path_through(points, smooth=True, closed=False))
    return Mark(path, asked.params["colour"], asked.params["width"])


EFFECTS = (
    Effect(
        name="bracket",
        label="Bracket",
        verbs={"emphasis": "is bracketed"},
        help="A bracket is drawn beside it by hand.",
        duration_ms=600,
        easing={"emphasis": "ease-out"},
        curves=_curves,
        params=(
            Param("side", "On its", "left", choices=(("left", "left"), ("right", "right"))),
            Param("colour", "Colour", "#c8742a", colour=True),
            Param("width", "Width", 5, least=1, most=40, unit="stage units"),
            Param("room", "Room beside", 18, least=0, most=200, unit="stage units"),
        ),
        mark=_bracket,
        reads=True,
    ),
)
