"""Where the characters and words of a set line stand: what is built on them stands where they stand."""

from typing import NamedTuple

from ritornel.core.text.breaking import words_of
from ritornel.core.text.fonts import clusters
from ritornel.core.text.layout import SetLine


class Place(NamedTuple):
    """Characters ``start`` up to ``end`` of a paragraph; left end and width in stage units from the text's box."""

    start: int
    end: int
    x: float
    width: float


def characters(line: SetLine) -> list[Place]:
    """Return the place of every character of a line (letters that cannot be parted together), as they are read."""
    found: list[Place] = []
    left, right = line.x, line.x + line.width
    start = line.start
    for piece in line.pieces:
        size = piece.style.size
        shaped = clusters(piece.text, piece.face)
        width = sum(wide for _, wide in shaped) * size
        if line.rtl:
            right -= width
        x = right if line.rtl else left
        edges = sorted(first for first, _ in shaped)
        ends = dict(zip(edges, [*edges[1:], len(piece.text)], strict=True))
        for first, wide in shaped:
            found.append(Place(start + first, start + ends[first], x, wide * size))
            x += wide * size
        left += width
        start += len(piece.text)
    return sorted(found)


def words(line: SetLine) -> list[Place]:
    """Return the place of every word of a line, as they are read."""
    placed = characters(line)
    found = []
    for word in words_of(line.text):
        inside = [p for p in placed if line.start + word.start <= p.start < line.start + word.end]
        if inside:
            left, right = min(p.x for p in inside), max(p.x + p.width for p in inside)
            found.append(Place(line.start + word.start, line.start + word.end, left, right - left))
    return found
