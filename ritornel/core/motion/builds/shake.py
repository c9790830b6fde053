"""Shake: trembles from side to side and stands still again."""

from collections.abc import Sequence

from ritornel.core.motion.curves import Curve
from ritornel.core.motion.declared import Asked, Effect, Param

_SWINGS = 6


def _curves(asked: Asked) -> Sequence[Curve]:
    far = asked.params["distance"]
    places = [
        (n / _SWINGS, 0.0 if n in (0, _SWINGS) else (-1) ** n * far * (1 - n / (_SWINGS + 2)))
        for n in range(_SWINGS + 1)
    ]
    return (("x", tuple(places)),)


EFFECTS = (
    Effect(
        name="shake",
        label="Shake",
        verbs={"emphasis": "shakes"},
        help="Trembles from side to side and stands still again.",
        duration_ms=600,
        easing={"emphasis": "ease-in-out"},
        curves=_curves,
        params=(Param("distance", "Distance", 14, least=1, most=200, unit="stage units"),),
    ),
)
