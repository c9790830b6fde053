"""SMIL's parallelSnakesWipe: two rows of cells arrive at once, to and fro."""

from ritornel.core.motion.geometry.orders import (
    at_once,
    half_turned,
    mirrored,
    rows_to_and_fro,
    side_by_side,
    slants_to_and_fro,
    transposed,
    upside_down,
)
from ritornel.core.motion.wiping import Grid, wipe

_DOWN = transposed(rows_to_and_fro)

TRANSITION = wipe(
    "parallelSnakesWipe",
    "Two snakes",
    "fills the stage",
    "Two rows of cells arrive at once, to and fro.",
    {
        "verticalTopSame": Grid("from the top", side_by_side(_DOWN, _DOWN)),
        "verticalBottomSame": Grid("from the bottom", side_by_side(upside_down(_DOWN), upside_down(_DOWN))),
        "verticalTopLeftOpposite": Grid(
            "from the top left and the bottom right", side_by_side(_DOWN, half_turned(_DOWN))
        ),
        "verticalBottomLeftOpposite": Grid(
            "from the bottom left and the top right", side_by_side(upside_down(_DOWN), mirrored(_DOWN))
        ),
        "horizontalLeftSame": Grid("from the left", transposed(side_by_side(_DOWN, _DOWN))),
        "horizontalRightSame": Grid("from the right", mirrored(transposed(side_by_side(_DOWN, _DOWN)))),
        "horizontalTopLeftOpposite": Grid(
            "across from the top left and the bottom right", transposed(side_by_side(_DOWN, half_turned(_DOWN)))
        ),
        "horizontalTopRightOpposite": Grid(
            "across from the top right and the bottom left",
            mirrored(transposed(side_by_side(_DOWN, half_turned(_DOWN)))),
        ),
        "diagonalBottomLeftOpposite": Grid(
            "slanting from the bottom left and the top right",
            at_once(upside_down(slants_to_and_fro), mirrored(slants_to_and_fro)),
        ),
        "diagonalTopLeftOpposite": Grid(
            "slanting from the top left and the bottom right",
            at_once(slants_to_and_fro, half_turned(slants_to_and_fro)),
        ),
    },
    duration_ms=1400,
)
