"""Transitions, one file per family.

A file states ``TRANSITION``, a ``TransitionKind`` (see ``motion.declared``): name, words, help line, default duration,
forms, and ``pieces(scene)``, which returns the slides, or parts of them, that are on the stage while it runs, as
functions of its progress (see ``motion.pieces``). Most are wipes: a region that grows (see ``motion.wiping`` and
``motion.geometry``). Names of one word in two cases are those of the W3C's SMIL 2.0, module BasicTransitions (after
SMPTE 258M-1993); others are our own. A new transition is one new file here.
"""

from ritornel.core.model import Transition
from ritornel.core.motion.declared import TransitionKind, found_in

TRANSITIONS: dict[str, TransitionKind] = found_in(__name__, __path__, "TRANSITION")

FALLBACK = "fade"


def transition_for(transition: Transition) -> TransitionKind:
    """Return the transition's declaration; that of a crossfade where its type is not known."""
    return TRANSITIONS.get(transition.type, TRANSITIONS[FALLBACK])


def transition_ms(transition: Transition) -> int:
    """Return how long a transition lasts: 0 for a cut, its own duration, or the default of its type."""
    kind = transition_for(transition)
    if kind.instant:
        return 0
    return kind.duration_ms if transition.duration_ms is None else transition.duration_ms
