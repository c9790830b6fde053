"""What stands before paragraphs of a list: signs by level, numbers that count by themselves."""

from collections.abc import Sequence

from ritornel.core.model.text import Paragraph

INDENT = 1.1
"""How far each level stands in, in sizes of the text."""

_BULLETS = ("•", "–", "·")
_ROMAN = (
    (500, "d"), (400, "cd"), (100, "c"), (90, "xc"), (50, "l"), (40, "xl"),
    (10, "x"), (9, "ix"), (5, "v"), (4, "iv"), (1, "i"),
)  # fmt: skip


def markers(paragraphs: Sequence[Paragraph]) -> list[str]:
    """Return what stands before each paragraph; empty where nothing does.

    Numbers count on within their level; a paragraph of a higher level, or one of the same level without a number,
    lets those under it begin anew. Levels take turns: 1. a. i.
    """
    counts: dict[int, int] = {}
    found = []
    for paragraph in paragraphs:
        level = paragraph.level
        counts = {deep: count for deep, count in counts.items() if deep <= level}
        if paragraph.marker == "number":
            counts[level] = counts.get(level, 0) + 1
            found.append(_number(counts[level], level))
            continue
        counts.pop(level, None)
        found.append(_BULLETS[level % len(_BULLETS)] if paragraph.marker == "bullet" else "")
    return found


def _number(count: int, level: int) -> str:
    return (str(count), _letters(count), _roman(count))[level % 3] + "."


def _letters(count: int) -> str:
    """Return a number as letters: a to z, then aa, ab, ..."""
    letters = ""
    while count:
        count, digit = divmod(count - 1, 26)
        letters = chr(ord("a") + digit) + letters
    return letters


def _roman(count: int) -> str:
    written = ""
    for value, sign in _ROMAN:
        written += sign * (count // value)
        count %= value
    return written
