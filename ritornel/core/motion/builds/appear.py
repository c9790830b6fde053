"""Appear: there from one instant to the next. What an unknown effect falls back to."""

from collections.abc import Sequence

from ritornel.core.motion.curves import Curve
from ritornel.core.motion.declared import Asked, Effect


def _curves(asked: Asked) -> Sequence[Curve]:
    return ()


EFFECTS = (
    Effect(
        name="appear",
        label="Appear",
        verbs={"entrance": "appears", "exit": "disappears", "path": "stays"},
        help="Is there, or gone, at once.",
        duration_ms=0,
        easing={},
        curves=_curves,
    ),
)
