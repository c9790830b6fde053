"""Fade through a colour: the slide before goes into the colour, the next comes out of it."""

from ritornel.core.motion.declared import Layers, TransitionKind


def _layers(subtype: str, colour: str, width: float, height: float) -> Layers:
    return Layers(
        old=(("opacity", ((0, 1.0), (0.5, 0.0), (1, 0.0))),),
        new=(("opacity", ((0, 0.0), (0.5, 0.0), (1, 1.0))),),
        backdrop=colour,
    )


TRANSITION = TransitionKind(
    name="fade-through",
    label="Fade through a colour",
    verb="by fade through a colour",
    help="The slide before fades into a colour, this one out of it.",
    duration_ms=1200,
    layers=_layers,
    has_colour=True,
)
