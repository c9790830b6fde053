"""SMIL's saloonDoorWipe: two arms hinged at neighbouring corners swing open."""

from ritornel.core.motion.geometry.sweeps import Arm, swept
from ritornel.core.motion.wiping import Wipe, wipe

TRANSITION = wipe(
    "saloonDoorWipe",
    "Saloon doors",
    "sweeps over",
    "Two arms hinged at neighbouring corners swing open.",
    {
        "top": Wipe("as swing doors from the top", swept(Arm((0, 0), 90, (0.5, 1)), Arm((1, 0), 270, (0.5, 1)))),
        "left": Wipe("as swing doors from the left", swept(Arm((0, 0), 180, (1, 0.5)), Arm((0, 1), 0, (1, 0.5)))),
        "bottom": Wipe("as swing doors from the bottom", swept(Arm((0, 1), 90, (0.5, 0)), Arm((1, 1), 270, (0.5, 0)))),
        "right": Wipe("as swing doors from the right", swept(Arm((1, 0), 180, (0, 0.5)), Arm((1, 1), 360, (0, 0.5)))),
    },
)
