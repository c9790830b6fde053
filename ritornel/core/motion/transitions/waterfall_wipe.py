"""SMIL's waterfallWipe: column by column, cells fall into their places."""

from ritornel.core.motion.geometry.orders import falling, mirrored, transposed
from ritornel.core.motion.wiping import Grid, wipe

TRANSITION = wipe(
    "waterfallWipe",
    "Waterfall",
    "fills the stage",
    "Column by column, cells fall into their places.",
    {
        "verticalLeft": Grid("falling from the left", falling),
        "verticalRight": Grid("falling from the right", mirrored(falling)),
        "horizontalLeft": Grid("streaming from the left", transposed(falling)),
        "horizontalRight": Grid("streaming from the right", mirrored(transposed(falling))),
    },
    duration_ms=1400,
)
