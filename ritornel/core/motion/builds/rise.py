"""Rise: comes up a little and fades in."""

from collections.abc import Sequence

from ritornel.core.motion.curves import Curve
from ritornel.core.motion.declared import Asked, Effect, Param

_SIDES = {"below": (0, 1), "above": (0, -1), "left": (-1, 0), "right": (1, 0)}


def _curves(asked: Asked) -> Sequence[Curve]:
    across, down = _SIDES[asked.params["side"]]
    distance = asked.params["distance"]
    moves = (("x", across), ("y", down))
    ways = [(name, ((0, way * distance), (1, 0.0))) for name, way in moves if way]
    return (*ways, ("opacity", ((0, 0.0), (1, 1.0))))


EFFECTS = (
    Effect(
        name="rise",
        label="Rise",
        verbs={"entrance": "rises in", "exit": "sinks out"},
        help="Comes from a little way off and fades in.",
        duration_ms=700,
        easing={"entrance": "cubic-bezier(0.2, 0.7, 0.3, 1)", "exit": "cubic-bezier(0.7, 0, 0.8, 0.3)"},
        curves=_curves,
        params=(
            Param(
                "side",
                "From",
                "below",
                choices=(("below", "below"), ("above", "above"), ("left", "the left"), ("right", "the right")),
            ),
            Param("distance", "Distance", 36, least=1, most=400, unit="stage units"),
        ),
    ),
)
