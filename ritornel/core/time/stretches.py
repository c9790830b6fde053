"""A voice in kept stretches: what is heard of an asset, joined by crossfades (timing, section 12)."""

from collections.abc import Mapping, Sequence
from itertools import pairwise

from ritornel.core.model import Narration
from ritornel.core.model.slide import Stretch
from ritornel.core.time.playback import out_point

JOINT_MS = 15
"""How long one stretch fades into the next; at most half of the shorter one."""


def stretches_of(narration: Narration, asset_lengths: Mapping[str, int]) -> tuple[Stretch, ...]:
    """Return the stretches of its asset that a narration keeps, in order, between its in point and its end."""
    first, last = narration.in_ms, max(narration.in_ms, out_point(narration, asset_lengths))
    within = ((max(first, start), min(last, end)) for start, end in narration.kept or ((first, last),))
    return tuple((start, end) for start, end in within if end > start)


def joints(stretches: Sequence[Stretch]) -> list[int]:
    """Return how long each stretch but the last fades into the one after it, in ms."""
    return [min(JOINT_MS, (one[1] - one[0]) // 2, (other[1] - other[0]) // 2) for one, other in pairwise(stretches)]


def offsets(stretches: Sequence[Stretch]) -> list[int]:
    """Return when each stretch begins, in ms from the beginning of the narration."""
    found, at = [], 0
    for (start, end), joint in zip(stretches, [*joints(stretches), 0], strict=False):
        found.append(at)
        at += end - start - joint
    return found


def length_of(stretches: Sequence[Stretch]) -> int:
    """Return how long stretches are heard in all, in ms."""
    return sum(end - start for start, end in stretches) - sum(joints(stretches))


def is_heard(stretches: Sequence[Stretch], start_ms: int, end_ms: int) -> bool:
    """Tell whether something of the asset, from when to when, is heard: its middle lies in what is kept."""
    return any(start <= (start_ms + end_ms) // 2 < end for start, end in stretches)


def heard_at(stretches: Sequence[Stretch], asset_ms: int) -> int:
    """Return when an instant of the asset is heard, in ms from the narration's beginning.

    What lies in a part taken out falls on the joint, where the next stretch begins; so does what fades out there.
    """
    begins = offsets(stretches)
    whole = length_of(stretches)
    for (start, end), offset, following in zip(stretches, begins, [*begins[1:], whole], strict=False):
        if asset_ms < end:
            return min(offset + max(0, asset_ms - start), following)
    return whole


def asset_at(stretches: Sequence[Stretch], narration_ms: int) -> int:
    """Return which instant of the asset is heard at a time of the narration, in ms; within a joint of the later one."""
    found = stretches[0][0] if stretches else 0
    for (start, end), offset in zip(stretches, offsets(stretches), strict=True):
        if narration_ms < offset:
            break
        found = min(end, start + narration_ms - offset)
    return found
