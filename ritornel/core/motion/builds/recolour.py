"""To a colour: becomes another colour, once or for good. Properties: see ``play/inking.js``."""

from collections.abc import Sequence

from ritornel.core.motion.curves import Curve
from ritornel.core.motion.declared import Asked, Effect, Param


def _curves(asked: Asked) -> Sequence[Curve]:
    colour = asked.params["colour"]
    red, green, blue = (int(colour[at : at + 2], 16) for at in (1, 3, 5))
    none, whole = (red, green, blue, 0.0), (red, green, blue, 1.0)
    if asked.params["stays"] == "stays":
        return (("colour", ((0, none), (1, whole))),)
    return (("colour", ((0, none), (0.3, whole), (0.7, whole), (1, none))),)


EFFECTS = (
    Effect(
        name="recolour",
        label="Colour",
        verbs={"emphasis": "becomes another colour"},
        help="Its fill, line and letters become a colour, and stay so or go back.",
        duration_ms=600,
        easing={"emphasis": "ease-in-out"},
        curves=_curves,
        params=(
            Param("colour", "Colour", "#c8742a", colour=True),
            Param("stays", "And", "stays", choices=(("stays", "stays so"), ("returns", "goes back"))),
        ),
    ),
)
