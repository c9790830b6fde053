"""Zoom through: one flies through the slide before to this one."""

from collections.abc import Sequence

from ritornel.core.motion.declared import Scene, TransitionKind
from ritornel.core.motion.geometry.turning import over, scaled
from ritornel.core.motion.pieces import Piece, moving

_NEAR, _FAR = 1.9, 0.6


def _pieces(scene: Scene) -> Sequence[Piece]:
    width, height = scene.width, scene.height
    near, far = (_NEAR, _FAR) if scene.subtype != "out" else (_FAR, _NEAR)
    return (
        moving(
            "old",
            over(lambda share: scaled(near**share, width, height)),
            ("opacity", ((0, 1.0), (0.55, 1.0), (0.9, 0.0), (1, 0.0))),
        ),
        moving(
            "new",
            over(lambda share: scaled(far ** (1 - share), width, height)),
            ("opacity", ((0, 0.0), (0.15, 0.0), (0.6, 1.0), (1, 1.0))),
        ),
    )


TRANSITION = TransitionKind(
    name="zoom-through",
    label="Zoom",
    verb="comes near",
    help="One flies through the slide before, or back out of it.",
    duration_ms=900,
    pieces=_pieces,
    subtypes=(("in", "through the slide before"), ("out", "from behind one")),
    easing="ease-in-out",
)
