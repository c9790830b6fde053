"""SMIL's irisWipe: a rectangle or a diamond opens from the middle."""

from ritornel.core.motion.geometry.edges import between, rectangle
from ritornel.core.motion.geometry.figures import grown, regular
from ritornel.core.motion.wiping import Wipe, wipe

TRANSITION = wipe(
    "irisWipe",
    "Iris",
    "opens",
    "A rectangle or a diamond opens from the middle.",
    {
        "rectangle": Wipe(
            "as a rectangle",
            between(lambda share: (rectangle(0.5 - share / 2, 0.5 - share / 2, 0.5 + share / 2, 0.5 + share / 2),)),
        ),
        "diamond": Wipe("as a diamond", grown(regular(4))),
    },
)
