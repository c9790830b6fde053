"""The pauses of a voice: what lies between what is said in it."""

from ritornel.core.model import Narration
from ritornel.core.model.slide import Stretch

LEAST_PAUSE_MS = 60
"""Less is no pause, and no pause is made shorter."""


def pauses_of(voice: Narration) -> list[Stretch]:
    """Return the pauses between what is said in a voice, in ms of its asset, also those that were made shorter."""
    spoken = spoken_of(voice)
    found: list[Stretch] = []
    reached = spoken[0][1] if spoken else 0
    for start, end in spoken[1:]:
        if start - reached > LEAST_PAUSE_MS:
            found.append((reached, start))
        reached = max(reached, end)
    return found


def spoken_of(voice: Narration) -> list[Stretch]:
    """Return what is said in a voice, in ms of its asset: the words of its script, and what is said beside it."""
    return sorted([*((one.start_ms, one.end_ms) for one in voice.said), *voice.beside])
