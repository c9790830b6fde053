"""Captions of a show as WebVTT (W3C), by ``webvtt-py``."""

import re
from collections.abc import Iterator, Mapping
from html import unescape
from io import StringIO
from pathlib import Path
from typing import BinaryIO

import webvtt

from ritornel.core.model import Show, limits
from ritornel.core.model.captions import WrittenCaption
from ritornel.core.model.reading import BadDocument
from ritornel.core.score import compile
from ritornel.core.voice.captions import show_captions
from ritornel.formats.shows._protocol import Format

MOST_BYTES = 4 * 1024 * 1024


def write(show: Show, files: Mapping[str, Path]) -> Iterator[bytes]:
    """Yield the captions of a show in its own time."""
    made = webvtt.WebVTT()
    for caption in show_captions(show, compile(show).times):
        text = caption.text.replace("&", "&amp;").replace("<", "&lt;").replace(">", "&gt;")
        made.captions.append(webvtt.Caption(_written(caption.start_ms), _written(caption.end_ms), text))
    yield made.content.encode()


def read(file: BinaryIO) -> list[WrittenCaption]:
    """Return the captions of a WebVTT file, in ms of what it is for. ``BadDocument`` with words if there are none."""
    content = file.read(MOST_BYTES + 1)
    if len(content) > MOST_BYTES:
        raise BadDocument("these captions are larger than those of a show may be")
    try:
        text = content.decode("utf-8-sig")
        found = webvtt.from_buffer(StringIO(text)).captions
    except UnicodeDecodeError as error:
        raise BadDocument("these captions are not a text in UTF-8; save them as such") from error
    except webvtt.errors.MalformedFileError as error:
        raise BadDocument("this is no WebVTT: the first line of one is “WEBVTT”; export the captions again") from error
    captions = [
        WrittenCaption(_read(c.start_in_seconds, c.start), _read(c.end_in_seconds, c.end), _plain(c.raw_text))
        for c in found
    ]
    kept = [c for c in captions if c.text and c.start_ms < c.end_ms <= limits.TIME_MS]
    if not kept:
        raise BadDocument("there are no captions in this file")
    if len(kept) > limits.WORDS_OF_A_VOICE:
        raise BadDocument(
            f"there are {len(kept):,} captions in this file, and {limits.WORDS_OF_A_VOICE:,} are the most"
        )
    return kept


def _plain(text: str) -> str:
    """Return a cue's text without its tags (a voice’s name, classes, instants), 300 characters at most."""
    return unescape(re.sub(r"<[^>]*>", "", text)).strip()[:300]


def _read(seconds: int, timestamp: str) -> int:
    return seconds * 1000 + int(timestamp.rpartition(".")[2])


def _written(ms: int) -> str:
    return f"{ms // 3_600_000:02}:{ms // 60_000 % 60:02}:{ms // 1000 % 60:02}.{ms % 1000:03}"


FORMAT = Format(
    name="captions",
    says="captions",
    standard="WebVTT (W3C Candidate Recommendation 2019)",
    endings=(".vtt",),
    mime="text/vtt",
    brought="captions",
    reads=read,
    writes=write,
    loses=lambda show: ["only what is said, and when, is in it"],
)
