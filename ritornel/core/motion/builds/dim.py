"""To an opacity: is dimmed, and stays so."""

from collections.abc import Sequence

from ritornel.core.motion.curves import Curve
from ritornel.core.motion.declared import Asked, Effect, Param


def _curves(asked: Asked) -> Sequence[Curve]:
    return (("opacity", ((0, 1.0), (1, asked.params["opacity"] / 100))),)


EFFECTS = (
    Effect(
        name="dim",
        label="Dim",
        verbs={"emphasis": "is dimmed"},
        help="Becomes fainter and stays so.",
        duration_ms=600,
        easing={"emphasis": "ease-in-out"},
        curves=_curves,
        params=(Param("opacity", "Opacity", 35, least=0, most=100, unit="%"),),
    ),
)
