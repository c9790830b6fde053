"""A text object as positioned lines: the same lines in the page, in films and in files."""

from functools import lru_cache
from typing import NamedTuple

from ritornel.core.model import Text
from ritornel.core.text.fonts import Face, advance, ascent_and_descent


class SetLine(NamedTuple):
    """One line: its words, the left end and the baseline in stage units from the box's top left corner."""

    text: str
    x: float
    baseline: float
    width: float


class SetParagraph(NamedTuple):
    """One paragraph: its lines, and its place in the box in stage units."""

    top: float
    height: float
    lines: tuple[SetLine, ...]


def set_text(text: Text) -> tuple[SetParagraph, ...]:
    """Return the paragraphs of a text object, broken to its width. Text may run out of the box downwards."""
    return _set(
        tuple(p.text for p in text.paragraphs),
        Face(text.font, text.weight, text.italic),
        text.size,
        text.width,
        text.height,
        text.align,
        text.valign,
        text.line_height,
        text.gap,
    )


@lru_cache(maxsize=4096)
def _set(
    paragraphs: tuple[str, ...],
    face: Face,
    size: float,
    width: float,
    height: float,
    align: str,
    valign: str,
    line_height: float,
    gap: float,
) -> tuple[SetParagraph, ...]:
    leading = size * line_height
    ascent, descent = ascent_and_descent(face)
    drop = (leading - (ascent + descent) * size) / 2 + ascent * size
    broken = [break_lines(p, face, width / size) for p in paragraphs]
    total = sum(len(lines) for lines in broken) * leading + max(0, len(broken) - 1) * gap * size
    top = {"top": 0.0, "middle": (height - total) / 2, "bottom": height - total}[valign]
    share = {"left": 0.0, "centre": 0.5, "right": 1.0}[align]
    result = []
    for lines in broken:
        placed = []
        for number, words in enumerate(lines):
            line_width = advance(words, face) * size
            placed.append(SetLine(words, (width - line_width) * share, top + number * leading + drop, line_width))
        result.append(SetParagraph(top, len(lines) * leading, tuple(placed)))
        top += len(lines) * leading + gap * size
    return tuple(result)


def break_lines(text: str, face: Face, width: float) -> list[str]:
    """Break at spaces so that no line is wider than ``width`` sizes; a word that is wider is broken inside."""
    lines: list[str] = []
    line = ""
    for word in text.split(" "):
        candidate = f"{line} {word}" if line else word
        if advance(candidate, face) <= width:
            line = candidate
            continue
        if line:
            lines.append(line)
        line = word
        while len(line) > 1 and advance(line, face) > width:
            fits = _longest_start(line, face, width)
            lines.append(line[:fits])
            line = line[fits:]
    lines.append(line)
    return lines


def _longest_start(word: str, face: Face, width: float) -> int:
    low, high = 1, len(word)
    while low < high:
        middle = (low + high + 1) // 2
        if advance(word[:middle], face) <= width:
            low = middle
        else:
            high = middle - 1
    return low
