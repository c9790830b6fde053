"""SMIL's pentagonWipe: a pentagon opens from the middle."""

from ritornel.core.motion.geometry.figures import grown, regular, turned
from ritornel.core.motion.wiping import Wipe, wipe

TRANSITION = wipe(
    "pentagonWipe",
    "Pentagon",
    "opens",
    "A pentagon opens from the middle.",
    {
        "up": Wipe("as a pentagon", grown(regular(5))),
        "down": Wipe("as a pentagon on its point", grown(turned(regular(5), 2))),
    },
)
