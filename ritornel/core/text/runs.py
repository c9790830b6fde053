"""Runs of characters: what style each stretch of a paragraph has, and where runs are after the words have changed."""

from collections.abc import Sequence
from typing import NamedTuple

from msgspec.structs import replace

from ritornel.core.model.objects import Text
from ritornel.core.model.text import Paragraph, Run


class Style(NamedTuple):
    """How a stretch is set: ``size`` in stage units, ``colour`` and ``link`` as in the model."""

    font: str
    weight: int
    italic: bool
    size: float
    colour: str
    underline: bool = False
    link: str = ""


class Stretch(NamedTuple):
    """Characters ``start`` up to ``end`` of a paragraph, and their style."""

    start: int
    end: int
    style: Style


def style_of(text: Text) -> Style:
    """Return the style of a text's characters outside any run."""
    return Style(text.font, text.weight, text.italic, text.size, text.colour)


def stretches(paragraph: Paragraph, base: Style) -> tuple[Stretch, ...]:
    """Return the paragraph's characters in stretches of one style, in order and without gaps."""
    found: list[Stretch] = []
    reached = 0
    for run in paragraph.runs:
        if run.start > reached:
            found.append(Stretch(reached, run.start, base))
        found.append(Stretch(run.start, run.end, _styled(base, run)))
        reached = run.end
    if reached < len(paragraph.text) or not found:
        found.append(Stretch(reached, len(paragraph.text), base))
    return tuple(found)


def _styled(base: Style, run: Run) -> Style:
    return Style(
        run.font or base.font,
        run.weight or base.weight,
        base.italic if run.italic is None else run.italic,
        run.size or base.size,
        run.colour or base.colour,
        bool(run.underline),
        run.link,
    )


def tidied(runs: Sequence[Run], length: int) -> tuple[Run, ...]:
    """Return runs in order, inside a paragraph of ``length`` characters, with neighbours that are alike made one.

    Where two overlap, the later one gives way.
    """
    found: list[Run] = []
    for run in sorted(runs, key=lambda r: r.start):
        start, end = max(run.start, found[-1].end if found else 0), min(run.end, length)
        if start >= end or replace(run, start=0, end=0) == Run(start=0, end=0):
            continue
        last = found[-1] if found else None
        if (
            last is not None
            and last.end == start
            and replace(last, start=start, end=end) == replace(run, start=start, end=end)
        ):
            found[-1] = replace(last, end=end)
        else:
            found.append(replace(run, start=start, end=end))
    return tuple(found)


def carried(runs: Sequence[Run], before: str, after: str) -> tuple[Run, ...]:
    """Return runs of the words ``before`` where they are in the words ``after``.

    What was written inside a run, or at its end, belongs to it.
    """
    least = min(len(before), len(after))
    head = next((n for n in range(least) if before[n] != after[n]), least)
    tail = next((n for n in range(least - head) if before[-1 - n] != after[-1 - n]), least - head)
    by = len(after) - len(before)

    def place(at: int, ends: bool) -> int:
        if at >= len(before) - tail:
            return at + by
        if at <= head:
            return at
        return len(after) - tail if ends else head

    return tidied([replace(r, start=place(r.start, False), end=place(r.end, True)) for r in runs], len(after))
