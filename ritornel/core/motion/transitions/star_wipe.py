"""SMIL's starWipe: a star opens from the middle."""

from ritornel.core.motion.geometry.figures import grown, regular
from ritornel.core.motion.wiping import Wipe, wipe

TRANSITION = wipe(
    "starWipe",
    "Star",
    "opens",
    "A star opens from the middle.",
    {
        "fourPoint": Wipe("as a star of four points", grown(regular(4, inner=0.42))),
        "fivePoint": Wipe("as a star", grown(regular(5, inner=0.42))),
        "sixPoint": Wipe("as a star of six points", grown(regular(6, inner=0.58))),
    },
)
