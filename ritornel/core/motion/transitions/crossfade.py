"""Crossfade: the slide fades in over the one before."""

from ritornel.core.motion.declared import Layers, TransitionKind


def _layers(subtype: str, colour: str, width: float, height: float) -> Layers:
    return Layers((), (("opacity", ((0, 0.0), (1, 1.0))),))


TRANSITION = TransitionKind(
    name="crossfade",
    label="Crossfade",
    verb="by crossfade",
    help="Fades in over the slide before.",
    duration_ms=800,
    layers=_layers,
)
