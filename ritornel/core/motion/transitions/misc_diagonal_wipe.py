"""SMIL's miscDiagonalWipe: two slanting bands, or two diamonds."""

from ritornel.core.motion.geometry import Polygons
from ritornel.core.motion.geometry.edges import between, diamond_pair, from_right, slanting_band, together
from ritornel.core.motion.wiping import Wipe, wipe


def _half(share: float) -> Polygons:
    return slanting_band(share / 2)


TRANSITION = wipe(
    "miscDiagonalWipe",
    "Cross and diamonds",
    "opens",
    "A cross of two slanting bands widens, or two diamonds grow.",
    {
        "doubleBarnDoor": Wipe("as a slanting cross", between(together(_half, from_right(_half)))),
        "doubleDiamond": Wipe("as two diamonds", between(diamond_pair)),
    },
)
