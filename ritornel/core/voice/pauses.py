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
NEAR_MS = 20
"""The quietest instant between two words may lie so far within one of them."""
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


def with_pause(kept: Sequence[Stretch], pause: Stretch, length_ms: int, quiet: Sequence[int] = ()) -> list[Stretch]:
    """Return kept stretches in which a pause lasts so long when it is heard, joints counted.

    ``pause`` lies whole in one of them. A shorter one is cut at its quietest instant, if that is one of ``quiet`` and
    near enough to an end, else it lacks its middle; a longer one repeats its own room.
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
        before = _before_joint(pause, length_ms, quiet)
        parts = [(first, start + before), (end - (length_ms + JOINT_MS - before), last)]
    else:
        edge = min(20, (end - start) // _EDGE)
        turn, room = end - edge, end - start - 2 * edge
        times = -(-more // (room - JOINT_MS))
        again = [more // times + (n < more % times) + JOINT_MS for n in range(times)]
        parts = [(first, turn), *((turn - lasts, turn) for lasts in again[:-1]), (turn - again[-1], last)]
    return [*kept[:place], *parts, *kept[place + 1 :]]


def _before_joint(pause: Stretch, length_ms: int, quiet: Sequence[int]) -> int:
    """Return how much of a pause that is made shorter is heard before its joint, in ms."""
    start, end = pause
    at = next((at for at in quiet if start <= at <= end), None)
    if at is not None and at - start <= length_ms:
        return min(length_ms, at - start + JOINT_MS // 2)
    if at is not None and end - at <= length_ms:
        return max(0, length_ms + JOINT_MS - (end - at) - JOINT_MS // 2)
    return length_ms // 2


def joint_between(quiet: Sequence[int], end_ms: int, start_ms: int) -> int:
    """Return where a voice is cut between a word that ends and one that starts then: the quietest instant, if known."""
    middle = (end_ms + start_ms) // 2
    near = [at for at in quiet if min(end_ms, start_ms) - NEAR_MS <= at <= max(end_ms, start_ms) + NEAR_MS]
    return min(near, key=lambda at: abs(at - middle), default=middle)
