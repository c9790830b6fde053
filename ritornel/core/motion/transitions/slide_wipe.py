"""SMIL's slideWipe: the slide comes in from a side and covers the one before."""

from collections.abc import Sequence

from ritornel.core.motion.declared import Scene, TransitionKind
from ritornel.core.motion.geometry.turning import AS_IT_IS, moved
from ritornel.core.motion.pieces import Piece, moving
from ritornel.core.motion.transitions.push_wipe import SIDES


def _pieces(scene: Scene) -> Sequence[Piece]:
    _, (across, down) = SIDES.get(scene.subtype, SIDES["fromLeft"])
    away = moved(across * scene.width, down * scene.height)
    return Piece("old"), moving("new", ("homography", ((0, away), (1, AS_IT_IS))))


TRANSITION = TransitionKind(
    name="slideWipe",
    label="Cover",
    verb="slides over",
    help="Comes in from a side and covers the slide before.",
    duration_ms=900,
    pieces=_pieces,
    subtypes=tuple((name, label) for name, (label, _) in SIDES.items()),
    easing="ease-in-out",
)
