"""Where the characters and words of a set line stand: what is built on them stands where they stand."""

from itertools import groupby
from typing import NamedTuple

from ritornel.core.text.breaking import words_of
from ritornel.core.text.directions import as_seen, levels
from ritornel.core.text.fonts import clusters
from ritornel.core.text.layout import SetLine, SetRun


class Place(NamedTuple):
    """Characters ``start`` up to ``end`` of a paragraph; left end and width in stage units from the text's box."""

    start: int
    end: int
    x: float
    width: float


class Stretch(NamedTuple):
    """Characters of one piece that run one way; ``x`` is the left end of its words, in the text's box."""

    piece: SetRun
    start: int
    text: str
    rtl: bool
    x: float = 0.0


def characters(line: SetLine) -> list[Place]:
    """Return the place of every character of a line (letters that cannot be parted together), as they are read."""
    found: list[Place] = []
    x = line.x
    for piece, start, text, rtl, _ in as_seen(_stretches(line)):
        size = piece.style.size
        shaped = clusters(text, piece.face, rtl)
        edges = sorted(first for first, _ in shaped)
        ends = dict(zip(edges, [*edges[1:], len(text)], strict=True))
        for first, wide in shaped:
            found.append(Place(start + first, start + ends[first], x, wide * size))
            x += wide * size
    return sorted(found)


def mixes(line: SetLine) -> bool:
    """Tell whether anything in a line runs from right to left."""
    return any(level % 2 for level in levels(line.text, line.rtl))


def stretches(line: SetLine) -> list[Stretch]:
    """Return what of a line runs one way in one face, with its place, as it is read."""
    placed = characters(line)
    found = []
    for stretch, _ in _stretches(line):
        start = stretch.start + len(stretch.text) - len(stretch.text.lstrip())
        inside = [p.x for p in placed if start <= p.start < start + len(stretch.text.strip())]
        found.append(stretch._replace(x=min(inside, default=line.x)))
    return found


def _stretches(line: SetLine) -> list[tuple[Stretch, int]]:
    """Return what runs one way in one face, with its level, as it is read."""
    ways = levels(line.text, line.rtl)
    found, at = [], 0
    for piece in line.pieces:
        inside = range(at, at + len(piece.text))
        for level, group in groupby(inside, key=ways.__getitem__):
            there = list(group)
            text = line.text[there[0] : there[-1] + 1]
            found.append((Stretch(piece, piece.start + there[0] - at, text, level % 2 == 1), level))
        at += len(piece.text)
    return found


def words(line: SetLine) -> list[Place]:
    """Return the place of every word of a line, as they are read."""
    placed = characters(line)
    found = []
    for word in words_of(line.text):
        start, end = _in_paragraph(line, word.start), _in_paragraph(line, word.end - 1) + 1
        inside = [p for p in placed if start <= p.start < end]
        if inside:
            left, right = min(p.x for p in inside), max(p.x + p.width for p in inside)
            found.append(Place(start, end, left, right - left))
    return found


def _in_paragraph(line: SetLine, at: int) -> int:
    """Return where in the paragraph the line's character ``at`` is; what no face has is not in the line."""
    for piece in line.pieces:
        if at < len(piece.text):
            return piece.start + at
        at -= len(piece.text)
    return line.start + len(line.text)
