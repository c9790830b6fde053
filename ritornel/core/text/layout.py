"""A text object as positioned lines: the same lines in the page, in films and in files."""

from collections.abc import Callable, Sequence
from typing import NamedTuple

from ritornel.core.model import Text
from ritornel.core.model.memory import Memory
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


_SETTINGS_BYTES = 16 * 1024 * 1024
_settings: Memory[tuple[object, ...], tuple[SetParagraph, ...]] = Memory(_SETTINGS_BYTES)


def set_text(text: Text) -> tuple[SetParagraph, ...]:
    """Return the paragraphs of a text object, broken to its width. Text may run out of the box downwards."""
    asked = (
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
    known = _settings.get(asked)
    if known is not None:
        return known
    done = _set(*asked)
    characters = sum(len(p) for p in asked[0])
    return _settings.put(asked, done, 600 + 4 * characters + sum(300 + 200 * len(p.lines) for p in done))


def height_of(text: Text) -> float:
    """Return how high a text stands, in stage units: its lines and the gaps between; one line at least."""
    placed = set_text(text)
    return placed[-1].top + placed[-1].height - placed[0].top if placed else text.size * text.line_height


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
    """Break at spaces so that no line is wider than ``width`` sizes; a word that is wider is broken inside.

    The cost is linear in the text's length, whatever the width.
    """
    words = text.split(" ")
    lines: list[str] = []
    while words:
        while len(words) > 1 and not words[0]:
            words.pop(0)
        fit = _most(words, lambda some: advance(" ".join(some), face) <= width)
        if not fit:
            *pieces, words[0] = _broken_inside(words[0], face, width)
            lines += pieces
            fit = 1 if len(words[0]) < 2 else 0
        if fit:
            lines.append(" ".join(words[:fit]))
            words = words[fit:]
    return lines


def _broken_inside(word: str, face: Face, width: float) -> list[str]:
    """Return a word in pieces that fit, of one character at least."""
    pieces = []
    while len(word) > 1:
        fit = max(1, _most(word, lambda some: advance("".join(some), face) <= width))
        if fit == len(word):
            break
        pieces.append(word[:fit])
        word = word[fit:]
    return [*pieces, word]


def _most(things: Sequence[str], fits: Callable[[Sequence[str]], bool]) -> int:
    """Return how many of the first things fit; looks at no more than twice as many."""
    low, high = 0, 1
    while high <= len(things) and fits(things[:high]):
        low, high = high, high * 2
    high = min(high, len(things) + 1)
    while high - low > 1:
        middle = (low + high) // 2
        low, high = (middle, high) if fits(things[:middle]) else (low, middle)
    return low
