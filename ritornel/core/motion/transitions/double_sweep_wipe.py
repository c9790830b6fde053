"""SMIL's doubleSweepWipe: two arms turn at once."""

from ritornel.core.motion.geometry.sweeps import Arm, swept
from ritornel.core.motion.wiping import Wipe, wipe

_LEFT_HALF, _RIGHT_HALF = (0.0, 0.0, 0.5, 1.0), (0.5, 0.0, 1.0, 1.0)
_TOP_HALF, _BOTTOM_HALF = (0.0, 0.0, 1.0, 0.5), (0.0, 0.5, 1.0, 1.0)

TRANSITION = wipe(
    "doubleSweepWipe",
    "Two arms",
    "sweeps over",
    "Two arms turn at once, side by side or against each other.",
    {
        "parallelVertical": Wipe(
            "by two arms side by side",
            swept(Arm((0, 0), 90, 180, _LEFT_HALF), Arm((0.5, 0), 90, 180, _RIGHT_HALF)),
        ),
        "parallelDiagonal": Wipe(
            "by two arms, one above the other",
            swept(Arm((0, 0), 90, 180, _TOP_HALF), Arm((0, 0.5), 90, 180, _BOTTOM_HALF)),
        ),
        "oppositeVertical": Wipe(
            "by two arms from the sides",
            swept(Arm((0, 0), 90, 180, _LEFT_HALF), Arm((1, 0), 270, 180, _RIGHT_HALF)),
        ),
        "oppositeHorizontal": Wipe(
            "by two arms from above and below",
            swept(Arm((0, 0), 180, 90, _TOP_HALF), Arm((0, 1), 0, 90, _BOTTOM_HALF)),
        ),
        "parallelDiagonalTopLeft": Wipe(
            "by two arms from the top left and the bottom right",
            swept(Arm((0, 0), 90, (1, 1)), Arm((1, 1), 270, (0, 0))),
        ),
        "parallelDiagonalBottomLeft": Wipe(
            "by two arms from the bottom left and the top right",
            swept(Arm((0, 1), 90, (1, 0)), Arm((1, 0), 270, (0, 1))),
        ),
    },
)
