"""SMIL's zigZagWipe: a toothed edge passes over the stage."""

from ritornel.core.motion.geometry.edges import across, between, toothed_bar
from ritornel.core.motion.wiping import Wipe, wipe

TRANSITION = wipe(
    "zigZagWipe",
    "Toothed edge",
    "sweeps over",
    "A toothed edge passes over the stage.",
    {
        "leftToRight": Wipe("with teeth from the left", between(toothed_bar)),
        "topToBottom": Wipe("with teeth from the top", between(across(toothed_bar))),
    },
)
