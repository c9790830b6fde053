"""SMIL's doubleFanWipe: two fans open at once."""

from ritornel.core.motion.geometry import Point, Region
from ritornel.core.motion.geometry.sweeps import ALL, Arm, Part, swept
from ritornel.core.motion.wiping import Wipe, wipe

_MIDDLE = (0.5, 0.5)
_TOP, _RIGHT, _BOTTOM, _LEFT = (0.5, 0.0), (1.0, 0.5), (0.5, 1.0), (0.0, 0.5)


def _fans(*fans: tuple[Point, float, float, Part]) -> Region:
    arms = [Arm(at, towards, towards + way * spread, part) for at, towards, spread, part in fans for way in (1, -1)]
    return swept(*arms)


TRANSITION = wipe(
    "doubleFanWipe",
    "Two fans",
    "sweeps over",
    "Two fans open at once.",
    {
        "fanOutVertical": Wipe("as fans up and down", _fans((_MIDDLE, 0, 90, ALL), (_MIDDLE, 180, 90, ALL))),
        "fanOutHorizontal": Wipe("as fans to both sides", _fans((_MIDDLE, 90, 90, ALL), (_MIDDLE, 270, 90, ALL))),
        "fanInVertical": Wipe(
            "as fans from above and below",
            _fans((_TOP, 180, 90, (0, 0, 1, 0.5)), (_BOTTOM, 0, 90, (0, 0.5, 1, 1))),
        ),
        "fanInHorizontal": Wipe(
            "as fans from both sides",
            _fans((_LEFT, 90, 90, (0, 0, 0.5, 1)), (_RIGHT, 270, 90, (0.5, 0, 1, 1))),
        ),
    },
)
