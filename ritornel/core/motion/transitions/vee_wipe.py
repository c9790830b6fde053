"""SMIL's veeWipe: a wedge passes over the stage, its point ahead."""

from ritornel.core.motion.geometry.edges import across, between, from_bottom, from_right, wedge
from ritornel.core.motion.wiping import Wipe, wipe

TRANSITION = wipe(
    "veeWipe",
    "Wedge",
    "sweeps over",
    "A wedge passes over the stage, its point ahead.",
    {
        "down": Wipe("as a wedge from the top", between(wedge)),
        "left": Wipe("as a wedge from the right", between(from_right(across(wedge)))),
        "up": Wipe("as a wedge from the bottom", between(from_bottom(wedge))),
        "right": Wipe("as a wedge from the left", between(across(wedge))),
    },
)
