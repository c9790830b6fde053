"""Cut: one slide after the other, at once."""

from ritornel.core.motion.declared import TransitionKind

TRANSITION = TransitionKind(
    name="cut",
    label="Cut",
    verb="cuts in",
    help="The slide is there at once.",
    duration_ms=0,
    pieces=lambda scene: (),
    instant=True,
)
