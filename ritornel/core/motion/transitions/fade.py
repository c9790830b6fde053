"""SMIL's fade: one slide into the other, into a colour, or out of one."""

from collections.abc import Sequence

from ritornel.core.motion.declared import Scene, TransitionKind
from ritornel.core.motion.pieces import Piece, moving


def _pieces(scene: Scene) -> Sequence[Piece]:
    if scene.subtype == "fadeToColor":
        return (moving("old", ("opacity", ((0, 1.0), (1, 0.0)))),)
    comes = moving("new", ("opacity", ((0, 0.0), (1, 1.0))))
    return (comes,) if scene.subtype == "fadeFromColor" else (Piece("old"), comes)


TRANSITION = TransitionKind(
    name="fade",
    label="Crossfade",
    verb="dissolves",
    help="Fades in over the slide before, out of a colour, or after the slide before has faded into one.",
    duration_ms=800,
    pieces=_pieces,
    subtypes=(
        ("crossfade", "directly"),
        ("fadeToColor", "after a colour"),
        ("fadeFromColor", "out of a colour"),
    ),
    coloured=("fadeToColor", "fadeFromColor"),
)
