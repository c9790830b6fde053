"""SMIL's hexagonWipe: a hexagon opens from the middle."""

from ritornel.core.motion.geometry.figures import grown, regular
from ritornel.core.motion.wiping import Wipe, wipe

TRANSITION = wipe(
    "hexagonWipe",
    "Hexagon",
    "opens",
    "A hexagon opens from the middle.",
    {
        "horizontal": Wipe("as a hexagon that lies", grown(regular(6, 30))),
        "vertical": Wipe("as a hexagon that stands", grown(regular(6))),
    },
)
