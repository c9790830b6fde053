"""A text object as positioned lines: the same lines in the page, in films and in files."""

from bisect import bisect_right
from collections.abc import Sequence
from typing import NamedTuple

from ritornel.core.model import Paragraph, Text
from ritornel.core.model.memory import Memory
from ritornel.core.text.breaking import break_lines, runs_right_to_left
from ritornel.core.text.fonts import Face, advance, ascent_and_descent, face_of, faces_for, has_all
from ritornel.core.text.markers import INDENT, markers
from ritornel.core.text.runs import Stretch, Style, stretches, style_of


class SetRun(NamedTuple):
    """Characters of one line in one style and one face, in the order in which they are read.

    ``start`` is the first of them in the paragraph.
    """

    text: str
    face: Face
    style: Style
    start: int = 0


class SetLine(NamedTuple):
    """One line: its words, the left end and the baseline in stage units from the box's top left corner.

    ``start`` is the first of its characters in the paragraph; a line that is ``rtl`` runs from right to left.
    """

    text: str
    x: float
    baseline: float
    width: float
    pieces: tuple[SetRun, ...]
    start: int = 0
    rtl: bool = False


class SetParagraph(NamedTuple):
    """One paragraph: its lines, its place in the box in stage units, and what stands before it, set as a line."""

    top: float
    height: float
    lines: tuple[SetLine, ...]
    marker: SetLine | None = None


_SETTINGS_BYTES = 16 * 1024 * 1024
_settings: Memory[tuple[object, ...], tuple[SetParagraph, ...]] = Memory(_SETTINGS_BYTES)


def set_text(text: Text) -> tuple[SetParagraph, ...]:
    """Return the paragraphs of a text object, broken to its width. Text may run out of the box downwards."""
    asked = setting_of(text)
    known = _settings.get(asked)
    if known is not None:
        return known
    done = _set(text)
    characters = sum(len(p.text) + 200 * len(p.runs) for p in text.paragraphs)
    return _settings.put(asked, done, 600 + 4 * characters + sum(500 + 400 * len(p.lines) for p in done))


def setting_of(text: Text) -> tuple[object, ...]:
    """Return all that says how a text is set: two texts with the same are set alike."""
    return (
        text.paragraphs,
        style_of(text),
        text.width,
        text.height,
        text.align,
        text.valign,
        text.line_height,
        text.gap,
    )


def height_of(text: Text) -> float:
    """Return how high a text stands, in stage units: its lines and the gaps between; one line at least."""
    placed = set_text(text)
    return placed[-1].top + placed[-1].height - placed[0].top if placed else text.size * text.line_height


def _set(text: Text) -> tuple[SetParagraph, ...]:
    base = style_of(text)
    broken = [
        _Broken(paragraph, base, text, marker)
        for paragraph, marker in zip(text.paragraphs, markers(text.paragraphs), strict=True)
    ]
    gaps = [text.size * (text.gap if p.space_before is None else p.space_before) for p in text.paragraphs]
    gaps[:1] = [0.0] * len(gaps[:1])
    total = sum(one.height for one in broken) + sum(gaps)
    top = {"top": 0.0, "middle": (text.height - total) / 2, "bottom": text.height - total}[text.valign]
    result = []
    for one, gap in zip(broken, gaps, strict=True):
        top += gap
        result.append(one.placed(top))
        top += one.height
    return tuple(result)


