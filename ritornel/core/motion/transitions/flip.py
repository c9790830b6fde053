"""Flip: the slide is on the back of the one before."""

from collections.abc import Sequence

from ritornel.core.motion.declared import Scene, TransitionKind
from ritornel.core.motion.geometry.turning import Matrix, over, transposed, turned
from ritornel.core.motion.pieces import Piece, moving

_DARK = 0.6


def _pieces(scene: Scene) -> Sequence[Piece]:
    lying = scene.subtype in ("up", "down")
    width, height = (scene.height, scene.width) if lying else (scene.width, scene.height)
    way = -1 if scene.subtype in ("right", "down") else 1

    def side(degrees: float) -> Matrix:
        matrix = turned(way * degrees, width, height)
        return transposed(matrix) if lying else matrix

    return (
        moving(
            "old",
            over(lambda share: side(90 * share), 0, 0.5),
            ("brightness", ((0, 1.0), (0.5, _DARK), (1, _DARK))),
            ("opacity", ((0, 1.0), (0.5, 1.0), (0.5, 0.0), (1, 0.0))),
        ),
        moving(
            "new",
            over(lambda share: side(90 * share - 90), 0.5, 1),
            ("brightness", ((0, _DARK), (0.5, _DARK), (1, 1.0))),
            ("opacity", ((0, 0.0), (0.5, 0.0), (0.5, 1.0), (1, 1.0))),
        ),
    )


TRANSITION = TransitionKind(
    name="flip",
    label="Flip",
    verb="turns",
    help="The slide is on the back of the one before, which is turned over.",
    duration_ms=1000,
    pieces=_pieces,
    subtypes=(
        ("left", "as the back of it, to the left"),
        ("right", "as the back of it, to the right"),
        ("up", "as the back of it, upwards"),
        ("down", "as the back of it, downwards"),
    ),
    easing="ease-in-out",
)
