"""SMIL's triangleWipe: a triangle opens from the middle."""

from ritornel.core.motion.geometry.figures import grown, regular, turned
from ritornel.core.motion.wiping import Wipe, wipe

TRANSITION = wipe(
    "triangleWipe",
    "Triangle",
    "opens",
    "A triangle opens from the middle.",
    {
        "up": Wipe("as a triangle", grown(regular(3))),
        "right": Wipe("as a triangle that points right", grown(turned(regular(3), 1))),
        "down": Wipe("as a triangle on its point", grown(turned(regular(3), 2))),
        "left": Wipe("as a triangle that points left", grown(turned(regular(3), 3))),
    },
)
