"""Blur: comes into focus."""

from collections.abc import Sequence

from ritornel.core.motion.curves import Curve
from ritornel.core.motion.declared import Asked, Effect, Param


def _curves(asked: Asked) -> Sequence[Curve]:
    return (("blur", ((0, float(asked.params["blur"])), (1, 0.0))), ("opacity", ((0, 0.0), (1, 1.0))))


EFFECTS = (
    Effect(
        name="blur",
        label="Blur",
        verbs={"entrance": "comes into focus", "exit": "goes out of focus"},
        help="Comes into focus, or goes out of it.",
        duration_ms=900,
        easing={"entrance": "ease-out", "exit": "ease-in"},
        curves=_curves,
        params=(Param("blur", "Blur", 18, least=1, most=60, unit="stage units"),),
    ),
)
