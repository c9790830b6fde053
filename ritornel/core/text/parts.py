"""The words and letters of a paragraph, as builds count them, and where each stands when the text is set."""

from bisect import bisect_right
from collections.abc import Sequence
from functools import lru_cache
from itertools import pairwise
from typing import Literal, NamedTuple

from uniseg.graphemecluster import grapheme_cluster_boundaries

from ritornel.core.model import Part, Text
from ritornel.core.model.memory import Memory
from ritornel.core.text.breaking import words_of
from ritornel.core.text.fonts import ascent_and_descent, face_of
from ritornel.core.text.layout import SetLine, SetParagraph, set_text, setting_of
from ritornel.core.text.places import Place, characters

Unit = Literal["word", "character"]

FAR = 100_000.0
"""Beyond everything that is set, in stage units."""


class Band(NamedTuple):
    """What of a line belongs to a part: everything between two upright edges, in stage units from the text's box."""

    line: int
    left: float
    right: float


class PartPlace(NamedTuple):
    """Where a part stands: its box in stage units from the text's box, and its bands, which leave no gap."""

    x: float
    y: float
    width: float
    height: float
    bands: tuple[Band, ...]


@lru_cache(maxsize=4096)
def spans_of(text: str, unit: Unit) -> tuple[tuple[int, int], ...]:
    """Return (start, end) of every word of a paragraph, or of every letter (grapheme cluster, UAX #29) but spaces."""
    if unit == "word":
        return tuple((w.start, w.end) for w in words_of(text) if w.end > w.start)
    edges = list(grapheme_cluster_boundaries(text))
    return tuple((a, b) for a, b in pairwise(edges) if text[a:b].strip())


def has_part(text: Text, part: Part) -> bool:
    """Tell whether a text has that line, word or letter."""
    if part.paragraph >= len(text.paragraphs):
        return False
    return part.unit == "line" or part.number < len(spans_of(text.paragraphs[part.paragraph].text, part.unit))


def counted(text: str, unit: Unit) -> list[int]:
    """Return how many characters there are to read with each part: its own, and the spaces after it."""
    starts = [start for start, _ in spans_of(text, unit)]
    return [after - start for start, after in pairwise([*starts, len(text)])]


_PLACES_BYTES = 16 * 1024 * 1024
_places: Memory[tuple[object, ...], tuple[PartPlace | None, ...]] = Memory(_PLACES_BYTES)


def part_places(text: Text, paragraph: int, unit: Unit) -> tuple[PartPlace | None, ...]:
    """Return where each word or letter of a paragraph stands; None for what no shipped face has.

    Every build of a part asks for its own: all of them are remembered together. Linear in characters.
    """
    asked = (setting_of(text), paragraph, unit)
    known = _places.get(asked)
    return known if known is not None else _remembered(asked, _part_places(text, paragraph, unit))


def _remembered(asked: tuple[object, ...], places: tuple[PartPlace | None, ...]) -> tuple[PartPlace | None, ...]:
    return _places.put(asked, places, 1000 + 400 * len(places))


def _part_places(text: Text, paragraph: int, unit: Unit) -> tuple[PartPlace | None, ...]:
    whole = set_text(text)[paragraph]
    spans = spans_of(text.paragraphs[paragraph].text, unit)
    pieces: list[list[tuple[int, float, float]]] = [[] for _ in spans]
    for number, line in enumerate(whole.lines):
        for part, (left, right) in _on_line(line, spans).items():
            pieces[part].append((number, left, right))
    bands = _bands(pieces)
    return tuple(_placed(whole, found, band) if found else None for found, band in zip(pieces, bands, strict=True))


def _on_line(line: SetLine, spans: Sequence[tuple[int, int]]) -> dict[int, tuple[float, float]]:
    """Return the parts that have characters on a line, in their order, with their left and right ends there."""
    found: dict[int, tuple[float, float]] = {}
    ends = [end for _, end in spans]
    for place in characters(line):
        part = bisect_right(ends, place.start)
        while part < len(spans) and spans[part][0] < place.end:
            left, right = _cut(place, *spans[part], line.rtl)
            had = found.get(part, (left, right))
            found[part] = (min(left, had[0]), max(right, had[1]))
            part += 1
    return dict(sorted(found.items()))


def _cut(place: Place, start: int, end: int, rtl: bool) -> tuple[float, float]:
    """Return the ends of what belongs to the part, of letters that are set as one sign."""
    each = place.width / (place.end - place.start)
    first, last = max(start, place.start) - place.start, min(end, place.end) - place.start
    if rtl:
        return place.x + place.width - last * each, place.x + place.width - first * each
    return place.x + first * each, place.x + last * each


def _bands(pieces: Sequence[Sequence[tuple[int, float, float]]]) -> list[list[Band]]:
    """Return the bands of all parts: neighbours on a line part half way between them, the outermost have no end."""
    found: list[list[Band]] = [[] for _ in pieces]
    lines: dict[int, list[tuple[float, float, int]]] = {}
    for part, there in enumerate(pieces):
        for line, left, right in there:
            lines.setdefault(line, []).append((left, right, part))
    for line, row in lines.items():
        row.sort()
        edges = [-FAR, *((a[1] + b[0]) / 2 for a, b in pairwise(row)), FAR]
        for (_, _, part), (left, right) in zip(row, pairwise(edges), strict=True):
            found[part].append(Band(line, left, right))
    return found


def _placed(whole: SetParagraph, there: Sequence[tuple[int, float, float]], bands: Sequence[Band]) -> PartPlace:
    tops, bottoms = zip(*(_reach(whole.lines[line]) for line, _, _ in there), strict=True)
    left, right = min(left for _, left, _ in there), max(right for _, _, right in there)
    return PartPlace(left, min(tops), right - left, max(bottoms) - min(tops), tuple(bands))


def _reach(line: SetLine) -> tuple[float, float]:
    """Return from where to where the letters of a line reach, downwards in the text's box."""
    style = max((piece.style for piece in line.pieces), key=lambda style: style.size)
    ascent, descent = ascent_and_descent(face_of(style.font, style.weight, style.italic))
    return line.baseline - ascent * style.size, line.baseline + descent * style.size
