"""Transitions, one file per family.

A file states ``TRANSITION``, a ``TransitionKind`` (see ``motion.declared``): name, help line, default duration,
subtypes, and ``layers(subtype, colour, width, height)``, which returns the curves of the two slides as layers over the
share 0..1 of its duration. The slide before lies under the one that comes in. A new transition is one new file here.
"""

from ritornel.core.model import Transition
from ritornel.core.motion.declared import TransitionKind, found_in

TRANSITIONS: dict[str, TransitionKind] = found_in(__name__, __path__, "TRANSITION")

FALLBACK = "crossfade"


def transition_for(transition: Transition) -> TransitionKind:
    """Return the transition's declaration; that of a crossfade where its type is not known."""
    return TRANSITIONS.get(transition.type, TRANSITIONS[FALLBACK])


def transition_ms(transition: Transition) -> int:
    """Return how long a transition lasts: 0 for a cut, its own duration, or the default of its type."""
    kind = transition_for(transition)
    if kind.instant:
        return 0
    return kind.duration_ms if transition.duration_ms is None else transition.duration_ms
