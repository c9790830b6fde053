"""The voice as the clock: when it starts and ends, and which of its marks give cues (timing, section 4)."""

from collections.abc import Mapping

from ritornel.core.model import Narration
from ritornel.core.time.stretches import heard_at, length_of, stretches_of


def narration_lead(narration: Narration, transition_ms: int) -> int:
    """Return the slide time at which the narration starts: its lead, or the transition's end."""
    return transition_ms if narration.lead_ms is None else narration.lead_ms


def narration_length(narration: Narration, asset_lengths: Mapping[str, int]) -> int:
    """Return how long the narration lasts in ms: all of its kept stretches, joined."""
    return length_of(stretches_of(narration, asset_lengths))


def narration_end(narration: Narration | None, transition_ms: int, asset_lengths: Mapping[str, int]) -> int:
    """Return the narration's end with its tail, in slide time; 0 without a narration."""
    if narration is None:
        return 0
    return narration_lead(narration, transition_ms) + narration_length(narration, asset_lengths) + narration.tail_ms


def marked_cues(narration: Narration, cues: int) -> list[int | None]:
    """Return when each of cues 1..``cues`` comes by its mark, in ms from the narration's beginning; None without one.

    A mark that lies before one of an earlier cue runs backwards and counts as none.
    """
    found: list[int | None] = [None] * cues
    reached = 0
    for index, mark in enumerate(narration.marks[:cues]):
        if mark is not None and mark >= reached:
            reached = mark
            found[index] = heard_at(narration.kept, narration.in_ms + mark) if narration.kept else mark
    return found
