"""Blocks: cells arrive in an order without order, the same every time."""

from ritornel.core.motion.geometry.orders import scattered
from ritornel.core.motion.wiping import Grid, wipe

TRANSITION = wipe(
    "blocks",
    "Blocks",
    "breaks through",
    "Blocks of the slide appear here and there until it is whole.",
    {
        "middling": Grid("in blocks", scattered, 16, 9),
        "large": Grid("in large blocks", scattered, 8, 5),
        "small": Grid("in small blocks", scattered, 32, 18),
    },
)
