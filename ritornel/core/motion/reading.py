"""What effects ask of a text that go along its words: its lines and letters, where they stand, how they are said."""

from collections.abc import Sequence
from functools import lru_cache
from itertools import pairwise

from ritornel.core.model import Pace, Part, Text
from ritornel.core.model.box import Box
from ritornel.core.motion.declared import Letter
from ritornel.core.text.parts import PartPlace, part_places, spans_of
from ritornel.core.time.script import passages, said_in

_WORD_MS = 60_000 / Pace().wpm


def letters_of(text: Text, part: Part | None, box: Box) -> tuple[Letter, ...]:
    """Return the letters of a text, or of a part of it, in reading order, in stage units from the corner of ``box``."""
    dx, dy = text.x - box.x, text.y - box.y
    found: list[Letter] = []
    for number, paragraph in enumerate(text.paragraphs):
        if part is not None and part.paragraph != number:
            continue
        places = part_places(text, number, "character")
        spans = spans_of(paragraph.text, "character")
        first, last = _asked(paragraph.text, part)
        for (start, end), place, said in zip(spans, places, _said(paragraph.text), strict=True):
            if place is not None and first <= start and end <= last:
                found.append(_letter(place, _runs_left(places, place), said, dx, dy))
    return tuple(found)


def lines_of(letters: tuple[Letter, ...], box: Box) -> tuple[Box, ...]:
    """Return the box around the letters of every line; for what has no letters, its own, from its corner."""
    rows: dict[float, list[Letter]] = {}
    for letter in letters:
        rows.setdefault(letter.line.y, []).append(letter)
    lines = []
    for row in rows.values():
        left, right = min(a.left for a in row), max(a.right for a in row)
        lines.append(Box(left, row[0].line.y, right - left, row[0].line.height))
    return tuple(lines) or (Box(0.0, 0.0, box.width, box.height),)


def _asked(text: str, part: Part | None) -> tuple[int, int]:
    if part is None or part.unit == "line":
        return 0, len(text)
    spans = spans_of(text, part.unit)
    return spans[part.number] if part.number < len(spans) else (0, 0)


def _letter(place: PartPlace, rtl: bool, said: float, dx: float, dy: float) -> Letter:
    line = Box(place.x + dx, place.y + dy, place.width, place.height)
    return Letter(line, line.x, line.x + line.width, rtl, said)


def _runs_left(places: Sequence[PartPlace | None], place: PartPlace) -> bool:
    """Tell whether most letters of the place's line stand to the left of the one before them."""
    row = [p.x for p in places if p is not None and p.bands[0].line == place.bands[0].line]
    return sum(b < a for a, b in pairwise(row)) * 2 > len(row)


@lru_cache(maxsize=512)
def _said(text: str) -> tuple[float, ...]:
    """Return for each letter how long it is said, in words, pauses with the last of a piece (timing.md, section 3)."""
    weights: list[float] = []
    letters = spans_of(text, "character")
    before = 0
    for start, end in spans_of(text, "word"):
        inside = sum(start <= a < end for a, _ in letters)
        told = said_in(passages(text[:end], 0)[0], Pace())
        pause = max(0.0, (told - before) / _WORD_MS - 1.0)
        before = told
        weights += [1.0 / inside] * (inside - 1) + [1.0 / inside + pause]
    return tuple(weights)
