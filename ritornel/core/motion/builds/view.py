"""Moves from one view of a plane to another: no object moves, what is seen of all does; see ``motion.views``."""

from collections.abc import Sequence

from ritornel.core.motion.curves import Curve
from ritornel.core.motion.declared import Asked, Effect


def _curves(asked: Asked) -> Sequence[Curve]:
    return ()


EFFECTS = (
    Effect(
        name="fly",
        label="Fly",
        verbs={"view": "flies to"},
        help="Rises until both places can be seen together, and comes down: as long as it is far.",
        duration_ms=0,
        easing={"view": "ease-in-out"},
        curves=_curves,
    ),
    Effect(
        name="glide",
        label="Glide",
        verbs={"view": "glides to"},
        help="Goes there straight, without rising.",
        duration_ms=0,
        easing={"view": "ease-in-out"},
        curves=_curves,
    ),
    Effect(
        name="jump",
        label="Jump",
        verbs={"view": "is at once at"},
        help="Is there at once.",
        duration_ms=0,
        easing={},
        curves=_curves,
    ),
)
