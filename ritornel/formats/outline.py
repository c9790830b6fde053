"""Outlines as slides: Markdown (CommonMark 0.31), or plain text in which deeper lines stand under others.

A heading begins a slide; lists, code and tables (as GitHub Flavored Markdown 0.29 has them) are what stands on it;
paragraphs are what is said; a quotation stands by itself, or under the list; a picture is named by its file. Emphasis,
code and links are kept in the words that stand on a slide.
"""

import re
from collections.abc import Iterable
from typing import Literal
from urllib.parse import unquote

from markdown_it import MarkdownIt
from markdown_it.token import Token
from msgspec import Struct
from msgspec.structs import replace

from ritornel.core.model import limits
from ritornel.core.model.controls import without_controls

MOST_CHARACTERS = 1_000_000
_INDENT = re.compile(r"[ \t]*")
_BULLET = re.compile(r"^(?:[-*•–]|(\d{1,3})[.)])\s+")
_HEADING = re.compile(r"^(#{1,6}\s|[-*+]\s|\d{1,3}[.)]\s|>)", re.MULTILINE)
_TAB = 4
_ADDRESS = re.compile(r"(https?://|mailto:)[^\s<>\"\\^`{|}]+$")
_CODE, _BOLD = "plex-mono", 600


class BadOutline(ValueError):
    """A text cannot be made slides of. The message says what to do."""


class Stretch(Struct, frozen=True, omit_defaults=True):
    """Characters of a line that differ, from ``start`` up to ``end``: as ``core.model.Run`` has them."""

    start: int
    end: int
    italic: bool = False
    weight: int | None = None
    font: str | None = None
    link: str = ""


class Line(Struct, frozen=True, omit_defaults=True):
    """One line of a list: its words, how deep it stands, what stands before it, and stretches that differ."""

    text: str
    level: int = 0
    marker: Literal["none", "bullet", "number"] = "none"
    runs: tuple[Stretch, ...] = ()


class OutlineSlide(Struct, frozen=True, omit_defaults=True):
    """One slide of an outline. ``depth`` is its heading's: 1 for a part of the whole; ``pictures`` are file names.

    A ``table`` is rows of cells, the first of them its head.
    """

    title: str = ""
    depth: int = 2
    lines: tuple[Line, ...] = ()
    script: str = ""
    quotation: str = ""
    pictures: tuple[str, ...] = ()
    table: tuple[tuple[str, ...], ...] = ()


class _Making:
    """A slide while what belongs to it is found."""

    def __init__(self, title: str = "", depth: int = 2) -> None:
        self.title, self.depth = title, depth
        self.lines: list[Line] = []
        self.said: list[str] = []
        self.quoted: list[str] = []
        self.pictures: list[str] = []
        self.rows: list[list[str]] = []

    @property
    def empty(self) -> bool:
        return not (self.title or self.lines or self.said or self.quoted or self.pictures or self.rows)

    def made(self) -> OutlineSlide:
        return OutlineSlide(
            self.title,
            self.depth,
            tuple(self.lines),
            "\n".join(self.said),
            "\n".join(self.quoted),
            tuple(self.pictures),
            tuple(map(tuple, self.rows)),
        )


def read_outline(text: str) -> list[OutlineSlide]:
    """Return the slides that a text outlines; ``BadOutline`` where there is nothing that could be one."""
    if len(text) > MOST_CHARACTERS:
        raise BadOutline(f"an outline may have {MOST_CHARACTERS:,} characters at most; part it in two")
    text = without_controls(text)
    slides = _of_markdown(text) if _HEADING.search(text) else _of_plain(text)
    if not slides:
        raise BadOutline("there are no words in it")
    return slides


def _of_markdown(text: str) -> list[OutlineSlide]:
    slides = [_Making()]
    lists: list[Literal["bullet", "number"]] = []
    quoting = heading = 0
    in_table = False
    for token in MarkdownIt("commonmark").enable("table").parse(text):
        if token.type == "heading_open":
            heading = int(token.tag[1])
        elif token.type in ("bullet_list_open", "ordered_list_open"):
            lists.append("bullet" if token.type.startswith("bullet") else "number")
        elif token.type in ("bullet_list_close", "ordered_list_close"):
            lists.pop()
        elif token.type in ("blockquote_open", "blockquote_close"):
            quoting += 1 if token.type.endswith("open") else -1
        elif token.type in ("table_open", "table_close"):
            in_table = token.type == "table_open" and not slides[-1].rows
        elif token.type == "tr_open" and in_table:
            slides[-1].rows.append([])
        elif token.type in ("fence", "code_block"):
            slides[-1].lines += _code(token.content)
        elif token.type == "inline":
            line = _line(token.children or [])
            if heading:
                slides.append(_Making(line.text, heading))
                heading = 0
            elif in_table:
                slides[-1].rows[-1].append(line.text)
            elif line.text:
                _put(slides[-1], line, lists, quoting)
            slides[-1].pictures += _pictures(token.children or [])
    return [part for slide in slides if not slide.empty for part in _parts(slide.made())]


