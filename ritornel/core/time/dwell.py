"""How long what a group shows wants to stand: to be said, or to be read (timing, section 3)."""

from collections.abc import Sequence

from ritornel.core.model import Pace, Slide, Step, Text
from ritornel.core.time.rounding import divided
from ritornel.core.time.script import has_words, passages, said_in

Shown = frozenset[tuple[str, tuple[str, ...]]]
"""Texts a slide shows: lineage and paragraphs."""


def texts_shown(slide: Slide) -> Shown:
    """Return the texts of a slide, as the slide after must know them so as not to count them again."""
    return frozenset(_identity(o) for o in slide.objects if isinstance(o, Text))


def dwells(slide: Slide, groups: Sequence[Sequence[Step]], pace: Pace, shown_before: Shown) -> list[int]:
    """Return the dwell of each group in ms; 0 where there is nothing to say or to read."""
    if has_words(slide.script):
        return [said_in(p, pace) for p in passages(slide.script, len(groups) - 1)]
    return [divided(count * 1000, pace.cps) for count in _characters(slide, groups, shown_before)]


def _characters(slide: Slide, groups: Sequence[Sequence[Step]], shown_before: Shown) -> list[int]:
    """Characters that each group newly shows; a line with entrances of its own counts with those."""
    whole: dict[str, list[int]] = {}
    parts: dict[tuple[str, int], list[int]] = {}
    for number, steps in enumerate(groups):
        for step in steps:
            if step.kind != "entrance":
                continue
            if step.part is None:
                whole.setdefault(step.object, []).append(number)
            else:
                parts.setdefault((step.object, step.part.paragraph), []).append(number)
    counts = [0] * len(groups)
    for text in slide.objects:
        if not isinstance(text, Text):
            continue
        standing_counts = _identity(text) not in shown_before
        for index, paragraph in enumerate(text.paragraphs):
            entered = parts.get((text.id, index)) or whole.get(text.id)
            if entered is not None:
                for number in set(entered):
                    counts[number] += len(paragraph.text)
            elif standing_counts:
                counts[0] += len(paragraph.text)
    return counts


def _identity(text: Text) -> tuple[str, tuple[str, ...]]:
    return text.lineage or text.id, tuple(p.text for p in text.paragraphs)
