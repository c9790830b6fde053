"""Captions of a show as WebVTT (W3C), by ``webvtt-py``."""

from collections.abc import Iterator, Mapping
from pathlib import Path

import webvtt

from ritornel.core.model import Show
from ritornel.core.score import compile
from ritornel.core.voice.captions import show_captions
from ritornel.formats.shows._protocol import Format


def write(show: Show, files: Mapping[str, Path]) -> Iterator[bytes]:
    """Yield the captions of a show in its own time."""
    made = webvtt.WebVTT()
    for caption in show_captions(show, compile(show).times):
        text = caption.text.replace("&", "&amp;").replace("<", "&lt;").replace(">", "&gt;")
        made.captions.append(webvtt.Caption(_written(caption.start_ms), _written(caption.end_ms), text))
    yield made.content.encode()


def _written(ms: int) -> str:
    return f"{ms // 3_600_000:02}:{ms // 60_000 % 60:02}:{ms // 1000 % 60:02}.{ms % 1000:03}"


FORMAT = Format(
    name="captions",
    says="captions",
    standard="WebVTT (W3C Candidate Recommendation 2019)",
    endings=(".vtt",),
    mime="text/vtt",
    brought="",
    writes=write,
)
