"""What is said in a show as plain text: slide by slide, each with its title and its time."""

from collections.abc import Iterator, Mapping
from pathlib import Path

from ritornel.core.model import Show
from ritornel.core.score import compile
from ritornel.core.voice.transcript import transcript
from ritornel.formats.shows import _losses
from ritornel.formats.shows._protocol import Format


def write(show: Show, files: Mapping[str, Path]) -> Iterator[bytes]:
    """Yield what is said, passage by passage."""
    for entry in transcript(show, compile(show).times):
        if entry.chapter:
            yield f"{entry.chapter}\n\n".encode()
        minutes, seconds = divmod(entry.start_ms // 1000, 60)
        yield f"{entry.number}  {entry.title}  ({minutes}:{seconds:02})\n\n".encode()
        for passage in entry.passages:
            yield f"{passage.text}\n\n".encode()


FORMAT = Format(
    name="said",
    says="what is said",
    standard="plain text (UTF-8)",
    endings=(".said.txt",),
    mime="text/plain; charset=utf-8",
    brought="",
    writes=write,
    loses=_losses.of(_losses.builds, _losses.transitions, _losses.drawings, _losses.pictures, _losses.sounds),
)
