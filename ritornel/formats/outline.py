"""Outlines as slides: Markdown (CommonMark 0.31), or plain text in which deeper lines stand under others.

A heading begins a slide; lists are what stands on it; paragraphs are what is said; a quotation stands by itself; a
picture is named by its file.
"""

import re
from collections.abc import Iterable
from typing import Literal

from markdown_it import MarkdownIt
from markdown_it.token import Token
from msgspec import Struct

from ritornel.core.model.controls import without_controls

MOST_CHARACTERS = 1_000_000
_INDENT = re.compile(r"[ \t]*")
_BULLET = re.compile(r"^(?:[-*•–]|(\d{1,3})[.)])\s+")
_HEADING = re.compile(r"^(#{1,6}\s|[-*+]\s|\d{1,3}[.)]\s|>)", re.MULTILINE)
_TAB = 4


class BadOutline(ValueError):
    """A text cannot be made slides of. The message says what to do."""


class Line(Struct, frozen=True, omit_defaults=True):
    """One line of a list: its words, how deep it stands, and what stands before it."""

    text: str
    level: int = 0
    marker: Literal["none", "bullet", "number"] = "none"


class OutlineSlide(Struct, frozen=True, omit_defaults=True):
    """One slide of an outline. ``depth`` is its heading's: 1 for a part of the whole; ``pictures`` are file names."""

    title: str = ""
    depth: int = 2
    lines: tuple[Line, ...] = ()
    script: str = ""
    quotation: str = ""
    pictures: tuple[str, ...] = ()


class _Making:
    """A slide while what belongs to it is found."""

    def __init__(self, title: str = "", depth: int = 2) -> None:
        self.title, self.depth = title, depth
        self.lines: list[Line] = []
        self.said: list[str] = []
        self.quoted: list[str] = []
        self.pictures: list[str] = []

    @property
    def empty(self) -> bool:
        return not (self.title or self.lines or self.said or self.quoted or self.pictures)

    def made(self) -> OutlineSlide:
        return OutlineSlide(
            self.title,
            self.depth,
            tuple(self.lines),
            "\n".join(self.said),
            "\n".join(self.quoted),
            tuple(self.pictures),
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
    for token in MarkdownIt("commonmark").parse(text):
        if token.type == "heading_open":
            heading = int(token.tag[1])
        elif token.type in ("bullet_list_open", "ordered_list_open"):
            lists.append("bullet" if token.type.startswith("bullet") else "number")
        elif token.type in ("bullet_list_close", "ordered_list_close"):
            lists.pop()
        elif token.type in ("blockquote_open", "blockquote_close"):
            quoting += 1 if token.type.endswith("open") else -1
        elif token.type == "inline":
            words = _words(token.children or [])
            if heading:
                slides.append(_Making(words, heading))
                heading = 0
            elif words:
                _put(slides[-1], words, lists, quoting)
            slides[-1].pictures += _pictures(token.children or [])
    return [slide.made() for slide in slides if not slide.empty]


def _put(slide: _Making, words: str, lists: list[Literal["bullet", "number"]], quoting: int) -> None:
    if lists:
        slide.lines.append(Line(words, len(lists) - 1, lists[-1]))
    elif quoting:
        slide.quoted.append(words)
    else:
        slide.said.append(words)


def _words(tokens: Iterable[Token]) -> str:
    found = []
    for token in tokens:
        if token.type in ("text", "code_inline"):
            found.append(token.content)
        elif token.type in ("softbreak", "hardbreak"):
            found.append(" ")
    return " ".join("".join(found).split())


def _pictures(tokens: Iterable[Token]) -> list[str]:
    sources = (str(token.attrs.get("src", "")) for token in tokens if token.type == "image")
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
