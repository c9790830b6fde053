"""To a size: becomes larger or smaller and stays so."""

from collections.abc import Sequence

from ritornel.core.motion.curves import Curve
from ritornel.core.motion.declared import Asked, Effect, Param


def _curves(asked: Asked) -> Sequence[Curve]:
    keys = ((0, 1.0), (1, asked.params["size"] / 100))
    return (("scale_x", keys), ("scale_y", keys))


EFFECTS = (
    Effect(
        name="resize",
        label="To a size",
        verbs={"emphasis": "is resized"},
        help="Becomes larger or smaller about its middle, and stays so.",
        duration_ms=700,
        easing={"emphasis": "ease-in-out"},
        curves=_curves,
        params=(Param("size", "Size", 125, least=1, most=1000, unit="%"),),
    ),
)
