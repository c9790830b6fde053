"""SMIL's boxSnakesWipe: cells arrive in two or four spirals at once."""

from ritornel.core.motion.geometry.orders import inwards, mirrored, side_by_side, transposed, upside_down
from ritornel.core.motion.wiping import Grid, wipe

_TWO = transposed(side_by_side(transposed(inwards), transposed(upside_down(inwards))))
_TWO_ACROSS = transposed(side_by_side(inwards, mirrored(inwards)))

TRANSITION = wipe(
    "boxSnakesWipe",
    "Spirals",
    "fills the stage",
    "Cells arrive in two or four spirals at once.",
    {
        "twoBoxTop": Grid("in two spirals from the top", side_by_side(inwards, mirrored(inwards))),
        "twoBoxBottom": Grid("in two spirals from the bottom", upside_down(side_by_side(inwards, mirrored(inwards)))),
        "twoBoxLeft": Grid("in two spirals from the left", transposed(side_by_side(inwards, mirrored(inwards)))),
        "twoBoxRight": Grid(
            "in two spirals from the right", mirrored(transposed(side_by_side(inwards, mirrored(inwards))))
        ),
        "fourBoxVertical": Grid("in four spirals", side_by_side(_TWO, mirrored(_TWO)), rows=10),
        "fourBoxHorizontal": Grid("in four spirals across", side_by_side(_TWO_ACROSS, mirrored(_TWO_ACROSS)), rows=10),
    },
    duration_ms=1400,
)
