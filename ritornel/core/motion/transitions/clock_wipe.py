"""SMIL's clockWipe: a hand turns once round the middle."""

from ritornel.core.motion.geometry.sweeps import Arm, swept
from ritornel.core.motion.wiping import Wipe, wipe

_MIDDLE = (0.5, 0.5)

TRANSITION = wipe(
    "clockWipe",
    "Clock",
    "sweeps over",
    "A hand turns once round the middle.",
    {
        "clockwiseTwelve": Wipe("round from twelve", swept(Arm(_MIDDLE, 0, 360))),
        "clockwiseThree": Wipe("round from three", swept(Arm(_MIDDLE, 90, 450))),
        "clockwiseSix": Wipe("round from six", swept(Arm(_MIDDLE, 180, 540))),
        "clockwiseNine": Wipe("round from nine", swept(Arm(_MIDDLE, 270, 630))),
    },
)
