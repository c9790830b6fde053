"""An outline: Markdown (CommonMark 0.31) or plain text, of which slides are made; or a show written as one.

Written are a heading for each chapter and slide, what stands on it as a list, pictures by their files' names, and what
is said, its cues as marks, under that.
"""

import re
from collections.abc import Iterator, Mapping
from pathlib import Path
from typing import Any, BinaryIO
from urllib.parse import quote

from ritornel.core.model import Asset, Paragraph, Picture, Show, Slide, Text
from ritornel.core.model.running import running
from ritornel.core.text.naming import slide_title
from ritornel.formats.outline import read_outline
from ritornel.formats.shows import _losses
from ritornel.formats.shows._protocol import Format

_TITLES = ("title", "statement")
_SIGNS = re.compile(r"([\\`*_{}<>#|~])")
_LINKS = re.compile(r"\](?=[(:\[])")
"""What would make a link of the words before it; marks of cues stand alone."""

_BEGINS = re.compile(r"^(\d{0,9})([-+=.)])")
"""What would begin a list, or underline a heading."""


def read(file: BinaryIO) -> Any:
    """Return the slides that a text outlines; ``BadOutline`` or ``UnicodeDecodeError`` if it makes none."""
    return read_outline(file.read().decode("utf-8-sig"))


def write(show: Show, files: Mapping[str, Path]) -> Iterator[bytes]:
    """Yield a show as Markdown, slide by slide."""
    assets = {asset.id: asset for asset in show.assets}
    chapters = {chapter.first: chapter.title for chapter in show.chapters}
    for number, slide in enumerate(running(show).slides, 1):
        if chapters.get(slide.id):
            yield f"# {_escaped(chapters[slide.id])}\n\n".encode()
        yield "\n\n".join([f"## {_escaped(slide_title(slide, number))}", *_blocks(slide, assets)]).encode() + b"\n\n"


def _blocks(slide: Slide, assets: Mapping[str, Asset]) -> Iterator[str]:
    titled = False
    for thing in slide.objects:
        if isinstance(thing, Picture) and thing.asset in assets:
            yield f"![{_escaped(thing.alt)}](<{quote(assets[thing.asset].name)}>)"
        elif isinstance(thing, Text) and not thing.tells:
            if not titled and thing.role in _TITLES:
                titled = True
                continue
            lines = [paragraph for paragraph in thing.paragraphs if paragraph.text.strip()]
            if lines:
                yield "\n".join(_item(one, "> " if thing.role == "quotation" else "") for one in lines)
    for passage in slide.script.split("\n"):
        if passage.strip():
            yield _escaped(passage.strip())


def _item(paragraph: Paragraph, quoted: str) -> str:
    """Return a line as an item of a list, or quoted."""
    words = _escaped(paragraph.text)
    if quoted:
        return f"{quoted}{words}"
    indent = "    " * paragraph.level
    return f"{indent}{'1.' if paragraph.marker == 'number' else '-'} {words}"


def _escaped(words: str) -> str:
    """Return words in which no sign means anything; marks of cues stay as they are."""
    one_line = " ".join(words.split())
    return _BEGINS.sub(r"\1\\\2", _LINKS.sub(r"\\]", _SIGNS.sub(r"\\\1", one_line)))


FORMAT = Format(
    name="outline",
    says="outline",
    standard="CommonMark 0.31",
    endings=(".md", ".markdown", ".txt"),
    mime="text/markdown",
    brought="outline",
    reads=read,
    writes=write,
    loses=_losses.of(_losses.builds, _losses.transitions, _losses.drawings, _losses.sounds),
)
