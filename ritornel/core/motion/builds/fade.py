"""Fade: from clear to solid."""

from collections.abc import Sequence

from ritornel.core.motion.curves import Curve
from ritornel.core.motion.declared import Asked, Effect


def _curves(asked: Asked) -> Sequence[Curve]:
    return (("opacity", ((0, 0.0), (1, 1.0))),)


EFFECTS = (
    Effect(
        name="fade",
        label="Fade",
        verbs={"entrance": "fades in", "exit": "fades out"},
        help="Comes out of the background, or goes into it.",
        duration_ms=600,
        easing={"entrance": "ease-out", "exit": "ease-in"},
        curves=_curves,
    ),
)
