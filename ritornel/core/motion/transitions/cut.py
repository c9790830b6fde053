"""Cut: one slide after the other, at once."""

from ritornel.core.motion.declared import Layers, TransitionKind


def _layers(subtype: str, colour: str, width: float, height: float) -> Layers:
    return Layers((), ())


TRANSITION = TransitionKind(
    name="cut",
    label="Cut",
    verb="by cut",
    help="The slide is there at once.",
    duration_ms=0,
    layers=_layers,
    instant=True,
)
