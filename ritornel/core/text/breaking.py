"""Where lines break: at spaces; in scripts that write without, where Unicode's line breaking (UAX #14) allows."""

import re
from collections.abc import Callable, Sequence
from itertools import pairwise
from typing import NamedTuple
from unicodedata import bidirectional

from uniseg.linebreak import line_break_boundaries

_WITHOUT_SPACES = re.compile(
    "[\u0e00-\u0eff\u1000-\u109f\u1780-\u17ff\u2e80-\u9fff\uac00-\ud7af\uf900-\ufaff\uff00-\uffef]"
)


class Word(NamedTuple):
    """Characters that stay together, from ``start`` up to ``end``; the next word begins at ``next``."""

    start: int
    end: int
    next: int


class _Ends(Sequence[int]):
    """Where the words from one on end."""

    def __init__(self, words: Sequence[Word], at: int) -> None:
        self.words, self.at = words, at

    def __len__(self) -> int:
        return len(self.words) - self.at

    def __getitem__(self, index: int) -> int:  # type: ignore[override]
        return self.words[self.at + index].end


Measure = Callable[[int, int], float]
"""Gives the width of the characters from one place up to another, set in one line."""


def words_of(text: str) -> list[Word]:
    """Return what lines are filled with; at least one word, which may be empty."""
    if _WITHOUT_SPACES.search(text):
        edges = sorted({0, len(text), *line_break_boundaries(text)})
        return [Word(a, a + len(text[a:b].rstrip(" ")), b) for a, b in pairwise(edges)]
    words: list[Word] = []
    start = 0
    for word in text.split(" "):
        words.append(Word(start, start + len(word), start + len(word) + 1))
        start += len(word) + 1
    return words


def break_lines(text: str, measure: Measure, width: float) -> list[tuple[int, int]]:
    """Return (start, end) of every line, none wider than ``width``; a word that is wider is broken inside.

    The cost is linear in the text's length, whatever the width.
    """
    words = words_of(text)
    lines: list[tuple[int, int]] = []
    at = 0
    while at < len(words):
        while at < len(words) - 1 and words[at].start == words[at].end:
            at += 1
        start = words[at].start
        fit = _most(_Ends(words, at), start, measure, width)
        if fit:
            lines.append((start, words[at + fit - 1].end))
            at += fit
            continue
        *pieces, (start, end) = _broken_inside(words[at], measure, width)
        lines += pieces
        words[at] = Word(start, end, words[at].next)
        if end - start < 2:
            lines.append((start, end))
            at += 1
    return lines


def _broken_inside(word: Word, measure: Measure, width: float) -> list[tuple[int, int]]:
    """Return a word in pieces that fit, of one character at least."""
    pieces: list[tuple[int, int]] = []
    start = word.start
    while word.end - start > 1:
        fit = max(1, _most(range(start + 1, word.end + 1), start, measure, width))
        if fit == word.end - start:
            break
        pieces.append((start, start + fit))
        start += fit
    return [*pieces, (start, word.end)]


def _most(ends: Sequence[int], start: int, measure: Measure, width: float) -> int:
    """Return up to how many of the first ends the characters from ``start`` fit; looks at twice as many at most."""
    low, high = 0, 1
    while high <= len(ends) and measure(start, ends[high - 1]) <= width:
        low, high = high, high * 2
    high = min(high, len(ends) + 1)
    while high - low > 1:
        middle = (low + high) // 2
        low, high = (middle, high) if measure(start, ends[middle - 1]) <= width else (low, middle)
    return low


def runs_right_to_left(text: str) -> bool:
    """Tell whether a paragraph runs from right to left: as its first letter that says so (UAX #9, P2 and P3)."""
    kinds = (bidirectional(character) for character in text)
    return next((kind for kind in kinds if kind in ("L", "R", "AL")), "L") != "L"