class _Broken:
    """A paragraph broken into lines that are not yet placed."""

    def __init__(self, paragraph: Paragraph, base: Style, text: Text, marker: str) -> None:
        self.text, self.base, self.marker = text, base, marker
        self.rtl = runs_right_to_left(paragraph.text)
        self.align = paragraph.align or ("right" if self.rtl and text.align == "left" else text.align)
        self.indent = (paragraph.level + bool(marker)) * INDENT * base.size
        self.measured = _Measured(paragraph.text, stretches(paragraph, base))
        room = max(base.size, text.width - self.indent)
        self.lines = break_lines(paragraph.text, self.measured.width, room)
        self.leadings = [self.measured.largest(*line) * text.line_height for line in self.lines]
        self.height = sum(self.leadings)

    def placed(self, top: float) -> SetParagraph:
        lines = []
        reached = top
        for (start, end), leading in zip(self.lines, self.leadings, strict=True):
            tallest = self.measured.tallest(start, end)
            ascent, descent = ascent_and_descent(face_of(tallest.font, tallest.weight, tallest.italic))
            baseline = reached + (leading - (ascent + descent) * tallest.size) / 2 + ascent * tallest.size
            width = self.measured.width(start, end)
            pieces = self.measured.pieces(start, end)
            words = "".join(p.text for p in pieces)
            lines.append(SetLine(words, self._left(width), baseline, width, pieces, start, self.rtl))
            reached += leading
        return SetParagraph(top, self.height, tuple(lines), self._marker(lines[0]) if self.marker else None)

    def _left(self, width: float) -> float:
        share = {"left": 0.0, "centre": 0.5, "right": 1.0}[self.align]
        return (0.0 if self.rtl else self.indent) + (self.text.width - self.indent - width) * share

    def _marker(self, first: SetLine) -> SetLine:
        measured = _Measured(self.marker, (Stretch(0, len(self.marker), self.base),))
        width, apart = measured.width(0, len(self.marker)), INDENT * self.base.size
        x = first.x + first.width + apart - width if self.rtl else first.x - max(apart, width + 0.25 * self.base.size)
        return SetLine(self.marker, x, first.baseline, width, measured.pieces(0, len(self.marker)), rtl=self.rtl)


class _Measured:
    """A paragraph's characters with what they are set in; what no shipped face has takes no place."""

    def __init__(self, text: str, parts: Sequence[Stretch]) -> None:
        self.text = text
        self.parts = parts
        self.cut: list[tuple[int, int, Face | None, Style]] = []
        for start, end, style in parts:
            face = face_of(style.font, style.weight, style.italic)
            whole = text[start:end]
            found = [(0, end - start, face)] if has_all(whole, face) else faces_for(whole, face)
            self.cut += [(start + a, start + b, f, style) for a, b, f in found]
        self.shaped = _together(self.cut)
        self.starts = [start for start, _, _, _ in self.shaped]

    def width(self, start: int, end: int) -> float:
        """Return the width of characters set in one line, in stage units."""
        if len(self.shaped) == 1:
            _, _, face, size = self.shaped[0]
            return advance(self.text[start:end], face) * size if face is not None else 0.0
        total = 0.0
        for at in range(max(0, bisect_right(self.starts, start) - 1), len(self.shaped)):
            first, last, face, size = self.shaped[at]
            if first >= end:
                break
            if face is not None:
                total += advance(self.text[max(start, first) : min(end, last)], face) * size
        return total

    def pieces(self, start: int, end: int) -> tuple[SetRun, ...]:
        """Return characters of one line in pieces."""
        return tuple(
            SetRun(self.text[max(start, first) : min(end, last)], face, style, max(start, first))
            for first, last, face, style in self.cut
            if face is not None and first < end and last > start
        )

    def tallest(self, start: int, end: int) -> Style:
        """Return the style of the largest characters."""
        there = [p.style for p in self.parts if p.start < end and p.end > start]
        if there:
            return max(there, key=lambda style: style.size)
        return next((p.style for p in self.parts if p.start <= start <= p.end), self.parts[-1].style)

    def largest(self, start: int, end: int) -> float:
        """Return the size of the largest characters, in stage units."""
        return self.parts[0].style.size if len(self.parts) == 1 else self.tallest(start, end).size


def _together(cut: Sequence[tuple[int, int, Face | None, Style]]) -> list[tuple[int, int, Face | None, float]]:
    """Return stretches of one face and size as the shaper sees them: a colour parts no letters that are kerned."""
    found: list[tuple[int, int, Face | None, float]] = []
    for start, end, face, style in cut:
        if found and found[-1][2:] == (face, style.size):
            found[-1] = (found[-1][0], end, face, style.size)
        else:
            found.append((start, end, face, style.size))
    return found
