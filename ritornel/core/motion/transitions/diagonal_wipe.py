"""SMIL's diagonalWipe: a slanting edge passes from one corner to the opposite one."""

from ritornel.core.motion.geometry.edges import between, corner_triangle, from_right
from ritornel.core.motion.wiping import Wipe, wipe

TRANSITION = wipe(
    "diagonalWipe",
    "Slanting edge",
    "sweeps over",
    "A slanting edge passes from one corner to the opposite one.",
    {
        "topLeft": Wipe("from the top left", between(corner_triangle)),
        "topRight": Wipe("from the top right", between(from_right(corner_triangle))),
    },
)
