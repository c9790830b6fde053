"""SMIL's miscShapeWipe: a heart or a keyhole opens from the middle."""

from ritornel.core.motion.geometry.figures import grown, heart, keyhole
from ritornel.core.motion.wiping import Wipe, wipe

TRANSITION = wipe(
    "miscShapeWipe",
    "Heart and keyhole",
    "opens",
    "A heart or a keyhole opens from the middle.",
    {
        "heart": Wipe("as a heart", grown(heart())),
        "keyhole": Wipe("as a keyhole", grown(keyhole())),
    },
)
