"""SMIL's pushWipe: the slide comes in from a side and pushes the one before out."""

from collections.abc import Sequence

from ritornel.core.motion.declared import Scene, TransitionKind
from ritornel.core.motion.geometry.turning import AS_IT_IS, moved
from ritornel.core.motion.pieces import Piece, moving

SIDES = {
    "fromLeft": ("from the left", (-1, 0)),
    "fromTop": ("from the top", (0, -1)),
    "fromRight": ("from the right", (1, 0)),
    "fromBottom": ("from the bottom", (0, 1)),
}


def _pieces(scene: Scene) -> Sequence[Piece]:
    _, (across, down) = SIDES.get(scene.subtype, SIDES["fromRight"])
    x, y = across * scene.width, down * scene.height
    return (
        moving("old", ("homography", ((0, AS_IT_IS), (1, moved(-x, -y))))),
        moving("new", ("homography", ((0, moved(x, y)), (1, AS_IT_IS)))),
    )


TRANSITION = TransitionKind(
    name="pushWipe",
    label="Push",
    verb="pushes",
    help="Comes in from a side and pushes the slide before out.",
    duration_ms=900,
    pieces=_pieces,
    subtypes=tuple((name, SIDES[name][0]) for name in ("fromRight", "fromLeft", "fromTop", "fromBottom")),
    easing="ease-in-out",
)
