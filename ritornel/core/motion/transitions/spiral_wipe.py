"""SMIL's spiralWipe: cells arrive round and round, to the middle."""

from ritornel.core.motion.geometry.orders import half_turned, inwards, mirrored, transposed, upside_down
from ritornel.core.motion.wiping import Grid, wipe

TRANSITION = wipe(
    "spiralWipe",
    "Spiral",
    "fills the stage",
    "Cells arrive round and round, to the middle.",
    {
        "topLeftClockwise": Grid("clockwise from the top left", inwards),
        "topRightClockwise": Grid("clockwise from the top right", mirrored(transposed(inwards))),
        "bottomRightClockwise": Grid("clockwise from the bottom right", half_turned(inwards)),
        "bottomLeftClockwise": Grid("clockwise from the bottom left", upside_down(transposed(inwards))),
        "topLeftCounterClockwise": Grid("counterclockwise from the top left", transposed(inwards)),
        "topRightCounterClockwise": Grid("counterclockwise from the top right", mirrored(inwards)),
        "bottomRightCounterClockwise": Grid("counterclockwise from the bottom right", half_turned(transposed(inwards))),
        "bottomLeftCounterClockwise": Grid("counterclockwise from the bottom left", upside_down(inwards)),
    },
    duration_ms=1400,
)
