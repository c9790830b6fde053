"""Pulse: swells and comes back, to draw the eye."""

from collections.abc import Sequence

from ritornel.core.motion.curves import Curve
from ritornel.core.motion.declared import Asked, Effect, Param


def _curves(asked: Asked) -> Sequence[Curve]:
    peak = asked.params["peak"] / 100
    keys = ((0, 1.0), (0.5, peak), (1, 1.0))
    return (("scale_x", keys), ("scale_y", keys))


EFFECTS = (
    Effect(
        name="pulse",
        label="Pulse",
        verbs={"emphasis": "pulses"},
        help="Swells to a peak and comes back to its size.",
        duration_ms=700,
        easing={"emphasis": "ease-in-out"},
        curves=_curves,
        params=(Param("peak", "Peak", 110, least=101, most=300, unit="% of its size"),),
    ),
)
