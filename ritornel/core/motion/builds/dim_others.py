"""Dim the others: everything else on the slide goes back, until another object is brought forward."""

from collections.abc import Mapping, Sequence
from typing import Any

from ritornel.core.motion.curves import Curve
from ritornel.core.motion.declared import Asked, Dimming, Effect, Param


def _curves(asked: Asked) -> Sequence[Curve]:
    return ()


def _others(params: Mapping[str, Any]) -> Dimming:
    return Dimming(params["opacity"] / 100, params["stays"] == "goes")


EFFECTS = (
    Effect(
        name="dim-others",
        label="Dim the others",
        verbs={"emphasis": "stands out"},
        help="Everything else becomes faint, until another object stands out or all of it comes back.",
        duration_ms=700,
        easing={"emphasis": "ease-in-out"},
        curves=_curves,
        others=_others,
        params=(
            Param("opacity", "The others at", 25, least=0, most=100, unit="%"),
            Param("stays", "Until", "stays", choices=(("stays", "another does"), ("goes", "its time is over"))),
        ),
    ),
)
