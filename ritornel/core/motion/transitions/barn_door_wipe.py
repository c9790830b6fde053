"""SMIL's barnDoorWipe: two edges part from a line through the middle."""

from ritornel.core.motion.geometry.edges import across, between, from_right, middle_bar, slanting_band
from ritornel.core.motion.wiping import Wipe, wipe

TRANSITION = wipe(
    "barnDoorWipe",
    "Barn door",
    "opens",
    "Two edges part from a line through the middle.",
    {
        "vertical": Wipe("to both sides", between(middle_bar)),
        "horizontal": Wipe("up and down", between(across(middle_bar))),
        "diagonalBottomLeft": Wipe("from a slanting line", between(slanting_band)),
        "diagonalTopLeft": Wipe("from a falling line", between(from_right(slanting_band))),
    },
)
