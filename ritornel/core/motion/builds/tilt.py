"""Tilt: leans to one side and to the other, and stands straight again."""

from collections.abc import Sequence

from ritornel.core.motion.curves import Curve
from ritornel.core.motion.declared import Asked, Effect, Param


def _curves(asked: Asked) -> Sequence[Curve]:
    angle = float(asked.params["angle"])
    return (("rotate", ((0, 0.0), (0.25, angle), (0.65, -0.6 * angle), (1, 0.0))),)


EFFECTS = (
    Effect(
        name="tilt",
        label="Tilt",
        verbs={"emphasis": "tilts"},
        help="Leans to one side and to the other, and stands straight again.",
        duration_ms=800,
        easing={"emphasis": "ease-in-out"},
        curves=_curves,
        params=(Param("angle", "Angle", 8, least=-90, most=90, unit="°"),),
    ),
)
