"""Words as readers of presentations find them, stretch by stretch, and the text that they make."""

from collections import Counter
from typing import Any, NamedTuple

from msgspec.structs import replace

from ritornel.core.model import Paragraph, Run, Text, limits
from ritornel.core.text.fitting import excess, shrunk
from ritornel.formats.presentations.lettering import family_for
from ritornel.formats.presentations.losses import Losses

_LITTLE = 0.02
"""By so much of its height a text may run out of its box: that is seen by nobody."""

_GAP = 0.35
"""The room above paragraphs where there is but one, and so none is said."""


class Letters(NamedTuple):
    """How a stretch is set, its size in points."""

    font: str
    size: float
    weight: int
    italic: bool
    colour: str
    underline: bool
    link: str


class Line(NamedTuple):
    """A paragraph as it is read: stretches with their letters, and how it stands. ``name`` is its XML id."""

    stretches: list[tuple[str, Letters]]
    level: int
    marker: str
    align: str
    line_height: float
    above: float
    name: str

    @property
    def text(self) -> str:
        """Its words."""
        return "".join(words for words, _ in self.stretches)


def text_of(lines: list[Line], **box: Any) -> Text:
    """Return a text of some lines: it looks as most of its letters do, the others are runs. Sizes in stage units."""
    looks: Counter[Letters] = Counter()
    for line in lines:
        for words, letters in line.stretches:
            looks[letters._replace(link="", underline=False)] += len(words) or 1
    base = looks.most_common(1)[0][0]
    align = Counter(line.align for line in lines).most_common(1)[0][0]
    gaps = Counter(round(line.above / max(1.0, base.size), 3) for line in lines[1:]).most_common(1)
    gap = min(5.0, gaps[0][0]) if gaps else _GAP
    paragraphs = tuple(_paragraph(line, base, align, gap, first=n == 0) for n, line in enumerate(lines))
    return Text(
        paragraphs=paragraphs[: limits.PARAGRAPHS_IN_A_TEXT],
        font=family_for(base.font),
        weight=base.weight,  # type: ignore[arg-type]
        italic=base.italic,
        size=_size(base.size),
        colour=base.colour,
        align=align,  # type: ignore[arg-type]
        line_height=min(5.0, max(0.5, lines[0].line_height)),
        gap=gap,
        **box,
    )


def _size(size: float) -> float:
    return min(1000.0, max(4.0, round(size, 2)))


def _paragraph(line: Line, base: Letters, align: str, gap: float, first: bool) -> Paragraph:
    runs: list[Run] = []
    at = 0
    for words, letters in line.stretches:
        run = _run(at, at + len(words), letters, base)
        if words and run is not None:
            joined = (
                runs and runs[-1].end == at and replace(runs[-1], end=run.end) == replace(run, start=runs[-1].start)
            )
            if joined:
                runs[-1] = replace(runs[-1], end=run.end)
            else:
                runs.append(run)
        at += len(words)
    own = round(line.above / max(1.0, base.size), 3)
    return Paragraph(
        text=line.text[: limits.PARAGRAPH_CHARACTERS],
        runs=tuple(runs[: limits.RUNS_IN_A_PARAGRAPH]),
        align=None if line.align == align else line.align,  # type: ignore[arg-type]
        marker=line.marker,  # type: ignore[arg-type]
        level=line.level,
        space_before=None if first or own == gap else min(5.0, own),
    )


def _run(start: int, end: int, letters: Letters, base: Letters) -> Run | None:
    link = letters.link if letters.link.startswith(("http://", "https://", "mailto:")) else ""
    run = Run(
        start=start,
        end=end,
        font=family_for(letters.font) if letters.font != base.font else None,
        weight=letters.weight if letters.weight != base.weight else None,  # type: ignore[arg-type]
        italic=letters.italic if letters.italic != base.italic else None,
        underline=True if letters.underline else None,
        size=_size(letters.size) if letters.size != base.size else None,
        colour=letters.colour if letters.colour != base.colour else None,
        link=link,
    )
    return None if run == Run(start=start, end=end) else run


def in_its_box(text: Text, losses: Losses) -> Text:
    """Return a text that stays in its box: one that would not, in the letters that stand in, is set smaller."""
    if text.grows or excess(text) <= _LITTLE * text.height:
        return text
    losses.count(
        "text", "is set smaller, so that it stays in its box", "are set smaller, so that they stay in their boxes"
    )
    return shrunk(text)
