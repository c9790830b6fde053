"""SMIL's roundRectWipe: a rectangle with round corners opens from the middle."""

from ritornel.core.motion.geometry.figures import grown, round_rectangle, turned
from ritornel.core.motion.wiping import Wipe, wipe

TRANSITION = wipe(
    "roundRectWipe",
    "Rounded rectangle",
    "opens",
    "A rectangle with round corners opens from the middle.",
    {
        "horizontal": Wipe("as a rounded rectangle", grown(round_rectangle())),
        "vertical": Wipe("as a standing rounded rectangle", grown(turned(round_rectangle(), 1))),
    },
)
