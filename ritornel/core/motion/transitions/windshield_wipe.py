"""SMIL's windshieldWipe: two arms sweep half a turn each."""

from ritornel.core.motion.geometry.sweeps import Arm, swept
from ritornel.core.motion.wiping import Wipe, wipe

_LEFT_HALF, _RIGHT_HALF = (0.0, 0.0, 0.5, 1.0), (0.5, 0.0, 1.0, 1.0)
_TOP_HALF, _BOTTOM_HALF = (0.0, 0.0, 1.0, 0.5), (0.0, 0.5, 1.0, 1.0)

TRANSITION = wipe(
    "windshieldWipe",
    "Wipers",
    "sweeps over",
    "Two arms sweep half a turn each.",
    {
        "right": Wipe(
            "as wipers on the left edge",
            swept(Arm((0, 0.25), 0, 180, _TOP_HALF), Arm((0, 0.75), 0, 180, _BOTTOM_HALF)),
        ),
        "up": Wipe(
            "as wipers on the bottom edge",
            swept(Arm((0.25, 1), 270, 450, _LEFT_HALF), Arm((0.75, 1), 270, 450, _RIGHT_HALF)),
        ),
        "vertical": Wipe(
            "as wipers above and below",
            swept(Arm((0.5, 0), 270, 90, _TOP_HALF), Arm((0.5, 1), 270, 450, _BOTTOM_HALF)),
        ),
        "horizontal": Wipe(
            "as wipers on both sides",
            swept(Arm((0, 0.5), 0, 180, _LEFT_HALF), Arm((1, 0.5), 360, 180, _RIGHT_HALF)),
        ),
    },
)
