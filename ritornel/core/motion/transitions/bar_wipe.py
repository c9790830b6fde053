"""SMIL's barWipe: a straight edge passes over the stage."""

from ritornel.core.motion.geometry.edges import across, bar, between
from ritornel.core.motion.wiping import Wipe, wipe

TRANSITION = wipe(
    "barWipe",
    "Edge",
    "sweeps over",
    "A straight edge passes over the stage and uncovers the slide.",
    {
        "leftToRight": Wipe("from the left", between(bar)),
        "topToBottom": Wipe("from the top", between(across(bar))),
    },
)
