"""What effects have in common that uncover an object: clips in its own box, in stage units from its top left corner."""

from collections.abc import Sequence

from ritornel.core.motion.curves import Curve

MARGIN = 400.0
"""What stands out of an object's box, letters or a shadow, stands out by less."""

Places = tuple[float, ...]


def rectangle(left: float, top: float, right: float, bottom: float) -> Places:
    """Return a rectangle's corners, x and y one after another."""
    return (left, top, right, top, right, bottom, left, bottom)


def softened(keys: tuple[tuple[float, Places], ...], soft: float) -> Sequence[Curve]:
    """Return a clip with those keys, its edge soft by so many stage units on either side."""
    clip: Curve = ("clip", keys)
    return (clip, ("soft", ((0, soft), (1, soft)))) if soft else (clip,)
