"""Blur through: the slide before goes out of focus, and this one comes into it."""

from collections.abc import Sequence

from ritornel.core.motion.declared import Scene, TransitionKind
from ritornel.core.motion.geometry.turning import AS_IT_IS, scaled
from ritornel.core.motion.pieces import Piece, moving

_SHARE_OF_WIDTH = 0.02


def _pieces(scene: Scene) -> Sequence[Piece]:
    blur = _SHARE_OF_WIDTH * scene.width
    wide = scaled(1 + 6 * _SHARE_OF_WIDTH, scene.width, scene.height)  # its blurred edges lie beyond the stage
    return (
        moving(
            "old",
            ("homography", ((0, AS_IT_IS), (0.5, wide), (1, wide))),
            ("blur", ((0, 0.0), (0.5, blur), (1, blur))),
        ),
        moving(
            "new",
            ("homography", ((0, wide), (0.5, wide), (1, AS_IT_IS))),
            ("blur", ((0, blur), (0.5, blur), (1, 0.0))),
            ("opacity", ((0, 0.0), (0.3, 0.0), (0.7, 1.0), (1, 1.0))),
        ),
    )


TRANSITION = TransitionKind(
    name="blur-through",
    label="Out of focus",
    verb="comes into focus",
    help="The slide before goes out of focus, and this one comes into it.",
    duration_ms=1000,
    pieces=_pieces,
    subtypes=(("through", "through a blur"),),
    easing="linear",
)
