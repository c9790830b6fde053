"""Fade through a colour: the slide before goes into the colour, the next comes out of it."""

from ritornel.core.motion.declared import TransitionKind
from ritornel.core.motion.pieces import moving

TRANSITION = TransitionKind(
    name="fade-through",
    label="Fade through a colour",
    verb="dissolves",
    help="The slide before fades into a colour, this one out of it.",
    duration_ms=1200,
    pieces=lambda scene: (
        moving("old", ("opacity", ((0, 1.0), (0.5, 0.0), (1, 0.0)))),
        moving("new", ("opacity", ((0, 0.0), (0.5, 0.0), (1, 1.0)))),
    ),
    subtypes=(("through", "through a colour"),),
    coloured=("through",),
)
