"""Draw on: its outline is drawn as by a pen, then it is filled. Properties: see ``play/inking.js``."""

from collections.abc import Sequence

from ritornel.core.motion.curves import Curve
from ritornel.core.motion.declared import Asked, Effect, Param


def _curves(asked: Asked) -> Sequence[Curve]:
    share = asked.params["drawing"] / 100
    return (("drawn", ((0, 0.0), (share, 1.0), (1, 2.0)) if share < 1 else ((0, 0.0), (1, 1.0), (1, 2.0))),)


EFFECTS = (
    Effect(
        name="draw",
        label="Draw",
        verbs={"entrance": "is drawn", "exit": "is undrawn"},
        help="A line is drawn along its outline, then it is filled.",
        duration_ms=1600,
        easing={"entrance": "ease-in-out", "exit": "ease-in-out"},
        curves=_curves,
        params=(Param("drawing", "Drawing for", 70, least=10, most=100, unit="% of its time"),),
    ),
)
