"""Settle: comes in on a spring and swings to rest."""

from collections.abc import Sequence

from ritornel.core.motion.curves import Curve
from ritornel.core.motion.declared import Asked, Effect, Param


def _curves(asked: Asked) -> Sequence[Curve]:
    return (("y", ((0, -asked.params["distance"]), (1, 0.0))), ("opacity", ((0, 0.0), (0.15, 1.0), (1, 1.0))))


EFFECTS = (
    Effect(
        name="settle",
        label="Settle",
        verbs={"entrance": "settles in"},
        help="Drops in on a spring and swings to rest.",
        duration_ms=1200,
        easing={"entrance": "spring(180, 12)"},
        curves=_curves,
        params=(Param("distance", "From above by", 120, least=1, most=720, unit="stage units"),),
    ),
)
