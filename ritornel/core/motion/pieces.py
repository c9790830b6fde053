"""A transition as pieces: the two slides, or parts of them, over one another while it runs.

Everything here is in terms of the transition's progress, 0 to ``WHOLE``, not of time: its easing and its duration turn
time into progress, and one that is reversed runs through it the other way.
"""

from collections.abc import Mapping, Sequence
from functools import lru_cache
from typing import Literal

from msgspec import Struct
from msgspec.structs import replace

from ritornel.core.motion.curves import Curve
from ritornel.core.motion.easing import LINEAR
from ritornel.core.motion.target import Target
from ritornel.core.motion.track import Track
from ritornel.core.time.rounding import rounded

WHOLE = 1_000_000
"""The progress of a transition that has ended."""

Side = Literal["old", "new"]

HIDDEN: Curve = ("visible", ((0, 0.0), (1, 0.0)))
"""Of a target: not there while the transition runs."""

BARE: Curve = ("ground", ((0, 0.0), (1, 0.0)))
"""Of a piece: without its ground."""


class Cells(Struct, frozen=True, gc=False):
    """A grid over the stage whose cells arrive one after another, each fading in while the progress goes on ``takes``.

    ``arrivals`` are the progress at which each begins to, row by row from the top left.
    """

    columns: int
    rows: int
    arrivals: tuple[int, ...]
    takes: int


class Piece(Struct, frozen=True, omit_defaults=True, gc=False):
    """One of the slides as a layer: the ``old`` one, as it last was, or the ``new``; a slide may be in several pieces.

    Tracks of a piece are ``homography`` (a 3x3 matrix, row by row), ``opacity``, ``brightness``, ``blur`` (standard
    deviation in stage units), ``ground`` (how opaque its own background colour is), and ``clip``: what is seen of the
    slide, as polygons with ``corners`` many corners each, x and y in stage units one after another. The clip moves with
    the homography. ``soft`` is how far from its edge, in stage units, a clip is blurred, on either side. ``targets``
    move objects of the slide beside what its own builds do.
    """

    of: Side
    tracks: tuple[Track, ...] = ()
    corners: tuple[int, ...] = ()
    soft: float = 0.0
    cells: Cells | None = None
    targets: tuple[Target, ...] = ()


def moving(of: Side, *curves: Curve) -> Piece:
    """Return a slide whole, with curves over the progress."""
    return Piece(of, tuple(map(_track, curves)))


def over_progress(piece: Piece, curves: Mapping[str, Sequence[Curve]]) -> Piece:
    """Return the piece with curves over the progress for objects of its slide, by their keys."""
    targets = tuple(Target(key, key, None, tuple(map(_track, moves))) for key, moves in curves.items())
    return replace(piece, targets=targets)


def with_view(piece: Piece, key: str, curve: Curve) -> Piece:
    """Return the piece with a curve over the progress for what is seen of its slide's plane, which has that key."""
    return replace(piece, targets=(*piece.targets, Target(key, "", None, (_track(curve),))))


@lru_cache(maxsize=1024)
def _track(curve: Curve) -> Track:
    name, keys = curve
    times, values = zip(*((rounded(share * WHOLE), value) for share, value in keys), strict=True)
    return Track(name, times, values, (LINEAR,) * (len(times) - 1))


def cell_states(cells: Cells, progress: float) -> tuple[float, ...]:
    """Return how far each cell has come, 0..1."""
    takes = cells.takes
    return tuple(min(1.0, max(0.0, (progress - arrival) / takes)) for arrival in cells.arrivals)


def half(piece: Piece, side: Literal["left", "right"], width: float, height: float) -> Piece:
    """Return a piece of which only one half is seen, as wide as half a stage."""
    left, right = (0.0, width / 2) if side == "left" else (width / 2, width)
    seen = Track("clip", (0,), ((left, 0.0, right, 0.0, right, height, left, height),), ())
    return replace(piece, tracks=(*piece.tracks, seen), corners=(4,))
