"""Nudge: moves a little one way and comes back."""

from collections.abc import Sequence

from ritornel.core.motion.curves import Curve
from ritornel.core.motion.declared import Asked, Effect, Param

_SIDES = {"right": (1, 0), "left": (-1, 0), "up": (0, -1), "down": (0, 1)}


def _curves(asked: Asked) -> Sequence[Curve]:
    far = asked.params["distance"]
    moves = zip(("x", "y"), _SIDES[asked.params["side"]], strict=True)
    return tuple((name, ((0, 0.0), (0.4, way * far), (1, 0.0))) for name, way in moves if way)


EFFECTS = (
    Effect(
        name="nudge",
        label="Nudge",
        verbs={"emphasis": "is nudged"},
        help="Moves a little one way and comes back.",
        duration_ms=600,
        easing={"emphasis": "ease-in-out"},
        curves=_curves,
        params=(
            Param(
                "side",
                "To",
                "right",
                choices=(("right", "the right"), ("left", "the left"), ("up", "above"), ("down", "below")),
            ),
            Param("distance", "Distance", 24, least=1, most=400, unit="stage units"),
        ),
    ),
)
