"""Kindle: catches as a lamp does, twice in vain, and burns."""

from collections.abc import Sequence

from ritornel.core.motion.curves import Curve
from ritornel.core.motion.declared import Asked, Effect, Param


def _curves(asked: Asked) -> Sequence[Curve]:
    first, second = asked.params["tries"] / 200, asked.params["tries"] / 120
    return (("opacity", ((0, 0.0), (0.14, first), (0.26, 0.04), (0.44, min(0.8, second)), (0.58, 0.1), (1, 1.0))),)


EFFECTS = (
    Effect(
        name="kindle",
        label="Kindle",
        verbs={"entrance": "is kindled", "exit": "goes out like a lamp"},
        help="Catches as a lamp does: twice in vain, then it burns.",
        duration_ms=1400,
        easing={"entrance": "ease-out", "exit": "ease-in"},
        curves=_curves,
        params=(Param("tries", "Its tries at", 60, least=10, most=100, unit="%"),),
    ),
)
