"""Unfold: opens out from an edge."""

from collections.abc import Sequence

from ritornel.core.motion.curves import Curve
from ritornel.core.motion.declared import Asked, Effect, Param

_EDGES = {
    "top": ("scale_y", "pivot_y", -0.5),
    "bottom": ("scale_y", "pivot_y", 0.5),
    "left": ("scale_x", "pivot_x", -0.5),
    "right": ("scale_x", "pivot_x", 0.5),
}


def _curves(asked: Asked) -> Sequence[Curve]:
    scale, pivot, share = _EDGES[asked.params["edge"]]
    place = share * (asked.box.height if pivot == "pivot_y" else asked.box.width)
    return ((scale, ((0, 0.0), (1, 1.0))), (pivot, ((0, place), (1, place))))


EFFECTS = (
    Effect(
        name="unfold",
        label="Unfold",
        verbs={"entrance": "unfolds", "exit": "folds up"},
        help="Opens out from an edge.",
        duration_ms=700,
        easing={"entrance": "cubic-bezier(0.2, 0.7, 0.3, 1)", "exit": "ease-in"},
        curves=_curves,
        params=(
            Param(
                "edge",
                "From",
                "top",
                choices=(("top", "the top"), ("bottom", "the bottom"), ("left", "the left"), ("right", "the right")),
            ),
        ),
    ),
)
