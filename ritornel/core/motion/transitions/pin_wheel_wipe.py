"""SMIL's pinWheelWipe: several hands turn round the middle at once."""

from ritornel.core.motion.geometry.sweeps import Arm, swept
from ritornel.core.motion.wiping import Wipe, wipe

_MIDDLE = (0.5, 0.5)

TRANSITION = wipe(
    "pinWheelWipe",
    "Pin wheel",
    "sweeps over",
    "Several hands turn round the middle at once.",
    {
        "twoBladeVertical": Wipe("as a wheel of two blades", swept(*(Arm(_MIDDLE, a, a + 180) for a in (0, 180)))),
        "twoBladeHorizontal": Wipe(
            "as a lying wheel of two blades", swept(*(Arm(_MIDDLE, a, a + 180) for a in (90, 270)))
        ),
        "fourBlade": Wipe("as a wheel of four blades", swept(*(Arm(_MIDDLE, a, a + 90) for a in (0, 90, 180, 270)))),
    },
)
