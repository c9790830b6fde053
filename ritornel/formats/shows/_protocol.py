"""What a format of shows states of itself."""

from collections.abc import Callable, Iterable, Mapping
from pathlib import Path
from typing import Any, BinaryIO, NamedTuple

from ritornel.core.model import Show


class Format(NamedTuple):
    """An open format in which shows come in, or go out, or both.

    ``reads`` gives what is in a file (its type is the format's own; what cannot be read raises ``BadDocument``, or a
    ``ValueError`` with words). ``writes`` yields the bytes of a show, given the files of its media by the ids of their
    assets. Files of its ``endings`` are brought to a page as ``brought`` says.
    """

    name: str
    says: str
    standard: str
    endings: tuple[str, ...]
    mime: str
    brought: str
    reads: Callable[[BinaryIO], Any] | None = None
    writes: Callable[[Show, Mapping[str, Path]], Iterable[bytes]] | None = None
