"""The script as text with cue marks: what is said between marks, and how long it takes (timing, section 3)."""

import re
import unicodedata
from bisect import bisect_right
from collections.abc import Sequence
from itertools import pairwise

from msgspec import Struct

from ritornel.core.model import Pace
from ritornel.core.model.memory import Memory
from ritornel.core.model.slide import MARK
from ritornel.core.time.rounding import divided

_WORD = re.compile(r"[^\W_]")
_SENTENCE_ENDS = ".!?…।؟"
_CLAUSE_ENDS = ",;:—،"
_WIDE_SENTENCE_ENDS = "。！？"
_WIDE_CLAUSE_ENDS = "，；：、"
SENTENCE_OR_CLAUSE = re.compile(
    f"([{re.escape(_SENTENCE_ENDS + _WIDE_SENTENCE_ENDS)}])|[{re.escape(_CLAUSE_ENDS + _WIDE_CLAUSE_ENDS)}]"
)
"""A sign that ends a sentence (a group of its own), or a clause."""
_WIDE = re.compile(f"[{_WIDE_SENTENCE_ENDS}{_WIDE_CLAUSE_ENDS}]")

_UNSPACED_RANGES = (
    "\u3005-\u3007\u3021-\u3029\u3038-\u303b\u3400-\u4dbf\u4e00-\u9fff\uf900-\ufaff\U00020000-\U000323af"  # Han
    "\u3041-\u3096\u3099\u309a\u309d-\u309f\u30a1-\u30fa\u30fc-\u30ff\u31f0-\u31ff\uff66-\uff9f"  # kana
    "\u0e01-\u0e3a\u0e40-\u0e4e\u0e50-\u0e59"  # Thai
    "\u0e81-\u0ebd\u0ec0-\u0edf"  # Lao
    "\u1780-\u17d3\u17d7\u17dc\u17dd\u17e0-\u17e9"  # Khmer
    "\u1000-\u1049\u1050-\u109f\ua9e0-\ua9fe\uaa60-\uaa7f"  # Burmese
)
_UNSPACED = re.compile(f"[{_UNSPACED_RANGES}]")
_SPACED = re.compile(f"[^{_UNSPACED_RANGES}{_WIDE_SENTENCE_ENDS}{_WIDE_CLAUSE_ENDS}]+")


class Passage(Struct, frozen=True):
    """What is said between two marks: half words, and how many pieces end a sentence or a clause.

    A word counts two half words, a character of a script that is written without spaces one.
    """

    half_words: int = 0
    sentence_ends: int = 0
    clause_ends: int = 0

    @property
    def words(self) -> float:
        """The words, characters of scripts without spaces as half a word each."""
        return self.half_words / 2


_DIVIDED_BYTES = 8 * 1024 * 1024
_divided: Memory[tuple[str, int], tuple[Passage, ...]] = Memory(_DIVIDED_BYTES)


def passages(script: str, cues: int) -> tuple[Passage, ...]:
    """Return ``cues + 1`` passages: before mark 1, from mark 1 to mark 2, ..., after the last.

    A word belongs to the passage in which it begins. Where a mark is missing, its cue stands just
    before the next mark that exists, or at the end; a mark that stands before an earlier cue's counts
    as standing with it; of several with one number the first counts; marks beyond ``cues`` divide nothing.
    """
    known = _divided.get((script, cues))
    return known or _divided.put((script, cues), _counted(script, cues), 500 + 2 * len(script) + 100 * cues)


def _counted(script: str, cues: int) -> tuple[Passage, ...]:
    bounds = _mark_offsets(script, cues)
    plain = MARK.sub("", script)
    counts = [[0, 0, 0] for _ in range(cues + 1)]
    pieces = list(re.finditer(r"\S+", plain))
    for number, match in enumerate(pieces):
        following = pieces[number + 1][0] if number + 1 < len(pieces) else ""
        piece, start = match[0], match.start()
        last = start
        if _UNSPACED.search(piece) or _WIDE.search(piece):
            last = _count_unspaced(piece, start, bounds, counts)
        elif _WORD.search(piece):
            counts[bisect_right(bounds, start)][0] += 2
        end = 0 if piece[-1].isalnum() else _end_of(piece, following)
        if end:
            counts[bisect_right(bounds, last)][end] += 1
    return tuple(Passage(*count) for count in counts)


def _count_unspaced(piece: str, start: int, bounds: Sequence[int], counts: list[list[int]]) -> int:
    """Count a piece with characters that are words, or marks, by themselves; return where its last one stands."""
    last = start
    for match in _UNSPACED.finditer(piece):
        last = start + match.start()
        counts[bisect_right(bounds, last)][0] += 1
    for match in _SPACED.finditer(piece):
        if _WORD.search(match[0]):
            counts[bisect_right(bounds, start + match.start())][0] += 2
    for match in _WIDE.finditer(piece):
        end = 1 if match[0] in _WIDE_SENTENCE_ENDS else 2
        counts[bisect_right(bounds, start + match.start())][end] += 1
    return last


def _end_of(piece: str, following: str) -> int:
    """Return 1 if the piece ends a sentence, 2 if a clause, 0 if neither; closing quotes and brackets aside."""
    end = len(piece)
    while end and _closes(piece[end - 1]):
        end -= 1
    last = piece[end - 1] if end else ""
    if not last:
        return 0
    if last in _SENTENCE_ENDS:
        single_stop = last == "." and piece[end - 2 : end] != ".."
        return 0 if single_stop and following[:1].islower() else 1
    return 2 if last in _CLAUSE_ENDS else 0


def _closes(character: str) -> bool:
    """Tell whether a character closes: brackets, and quotation marks of either side, as languages turn them."""
    return character in "\"'" or unicodedata.category(character) in ("Pe", "Pf", "Pi")


def texts(script: str, cues: int) -> tuple[str, ...]:
    """Return the words of each passage of ``passages``, without marks and without white space at the ends."""
    plain = MARK.sub("", script)
    bounds = [0, *_mark_offsets(script, cues), len(plain)]
    return tuple(plain[start:end].strip() for start, end in pairwise(bounds))


def has_words(script: str) -> bool:
    """Tell whether anything is said: any letter or digit once the marks are removed."""
    return _WORD.search(MARK.sub("", script)) is not None


def said_in(passage: Passage, pace: Pace) -> int:
    """Return the ms it takes to say the passage: words x 60000 / wpm, and its pauses; 0 without words."""
    if not passage.half_words:
        return 0
    return (
        divided(passage.half_words * 30_000, pace.wpm)
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
    offsets = [found.get(cue) for cue in range(1, cues + 1)]
    following = len(script) - removed
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
