"""Wipes: transitions in which the new slide is seen in a region that grows. What their files have in common."""

from collections.abc import Mapping
from functools import lru_cache
from typing import NamedTuple

from ritornel.core.model.box import Box
from ritornel.core.motion.declared import Scene, TransitionKind
from ritornel.core.motion.easing import LINEAR
from ritornel.core.motion.geometry import Polygons, Region
from ritornel.core.motion.geometry.orders import Order
from ritornel.core.motion.pieces import WHOLE, Cells, Piece
from ritornel.core.motion.track import Track
from ritornel.core.time.rounding import hundredths, rounded, tenths

_CELLS_AT_ONCE = 2.0
_SOFT_CELLS = 24.0


class Wipe(NamedTuple):
    """One form of a wipe: how it is said, and the region.

    ``softest`` is how soft its edge may be, as a share of what others may: one of narrow slats.
    """

    label: str
    region: Region
    softest: float = 1.0


class Grid(NamedTuple):
    """One form of a wipe by cells: how it is said, and the order of a grid."""

    label: str
    order: Order
    columns: int = 16
    rows: int = 9


def wipe(
    name: str, label: str, verb: str, help_: str, forms: Mapping[str, Wipe | Grid], *, duration_ms: int = 900
) -> TransitionKind:
    """Return a transition whose subtypes are ``forms``, the first of them the default."""

    def pieces(scene: Scene) -> tuple[Piece, ...]:
        form = forms.get(scene.subtype) or next(iter(forms.values()))
        return (Piece("old"), uncovered(form, scene))

    return TransitionKind(
        name=name,
        label=label,
        verb=verb,
        help=help_,
        duration_ms=duration_ms,
        pieces=pieces,
        subtypes=tuple((subtype, form.label) for subtype, form in forms.items()),
        easing="ease-in-out" if isinstance(next(iter(forms.values())), Wipe) else "linear",
        softens=True,
    )


def uncovered(form: Wipe | Grid, scene: Scene) -> Piece:
    """Return the new slide as far as a form of a wipe uncovers it."""
    if isinstance(form, Grid):
        return Piece("new", cells=arriving(form, scene.soft / scene.width))
    return clipped(form.region, scene._replace(soft=tenths(scene.soft * form.softest)))


def clipped(region: Region, scene: Scene) -> Piece:
    """Return the new slide in a growing region. A soft edge needs room around the stage, to come from and to go to."""
    room = scene.soft
    keys = region(Box(-room, -room, scene.width + 2 * room, scene.height + 2 * room))
    times = tuple(rounded(share * WHOLE) for share, _ in keys)
    values = tuple(_flat(polygons) for _, polygons in keys)
    track = Track("clip", times, values, (LINEAR,) * (len(times) - 1))
    return Piece("new", (track,), tuple(map(len, keys[0][1])), scene.soft)


def _flat(polygons: Polygons) -> tuple[float, ...]:
    return tuple(hundredths(place) for polygon in polygons for point in polygon for place in point)


@lru_cache(maxsize=256)
def arriving(form: Grid, softness: float) -> Cells:
    """Return the cells of a grid as they arrive; the softer, the more of them are on their way at once."""
    steps = form.order(form.columns, form.rows)
    overlap = min(len(steps), _CELLS_AT_ONCE + _SOFT_CELLS * softness)
    each = WHOLE / (len(steps) - 1 + overlap)
    arrivals = [0] * (form.columns * form.rows)
    for number, cells in enumerate(steps):
        for column, row in cells:
            arrivals[row * form.columns + column] = rounded(number * each)
    return Cells(form.columns, form.rows, tuple(arrivals), max(1, WHOLE - rounded((len(steps) - 1) * each)))
