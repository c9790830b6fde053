"""SMIL's arrowHeadWipe: the head of an arrow opens from the middle."""

from ritornel.core.motion.geometry.figures import arrow_head, grown, turned
from ritornel.core.motion.wiping import Wipe, wipe

TRANSITION = wipe(
    "arrowHeadWipe",
    "Arrow head",
    "opens",
    "The head of an arrow opens from the middle.",
    {
        "up": Wipe("as an arrow head", grown(arrow_head())),
        "right": Wipe("as an arrow head that points right", grown(turned(arrow_head(), 1))),
        "down": Wipe("as an arrow head that points down", grown(turned(arrow_head(), 2))),
        "left": Wipe("as an arrow head that points left", grown(turned(arrow_head(), 3))),
    },
)
