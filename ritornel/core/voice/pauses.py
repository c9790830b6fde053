"""The pauses of a voice: what lies between what is said in it, made shorter, or longer by its own room."""

from collections.abc import Sequence

from ritornel.core.model import Narration
from ritornel.core.model.slide import Stretch
from ritornel.core.time.stretches import JOINT_MS

LEAST_PAUSE_MS = 60
"""Less is no pause, and no pause is made shorter."""

MOST_PAUSE_MS = 30_000
SHOWN_MS = 250
"""Shorter pauses are not shown: they are how one speaks."""
ROOM_MS = 120
"""A pause that long has enough of the room in it to go on with."""
_EDGE = 6
"""A sixth of a pause at either end, 20 ms at most, may still be voice."""


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


def with_pause(kept: Sequence[Stretch], pause: Stretch, length_ms: int) -> list[Stretch]:
    """Return kept stretches in which a pause lasts so long when it is heard, joints counted.

    ``pause`` lies whole in one of them. A shorter one lacks its middle; a longer one repeats its own room.
    """
    start, end = pause
    place = next((n for n, (s, e) in enumerate(kept) if s <= start and e >= end), None)
    if place is None:
        return list(kept)
    first, last = kept[place]
    more = length_ms - (end - start)
    if more == 0:
        return list(kept)
    if more < 0:
        before = length_ms // 2
        parts = [(first, start + before), (end - (length_ms + JOINT_MS - before), last)]
    else:
        edge = min(20, (end - start) // _EDGE)
        turn, room = end - edge, end - start - 2 * edge
        times = -(-more // (room - JOINT_MS))
        again = [more // times + (n < more % times) + JOINT_MS for n in range(times)]
        parts = [(first, turn), *((turn - lasts, turn) for lasts in again[:-1]), (turn - again[-1], last)]
    return [*kept[:place], *parts, *kept[place + 1 :]]
