"""The script as text with cue marks: words between marks, and how long they take to say (timing, section 3)."""

import re
from functools import lru_cache
from typing import NamedTuple

from ritornel.core.model import Pace
from ritornel.core.time.rounding import divided

MARK = re.compile(r"\[(\d+)\]")
_SENTENCE_ENDS = (".", "!", "?", "…")
_CLAUSE_ENDS = (",", ";", ":", "—")


class Passage(NamedTuple):
    """What is said between two marks: counts of words and of the pauses after them."""

    words: int = 0
    sentence_ends: int = 0
    clause_ends: int = 0


@lru_cache(maxsize=4096)
def passages(script: str, cues: int) -> tuple[Passage, ...]:
    """Return ``cues + 1`` passages: before mark 1, from mark 1 to mark 2, ..., after the last.

    A word belongs to the passage in which it begins. Where a mark is missing, its cue stands just
    before the next mark that exists, or at the end; a mark that stands before an earlier cue's counts
    as standing with it; marks beyond ``cues`` divide nothing.
    """
    bounds = _mark_offsets(script, cues)
    plain = MARK.sub("", script)
    counts = [[0, 0, 0] for _ in range(cues + 1)]
    passage = 0
    for match in re.finditer(r"\S+", plain):
        while passage < cues and bounds[passage] <= match.start():
            passage += 1
        count = counts[passage]
        count[0] += 1
        if match[0].endswith(_SENTENCE_ENDS):
            count[1] += 1
        elif match[0].endswith(_CLAUSE_ENDS):
            count[2] += 1
    return tuple(Passage(*count) for count in counts)


def has_words(script: str) -> bool:
    """Tell whether anything is said: any word once the marks are removed."""
    return bool(MARK.sub("", script).strip())


def said_in(passage: Passage, pace: Pace) -> int:
    """Return the ms it takes to say the passage: words x 60000 / wpm, and its pauses."""
    return (
        divided(passage.words * 60_000, pace.wpm)
        + passage.sentence_ends * pace.sentence_pause_ms
        + passage.clause_ends * pace.clause_pause_ms
    )


def _mark_offsets(script: str, cues: int) -> list[int]:
    """Offsets of marks 1..cues in the text without marks, never decreasing."""
    removed = 0
    found: dict[int, int] = {}
    for match in MARK.finditer(script):
        found.setdefault(int(match[1]), match.start() - removed)
        removed += len(match[0])
    end = len(script) - removed
    offsets = [found.get(cue) for cue in range(1, cues + 1)]
    following = end
    for index in range(cues - 1, -1, -1):
        offset = offsets[index]
        following = following if offset is None else offset
        offsets[index] = following
    settled = []
    reached = 0
    for offset in offsets:
        reached = max(reached, offset or 0)
        settled.append(reached)
    return settled
