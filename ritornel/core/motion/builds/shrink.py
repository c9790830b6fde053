"""Shrink: from large to its size."""

from collections.abc import Sequence

from ritornel.core.motion.curves import Curve
from ritornel.core.motion.declared import Asked, Effect, Param


def _curves(asked: Asked) -> Sequence[Curve]:
    large = asked.params["size"] / 100
    keys = ((0, large), (1, 1.0))
    return (("scale_x", keys), ("scale_y", keys), ("opacity", ((0, 0.0), (1, 1.0))))


EFFECTS = (
    Effect(
        name="shrink",
        label="Shrink",
        verbs={"entrance": "shrinks in", "exit": "swells out"},
        help="Comes down to its size from a larger one, or swells and is gone.",
        duration_ms=700,
        easing={"entrance": "cubic-bezier(0.2, 0.7, 0.3, 1)", "exit": "ease-in"},
        curves=_curves,
        params=(Param("size", "From size", 160, least=105, most=500, unit="%"),),
    ),
)
