"""Swing: hangs from an edge and swings into its place."""

from collections.abc import Sequence

from ritornel.core.motion.curves import Curve
from ritornel.core.motion.declared import Asked, Effect, Param

_EDGES = {"top": (0.0, -0.5), "left": (-0.5, 0.0), "right": (0.5, 0.0), "bottom": (0.0, 0.5)}


def _curves(asked: Asked) -> Sequence[Curve]:
    across, down = _EDGES[asked.params["edge"]]
    pivots = (("pivot_x", across * asked.box.width), ("pivot_y", down * asked.box.height))
    return (
        ("rotate", ((0, float(asked.params["angle"])), (1, 0.0))),
        *((name, ((0, place), (1, place))) for name, place in pivots if place),
        ("opacity", ((0, 0.0), (0.3, 1.0), (1, 1.0))),
    )


EFFECTS = (
    Effect(
        name="swing",
        label="Swing",
        verbs={"entrance": "swings in", "exit": "swings out"},
        help="Hangs from an edge and swings into its place.",
        duration_ms=1100,
        easing={"entrance": "spring(120, 9)", "exit": "ease-in"},
        curves=_curves,
        params=(
            Param(
                "edge",
                "Hangs from",
                "top",
                choices=(("top", "the top"), ("left", "the left"), ("right", "the right"), ("bottom", "the bottom")),
            ),
            Param("angle", "From", 40, least=-180, most=180, unit="°"),
        ),
    ),
)
