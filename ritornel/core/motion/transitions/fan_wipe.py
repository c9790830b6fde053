"""SMIL's fanWipe: a fan opens to both sides."""

from ritornel.core.motion.geometry import Region
from ritornel.core.motion.geometry.sweeps import Arm, swept
from ritornel.core.motion.wiping import Wipe, wipe


def _fan(x: float, y: float, towards: float, spread: float) -> Region:
    return swept(Arm((x, y), towards, towards + spread), Arm((x, y), towards, towards - spread))


TRANSITION = wipe(
    "fanWipe",
    "Fan",
    "sweeps over",
    "A fan opens to both sides.",
    {
        "centerTop": Wipe("as a fan from the middle upwards", _fan(0.5, 0.5, 0, 180)),
        "centerRight": Wipe("as a fan from the middle to the right", _fan(0.5, 0.5, 90, 180)),
        "top": Wipe("as a fan from the top edge", _fan(0.5, 0, 180, 90)),
        "right": Wipe("as a fan from the right edge", _fan(1, 0.5, 270, 90)),
        "bottom": Wipe("as a fan from the bottom edge", _fan(0.5, 1, 0, 90)),
        "left": Wipe("as a fan from the left edge", _fan(0, 0.5, 90, 90)),
    },
)
