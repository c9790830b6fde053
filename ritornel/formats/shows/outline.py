"""An outline: Markdown (CommonMark 0.31) or plain text, of which slides are made."""

from typing import Any, BinaryIO

from ritornel.formats.outline import read_outline
from ritornel.formats.shows._protocol import Format


def read(file: BinaryIO) -> Any:
    """Return the slides that a text outlines; ``BadOutline`` or ``UnicodeDecodeError`` if it makes none."""
    return read_outline(file.read().decode("utf-8-sig"))


FORMAT = Format(
    name="outline",
    says="outline",
    standard="CommonMark 0.31",
    endings=(".md", ".markdown", ".txt"),
    mime="text/markdown",
    brought="outline",
    reads=read,
)
