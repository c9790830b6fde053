"""A transition into its plan."""

from collections.abc import Sequence
from functools import lru_cache

from msgspec.structs import replace

from ritornel.core.drawing.grounds import ground_keys
from ritornel.core.model import Transition
from ritornel.core.model.keys import target_key
from ritornel.core.motion.carrying import Pair, matched, unchanged
from ritornel.core.motion.declared import Scene
from ritornel.core.motion.easing import LINEAR, BadEasing, Easing, parse
from ritornel.core.motion.pieces import BARE, HIDDEN, Piece, moving, over_progress
from ritornel.core.motion.standing import Standing
from ritornel.core.motion.transitions import TRANSITIONS, transition_for
from ritornel.core.score.parts import TransitionPlan
from ritornel.core.time.rounding import tenths

BLACK = "#000000"
SOFTEST = 0.25
"""The softest edge is so many widths of the stage wide, on either side."""


def plan_of(
    transition: Transition,
    duration_ms: int,
    width: int,
    height: int,
    before: Standing | None = None,
    after: Standing | None = None,
) -> TransitionPlan:
    """Return what a transition does to the two slides in its time, on a stage of that size.

    One that looks at them, or keeps what stays, needs the slide ``before`` as it ends, and the one ``after`` as it
    begins.
    """
    kind = transition_for(transition)
    backdrop = transition.colour if kind.coloured else BLACK
    if not duration_ms:
        return TransitionPlan(0, LINEAR, False, backdrop, ())
    soft = tenths(transition.softness * SOFTEST * width) if kind.softens else 0.0
    pairs: Sequence[Pair] = ()
    if kind.carries and before is not None and after is not None:
        pairs = matched(before, after, transition.carried)
    if kind.looks:
        scene = Scene(transition.subtype, float(width), float(height), soft, before, after, pairs)
        pieces = tuple(kind.pieces(scene))
    else:
        pieces = _pieces(kind.name, transition.subtype, soft, width, height)
    reverse = transition.reverse and not kind.carries
    if reverse:
        pieces = tuple(replace(piece, of="new" if piece.of == "old" else "old") for piece in pieces)
    if transition.keeps and not kind.carries and before is not None and after is not None:
        pieces = keeping(pieces, before, after)
    carried = tuple((pair.old.id, pair.new.id) for pair in pairs)
    return TransitionPlan(duration_ms, _easing(transition), reverse, backdrop, pieces, carried)


def keeping(pieces: tuple[Piece, ...], before: Standing, after: Standing) -> tuple[Piece, ...]:
    """Return pieces of a transition in which what stands on both slides alike stays as it is, over all of it."""
    pairs = unchanged(before, after)
    if not pairs:
        return pieces
    here = {"old": {target_key(p.old.id) for p in pairs}, "new": {target_key(p.new.id) for p in pairs}}
    others = {target_key(o.id) for o in after.slide.objects} - here["new"]
    hidden = dict.fromkeys((*others, *ground_keys(after.slide)), (HIDDEN,))
    moved = tuple(over_progress(piece, dict.fromkeys(here[piece.of], (HIDDEN,))) for piece in pieces)
    return (*moved, over_progress(moving("new", BARE), hidden))


@lru_cache(maxsize=512)
def _pieces(name: str, subtype: str, soft: float, width: int, height: int) -> tuple[Piece, ...]:
    return tuple(TRANSITIONS[name].pieces(Scene(subtype, float(width), float(height), soft)))


def _easing(transition: Transition) -> Easing:
    kind = transition_for(transition)
    try:
        return parse(transition.easing or kind.easing)
    except BadEasing:
        return parse(kind.easing)
