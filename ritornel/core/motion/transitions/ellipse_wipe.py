"""SMIL's ellipseWipe: a circle or an ellipse opens from the middle."""

from ritornel.core.motion.geometry.figures import ellipse, grown
from ritornel.core.motion.wiping import Wipe, wipe

TRANSITION = wipe(
    "ellipseWipe",
    "Circle",
    "opens",
    "A circle or an ellipse opens from the middle.",
    {
        "circle": Wipe("as a circle", grown(ellipse())),
        "horizontal": Wipe("as a lying ellipse", grown(ellipse(1.8, 1.0))),
        "vertical": Wipe("as a standing ellipse", grown(ellipse(1.0, 1.8))),
    },
)
