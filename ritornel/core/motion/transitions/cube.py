"""Cube: the two slides are neighbouring sides of a cube that turns."""

from collections.abc import Sequence
from math import pi, sin

from ritornel.core.motion.declared import Scene, TransitionKind
from ritornel.core.motion.geometry.turning import Matrix, facing, over, transposed, turned
from ritornel.core.motion.pieces import Piece, moving

_DARK = 0.55
_BACK = 0.35


def _pieces(scene: Scene) -> Sequence[Piece]:
    lying = scene.subtype in ("up", "down")
    width, height = (scene.height, scene.width) if lying else (scene.width, scene.height)
    way = 1 if scene.subtype in ("right", "down") else -1

    def side(degrees: float, share: float) -> Matrix:
        matrix = turned(way * degrees, width, height, depth=0.5, back=_BACK * sin(pi * share))
        return transposed(matrix) if lying else matrix

    def going(share: float) -> Matrix:
        return side(90 * share, share)

    def coming(share: float) -> Matrix:
        return side(90 * share - 90, share)

    return (
        moving("old", over(going), facing(going), ("brightness", ((0, 1.0), (1, _DARK)))),
        moving("new", over(coming), facing(coming), ("brightness", ((0, _DARK), (1, 1.0)))),
    )


TRANSITION = TransitionKind(
    name="cube",
    label="Cube",
    verb="turns",
    help="The two slides are neighbouring sides of a cube that turns.",
    duration_ms=1200,
    pieces=_pieces,
    subtypes=(
        ("left", "on a cube to the left"),
        ("right", "on a cube to the right"),
        ("up", "on a cube upwards"),
        ("down", "on a cube downwards"),
    ),
    easing="ease-in-out",
)
