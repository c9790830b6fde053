"""Overshoot: grows beyond its size and comes back to it."""

from collections.abc import Sequence

from ritornel.core.motion.curves import Curve
from ritornel.core.motion.declared import Asked, Effect


def _curves(asked: Asked) -> Sequence[Curve]:
    return (("scale_x", ((0, 0.0), (1, 1.0))), ("scale_y", ((0, 0.0), (1, 1.0))))


EFFECTS = (
    Effect(
        name="overshoot",
        label="Overshoot",
        verbs={"entrance": "springs in", "exit": "springs out"},
        help="Grows a little beyond its size and comes back to it.",
        duration_ms=800,
        easing={"entrance": "cubic-bezier(0.3, 1.6, 0.5, 1)", "exit": "cubic-bezier(0.5, 0, 0.7, -0.6)"},
        curves=_curves,
    ),
)
