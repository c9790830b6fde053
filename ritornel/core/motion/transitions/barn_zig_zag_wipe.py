"""SMIL's barnZigZagWipe: two toothed edges part from the middle."""

from ritornel.core.motion.geometry.edges import across, between, toothed_middle
from ritornel.core.motion.wiping import Wipe, wipe

TRANSITION = wipe(
    "barnZigZagWipe",
    "Torn open",
    "opens",
    "Two toothed edges part from the middle.",
    {
        "vertical": Wipe("torn to both sides", between(toothed_middle)),
        "horizontal": Wipe("torn up and down", between(across(toothed_middle))),
    },
)
