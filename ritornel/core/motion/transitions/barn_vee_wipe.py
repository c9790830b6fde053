"""SMIL's barnVeeWipe: two edges part from a wedge."""

from ritornel.core.motion.geometry.edges import across, between, from_bottom, from_right, wedge_band
from ritornel.core.motion.wiping import Wipe, wipe

TRANSITION = wipe(
    "barnVeeWipe",
    "Chevron",
    "opens",
    "A band widens from a bent line.",
    {
        "down": Wipe("as a chevron that points down", between(wedge_band)),
        "left": Wipe("as a chevron that points left", between(from_right(across(wedge_band)))),
        "up": Wipe("as a chevron that points up", between(from_bottom(wedge_band))),
        "right": Wipe("as a chevron that points right", between(across(wedge_band))),
    },
)
