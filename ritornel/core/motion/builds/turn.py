"""Turn: turns about its middle and stays as it was turned."""

from collections.abc import Sequence

from ritornel.core.motion.curves import Curve
from ritornel.core.motion.declared import Asked, Effect, Param


def _curves(asked: Asked) -> Sequence[Curve]:
    return (("rotate", ((0, 0.0), (1, float(asked.params["angle"])))),)


EFFECTS = (
    Effect(
        name="turn",
        label="Turn",
        verbs={"emphasis": "turns"},
        help="Turns about its middle and stays as it was turned.",
        duration_ms=1000,
        easing={"emphasis": "ease-in-out"},
        curves=_curves,
        params=(Param("angle", "Angle", 360, least=-3600, most=3600, unit="°"),),
    ),
)
