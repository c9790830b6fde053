"""Leaf: the right half of the slide before is turned over like the leaf of a book, and this one is what follows."""

from collections.abc import Sequence

from ritornel.core.motion.curves import Curve
from ritornel.core.motion.declared import Scene, TransitionKind
from ritornel.core.motion.geometry.turning import over, turned
from ritornel.core.motion.pieces import Piece, half, moving

_DARK = 0.7


def _pieces(scene: Scene) -> Sequence[Piece]:
    width, height = scene.width, scene.height

    def lifting(start: float, end: float, share: float) -> Curve:
        return over(lambda s: turned(start + (end - start) * s, width, height), share, share + 0.5)

    return (
        half(moving("new"), "right", width, height),
        half(moving("old"), "left", width, height),
        half(
            moving(
                "old",
                lifting(0, -90, 0),
                ("brightness", ((0, 1.0), (0.5, _DARK), (1, _DARK))),
                ("opacity", ((0, 1.0), (0.5, 1.0), (0.5, 0.0), (1, 0.0))),
            ),
            "right",
            width,
            height,
        ),
        half(
            moving(
                "new",
                lifting(90, 0, 0.5),
                ("brightness", ((0, _DARK), (0.5, _DARK), (1, 1.0))),
                ("opacity", ((0, 0.0), (0.5, 0.0), (0.5, 1.0), (1, 1.0))),
            ),
            "left",
            width,
            height,
        ),
    )


TRANSITION = TransitionKind(
    name="leaf",
    label="Leaf",
    verb="turns",
    help="Half of the slide before is turned over like the leaf of a book.",
    duration_ms=1200,
    pieces=_pieces,
    subtypes=(("left", "as the leaf of a book"),),
    easing="ease-in-out",
)
