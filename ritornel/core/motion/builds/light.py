"""Light: everything around an object goes dark, and the light goes with it, and on to the next that is lit."""

from collections.abc import Sequence

from ritornel.core.motion.curves import Curve
from ritornel.core.motion.declared import Asked, Effect, Mark, Param


def _curves(asked: Asked) -> Sequence[Curve]:
    return (("opacity", ((0, 0.0), (1, 1.0))),)


def _light(asked: Asked) -> Mark:
    return Mark("", "#000000", asked.params["room"], asked.params["dark"] / 100, behind=True)


EFFECTS = (
    Effect(
        name="light",
        label="Light",
        verbs={"emphasis": "is lit"},
        help="Everything around it goes dark; the light goes with it, and on to the next that is lit.",
        duration_ms=800,
        easing={"emphasis": "ease-in-out"},
        curves=_curves,
        mark=_light,
        lights=True,
        params=(
            Param("dark", "Around it dark by", 70, least=10, most=95, unit="%"),
            Param("room", "Room", 60, least=0, most=400, unit="stage units"),
        ),
    ),
)
