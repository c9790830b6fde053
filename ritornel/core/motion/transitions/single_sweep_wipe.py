"""SMIL's singleSweepWipe: an arm turns about a corner or the middle of an edge."""

from ritornel.core.motion.geometry.sweeps import Arm, swept
from ritornel.core.motion.wiping import Wipe, wipe

TRANSITION = wipe(
    "singleSweepWipe",
    "Arm",
    "sweeps over",
    "An arm turns about a corner or the middle of an edge.",
    {
        "clockwiseTop": Wipe("round the middle of the top edge", swept(Arm((0.5, 0), 90, 270))),
        "clockwiseRight": Wipe("round the middle of the right edge", swept(Arm((1, 0.5), 180, 360))),
        "clockwiseBottom": Wipe("round the middle of the bottom edge", swept(Arm((0.5, 1), 270, 450))),
        "clockwiseLeft": Wipe("round the middle of the left edge", swept(Arm((0, 0.5), 0, 180))),
        "clockwiseTopLeft": Wipe("round the top left corner", swept(Arm((0, 0), 90, 180))),
        "counterClockwiseBottomLeft": Wipe("round the bottom left corner", swept(Arm((0, 1), 90, 0))),
        "clockwiseBottomRight": Wipe("round the bottom right corner", swept(Arm((1, 1), 270, 360))),
        "counterClockwiseTopRight": Wipe("round the top right corner", swept(Arm((1, 0), 270, 180))),
    },
)
