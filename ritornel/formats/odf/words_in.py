"""Words of a shape that is read: paragraphs, their levels, and the letters in which each stretch is set."""

import re
from collections import Counter
from collections.abc import Iterator
from typing import Any, NamedTuple

from msgspec.structs import replace

from ritornel.core.model import Paragraph, Run, Text, limits
from ritornel.formats.odf.names import Element, part_of, points, prefixed, qualified, told
from ritornel.formats.odf.styles_in import Properties, Styles, colour_of
from ritornel.formats.odf.words_out import NATURAL
from ritornel.formats.presentations.lettering import family_for

_ALIGN = {"start": "left", "left": "left", "center": "centre", "end": "right", "right": "right", "justify": "left"}
_DEFAULT_PT = 18.0
_GAP = 0.35


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


class Within(NamedTuple):
    """The style of the shape that words stand in, and the list styles around a paragraph, from outside in."""

    family: str
    style: str
    lists: tuple[Element | None, ...] = ()


class Words:
    """Reads the words of shapes."""

    def __init__(self, styles: Styles, scale: float) -> None:
        """State the styles, and how many stage units a point is."""
        self._styles, self._scale = styles, scale

    def lines(self, parent: Element, within: Within) -> Iterator[Line]:
        """Yield the paragraphs in an element, those of lists too, in their order."""
        for child in parent:
            name = prefixed(child.tag)
            if name in ("text:p", "text:h"):
                yield from self._paragraph(child, within)
            elif name == "text:list":
                own = self._styles.named("text:list-style", told(child, "text:style-name"))
                known = (
                    within.lists[-1]
                    if within.lists
                    else self._styles.inside(within.family, within.style, "text:list-style")
                )
                if len(within.lists) < _DEEPEST:
                    yield from self.lines(
                        child, within._replace(lists=(*within.lists, own if own is not None else known))
                    )
            elif name in ("text:list-item", "text:list-header"):
                yield from self.lines(child, within)

    def _paragraph(self, element: Element, within: Within) -> Iterator[Line]:
        level = min(max(0, len(within.lists) - 1), limits.LEVELS - 1)
        holder = self._styles.level_of(within.family, within.style, level)
        style = told(element, "text:style-name")
        set_ = self._styles.of(within.family, holder, "paragraph") | self._styles.of("paragraph", style, "paragraph")
        letters = self._styles.of(within.family, holder, "text") | self._styles.of("paragraph", style, "text")
        marker = _marker(within.lists[-1], level) if within.lists else "none"
        parts: list[list[tuple[str, Letters]]] = [[]]
        for words, looks in self._stretches(element, letters, ""):
            pieces = words.split("\n")
            parts[-1].append((pieces[0], looks))
            parts += [[(piece, looks)] for piece in pieces[1:]]
        parts[0] = parts[0] or [("", self._letters(letters, ""))]
        height = set_.get("fo:line-height", "100%")
        natural = part_of(height, 1.0) * NATURAL if height.endswith("%") else NATURAL
        for number, stretches in enumerate(parts):
            yield Line(
                stretches,
                level if within.lists else 0,
                marker if number == 0 else "none",
                _ALIGN.get(set_.get("fo:text-align", "start"), "left"),
                round(natural, 4),
                points(set_.get("fo:margin-top", set_.get("fo:margin", "0pt"))) * self._scale if number == 0 else 0.0,
                told(element, "xml:id") or told(element, "text:id"),
            )

    def _stretches(self, element: Element, letters: Properties, link: str) -> Iterator[tuple[str, Letters]]:
        looks = self._letters(letters, link)
        if element.text:
            words = _spaced(element.text)
            yield words.lstrip(" ") if element.tag == qualified("text:p") else words, looks
        for child in element:
            name = prefixed(child.tag)
            if name == "text:span":
                yield from self._stretches(
                    child, letters | self._styles.of("text", told(child, "text:style-name"), "text"), link
                )
            elif name == "text:a":
                yield from self._stretches(child, letters, told(child, "xlink:href"))
            elif name == "text:s":
                count = told(child, "text:c", "1")
                yield " " * min(200, int(count) if count.isdigit() else 1), looks
            elif name == "text:tab":
                yield " ", looks
            elif name == "text:line-break":
                yield "\n", looks
            elif name not in ("office:annotation", "text:note", ""):
                yield from self._stretches(child, letters, link)
            if child.tail:
                yield _spaced(child.tail), looks

    def _letters(self, properties: Properties, link: str) -> Letters:
        size = properties.get("fo:font-size", "")
        own = _DEFAULT_PT if size.endswith("%") else points(size, _DEFAULT_PT)
        weight = properties.get("fo:font-weight", "normal")
        return Letters(
            self._styles.font(properties),
            own * self._scale,
            600 if weight == "bold" or (weight.isdigit() and int(weight) >= 600) else 400,
            properties.get("fo:font-style", "normal") in ("italic", "oblique"),
            colour_of(properties.get("fo:color", "")) or "#000000",
            properties.get("style:text-underline-style", "none") != "none" and not link,
            link,
        )


_DEEPEST = 12
_WHITE = re.compile(r"[ \t\r\n]+")


def _spaced(words: str) -> str:
    """Return words with their white space as the format has it: a run of it is one space."""
    return _WHITE.sub(" ", words)


def _marker(style: Element | None, level: int) -> str:
    """Return what stands before the items of a level of a list."""
    if style is None:
        return "bullet"
    for child in style:
        if told(child, "text:level") == str(level + 1):
            if prefixed(child.tag) == "text:list-level-style-number":
                return "number" if told(child, "style:num-format") else "none"
            bullet = told(child, "text:bullet-char").strip("\u200b\u00a0 ")
            return "bullet" if bullet or prefixed(child.tag) == "text:list-level-style-image" else "none"
    return "bullet"


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
