"""SMIL's eyeWipe: an eye opens from the middle."""

from ritornel.core.motion.geometry.figures import eye, grown, turned
from ritornel.core.motion.wiping import Wipe, wipe

TRANSITION = wipe(
    "eyeWipe",
    "Eye",
    "opens",
    "An eye opens from the middle.",
    {
        "horizontal": Wipe("as an eye", grown(eye())),
        "vertical": Wipe("as a standing eye", grown(turned(eye(), 1))),
    },
)
