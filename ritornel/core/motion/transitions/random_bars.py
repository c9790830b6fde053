"""Random bars: narrow bars arrive in an order without order, the same every time."""

from ritornel.core.motion.geometry.orders import scattered
from ritornel.core.motion.wiping import Grid, wipe

TRANSITION = wipe(
    "random-bars",
    "Bars",
    "breaks through",
    "Narrow bars of the slide appear here and there until it is whole.",
    {
        "upright": Grid("in upright bars", scattered, 48, 1),
        "lying": Grid("in lying bars", scattered, 1, 32),
    },
)
