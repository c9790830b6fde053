"""SMIL's fourBoxWipe: four boxes grow, out of the corners or each in the middle of its quarter."""

from ritornel.core.motion.geometry import Polygons
from ritornel.core.motion.geometry.edges import between, rectangle
from ritornel.core.motion.wiping import Wipe, wipe

_LOW_AND_HIGH = ((0, 0), (0, 1), (1, 0), (1, 1))


def _from_corners(share: float) -> Polygons:
    half = share / 2
    return tuple(
        rectangle(x * (1 - half), y * (1 - half), x * (1 - half) + half, y * (1 - half) + half)
        for x, y in _LOW_AND_HIGH
    )


def _in_quarters(share: float) -> Polygons:
    half = share / 4
    middles = tuple((0.25 + x / 2, 0.25 + y / 2) for x, y in _LOW_AND_HIGH)
    return tuple(rectangle(x - half, y - half, x + half, y + half) for x, y in middles)


TRANSITION = wipe(
    "fourBoxWipe",
    "Four boxes",
    "opens",
    "Four boxes grow until they meet.",
    {
        "cornersIn": Wipe("as four boxes from the corners", between(_from_corners)),
        "cornersOut": Wipe("as four boxes", between(_in_quarters)),
    },
)