def _parts(slide: OutlineSlide) -> list[OutlineSlide]:
    """Return a slide, and further ones on which its table goes on, each under the heads of the columns."""
    head, *rows = slide.table or ((),)
    if max(map(len, slide.table), default=0) > limits.TABLE_COLUMNS:
        called = f"under “{slide.title}”" if slide.title else "at the beginning"
        raise BadOutline(f"the table {called} has {len(head)} columns, and {limits.TABLE_COLUMNS} at most can be read")
    step = limits.TABLE_ROWS - 1
    tables = [(head, *rows[n : n + step]) for n in range(0, len(rows), step)] or [slide.table]
    more = (OutlineSlide(slide.title, max(2, slide.depth), table=table) for table in tables[1:])
    return [replace(slide, table=tables[0]), *more]


def _put(slide: _Making, line: Line, lists: list[Literal["bullet", "number"]], quoting: int) -> None:
    if lists:
        slide.lines.append(replace(line, level=len(lists) - 1, marker=lists[-1]))
    elif quoting:
        slide.quoted.append(line.text)
    else:
        slide.said.append(line.text)


def _code(content: str) -> list[Line]:
    """Return lines of code, one for each, indented as they are."""
    lines = (line.expandtabs(_TAB).rstrip() for line in content.splitlines())
    return [Line(line, runs=(Stretch(0, len(line), font=_CODE),)) for line in lines if line]


def _line(tokens: Iterable[Token]) -> Line:
    """Return the words of a paragraph with what is emphasised, code, or a link in it."""
    words, runs = "", []
    italic = bold = 0
    link = ""
    for token in tokens:
        if token.type in ("em_open", "em_close"):
            italic += 1 if token.nesting > 0 else -1
        elif token.type in ("strong_open", "strong_close"):
            bold += 1 if token.nesting > 0 else -1
        elif token.type in ("link_open", "link_close"):
            address = str(token.attrs.get("href", "")) if token.nesting > 0 else ""
            link = address if _ADDRESS.match(address) else ""
        code = token.type == "code_inline"
        said = (
            token.content if code or token.type == "text" else " " if token.type in ("softbreak", "hardbreak") else ""
        )
        start, words = len(words), _joined(words, said)
        if len(words) > start and (italic or bold or link or code):
            looks = Stretch(start, len(words), italic > 0, _BOLD if bold else None, _CODE if code else None, link)
            runs.append(looks)
    bare = words.rstrip()
    return Line(bare, runs=tuple(replace(r, end=min(r.end, len(bare))) for r in runs if r.start < len(bare)))


def _joined(words: str, said: str) -> str:
    """Return words with more after them, white space in them as one space each, none at the beginning."""
    more = re.sub(r"\s+", " ", said)
    return words + (more.lstrip() if not words or words.endswith(" ") else more)


def _pictures(tokens: Iterable[Token]) -> list[str]:
    sources = (unquote(str(token.attrs.get("src", ""))) for token in tokens if token.type == "image")
    return [source.rsplit("/", 1)[-1] for source in sources if source]


def _of_plain(text: str) -> list[OutlineSlide]:
    slides: list[_Making] = []
    depths: list[int] = []
    for line in text.splitlines():
        words = " ".join(line.split())
        if not words:
            continue
        indent = len((_INDENT.match(line) or [""])[0].expandtabs(_TAB))
        if not indent or not slides:
            slides.append(_Making(words))
            depths = []
            continue
        while depths and depths[-1] >= indent:
            depths.pop()
        depths.append(indent)
        bullet = _BULLET.match(words)
        marker: Literal["none", "bullet", "number"] = "none"
        if bullet:
            marker = "number" if bullet[1] else "bullet"
            words = words[bullet.end() :]
        slides[-1].lines.append(Line(words, len(depths) - 1, marker))
    return [slide.made() for slide in slides]
