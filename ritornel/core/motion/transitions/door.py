"""Door: the slide before opens in two wings, and this one comes forward behind them."""

from collections.abc import Sequence
from math import atan, pi

from ritornel.core.motion.declared import Scene, TransitionKind
from ritornel.core.motion.geometry.turning import EYE, over, scaled, turned
from ritornel.core.motion.pieces import Piece, half, moving

_DARK = 0.5
_FAR = 0.86
_OPEN = atan(2 * EYE) * 180 / pi
"""So far a wing is turned when the eye sees only its edge."""


def _pieces(scene: Scene) -> Sequence[Piece]:
    width, height = scene.width, scene.height
    darker = ("brightness", ((0, 1.0), (1, _DARK)))

    def wing(way: int) -> Piece:
        hinge = 0.0 if way < 0 else 1.0
        return moving("old", over(lambda share: turned(way * _OPEN * share, width, height, about=hinge)), darker)

    behind = over(lambda share: scaled(_FAR + (1 - _FAR) * share, width, height))
    return (
        moving("new", behind, ("brightness", ((0, _DARK), (1, 1.0)))),
        half(wing(-1), "left", width, height),
        half(wing(1), "right", width, height),
    )


TRANSITION = TransitionKind(
    name="door",
    label="Door",
    verb="opens",
    help="The slide before opens in two wings, and this one comes forward behind them.",
    duration_ms=1200,
    pieces=_pieces,
    subtypes=(("open", "behind a door"),),
    easing="ease-in-out",
)
