"""SMIL's snakeWipe: cells arrive one after another, to and fro."""

from ritornel.core.motion.geometry.orders import (
    half_turned,
    mirrored,
    rows_to_and_fro,
    slants_to_and_fro,
    transposed,
    upside_down,
)
from ritornel.core.motion.wiping import Grid, wipe

TRANSITION = wipe(
    "snakeWipe",
    "Snake",
    "fills the stage",
    "Cells arrive one after another, to and fro.",
    {
        "topLeftHorizontal": Grid("to and fro from the top left", rows_to_and_fro),
        "topLeftVertical": Grid("up and down from the top left", transposed(rows_to_and_fro)),
        "topLeftDiagonal": Grid("slanting from the top left", slants_to_and_fro),
        "topRightDiagonal": Grid("slanting from the top right", mirrored(slants_to_and_fro)),
        "bottomRightDiagonal": Grid("slanting from the bottom right", half_turned(slants_to_and_fro)),
        "bottomLeftDiagonal": Grid("slanting from the bottom left", upside_down(slants_to_and_fro)),
    },
    duration_ms=1400,
)
