"""Paragraphs of a text, and the runs in them, in OpenDocument's vocabulary."""

import re
from collections.abc import Iterator
from itertools import pairwise

from ritornel.core.model import Paragraph, Run, Text
from ritornel.formats.odf.names import Element, made, pt, share
from ritornel.formats.odf.styles_out import Styles

_ALIGN = {"left": "start", "centre": "center", "right": "end"}
NATURAL = 1.2
"""How high a line is by itself, in sizes, of which the format's line heights are shares."""

_SPACES = re.compile(r" {2,}|\t")
_AT_EDGES = re.compile(r" {2,}|\t|^ | $")


def paragraphs(text: Text, styles: Styles) -> Iterator[Element]:
    """Yield the paragraphs of a text; those of a list in lists of their own, as deep as they stand."""
    for number, paragraph in enumerate(text.paragraphs):
        line = _paragraph(text, paragraph, styles, first=number == 0)
        if paragraph.marker == "none" and not paragraph.level:
            yield line
            continue
        within = made("text:list-item", {}, line)
        for _ in range(paragraph.level):
            within = made("text:list-item", {}, made("text:list", {}, within))
        going_on = {"text:continue-numbering": "true"} if paragraph.marker == "number" and number else {}
        yield made("text:list", {"text:style-name": styles.list_style(paragraph.marker), **going_on}, within)


def _paragraph(text: Text, paragraph: Paragraph, styles: Styles, first: bool) -> Element:
    gap = text.gap if paragraph.space_before is None else paragraph.space_before
    set_ = {
        "fo:text-align": _ALIGN[paragraph.align or text.align],
        "fo:line-height": share(text.line_height / NATURAL),
        "fo:margin-top": "0pt" if first else pt(gap * text.size),
        "fo:margin-bottom": "0pt",
        "fo:margin-left": "0pt",
        "fo:text-indent": "0pt",
    }
    name = styles.of("paragraph", ("paragraph", set_), ("text", _letters(text, Run(start=0, end=0), styles)))
    line = made("text:p", {"text:style-name": name})
    edges = sorted(
        {0, len(paragraph.text), *(min(e, len(paragraph.text)) for r in paragraph.runs for e in (r.start, r.end))}
    )
    for start, end in pairwise(edges):
        words = paragraph.text[start:end]
        run = next((r for r in reversed(paragraph.runs) if r.start <= start and end <= r.end), None)
        if run is None:
            put_words(line, words, edge=start == 0 or end == len(paragraph.text))
            continue
        style = styles.of("text", ("text", _letters(text, run, styles)))
        span = made("text:span", {"text:style-name": style})
        put_words(span, words, edge=start == 0 or end == len(paragraph.text))
        if run.link.startswith(("http", "mailto:")):
            span = made("text:a", {"xlink:href": run.link, "xlink:type": "simple"}, span)
        line.append(span)
    return line


def _letters(text: Text, run: Run, styles: Styles) -> dict[str, str]:
    """Return how letters are set: as the text says, but for what the run says."""
    family, size = run.font or text.font, run.size or text.size
    italic = text.italic if run.italic is None else run.italic
    weight, colour = run.weight or text.weight, run.colour or text.colour
    told = {
        "style:font-name": styles.letters(family),
        "fo:font-size": pt(size),
        "fo:font-weight": "normal" if weight == 400 else str(weight),
        "fo:font-style": "italic" if italic else "normal",
        "style:text-underline-style": "solid" if run.underline else "none",
    }
    if colour != "none":
        told["fo:color"] = colour
    if text.outline != "none":
        told["style:text-outline"] = "true"
    return told


def put_words(parent: Element, words: str, edge: bool) -> None:
    """Put words into an element; white space that would not be kept, as at an ``edge``, as elements of its own."""
    at = 0
    for match in (_AT_EDGES if edge else _SPACES).finditer(words):
        _put(parent, words[at : match.start()])
        at = match.end()
        if match[0] == "\t":
            parent.append(made("text:tab"))
        else:
            parent.append(made("text:s", {"text:c": str(len(match[0]))}))
    _put(parent, words[at:])


def _put(parent: Element, words: str) -> None:
    if len(parent):
        parent[-1].tail = (parent[-1].tail or "") + words or None
    else:
        parent.text = (parent.text or "") + words or None
