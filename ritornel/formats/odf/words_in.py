"""Words of a shape that is read: paragraphs, their levels, and the letters in which each stretch is set."""

import re
from collections.abc import Iterator
from typing import NamedTuple

from ritornel.core.model import limits
from ritornel.formats.odf.names import Element, part_of, points, prefixed, qualified, told
from ritornel.formats.odf.styles_in import Properties, Styles, colour_of
from ritornel.formats.odf.words_out import NATURAL
from ritornel.formats.presentations.lines import Letters, Line

_ALIGN = {"start": "left", "left": "left", "center": "centre", "end": "right", "right": "right", "justify": "left"}
_DEFAULT_PT = 18.0


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
