"""What a format of shows states of itself."""

from collections.abc import Callable, Iterable, Mapping, Sequence
from pathlib import Path
from typing import Any, BinaryIO, NamedTuple

from ritornel.core.model import Show


def nothing(show: Show) -> Sequence[str]:
    """Return that nothing of a show is left out."""
    return ()


class Format(NamedTuple):
    """An open format in which shows come in, or go out, or both.

    ``reads`` gives what is in a file (its type is the format's own; what cannot be read raises ``BadDocument``, or a
    ``ValueError`` with words). ``writes`` yields the bytes of a show, given the files of its media by the ids of their
    assets; ``loses`` says in words, each a sentence without its full stop, what of a show is then left out. Files of
    its ``endings`` are brought to a page as ``brought`` says; of one that is only written they are not. A
    presentation is made a document of ours first, apart (``formats.presentations.ours``): it reads a ``Taken``.
    """

    name: str
    says: str
    standard: str
    endings: tuple[str, ...]
    mime: str
    brought: str
    reads: Callable[[BinaryIO], Any] | None = None
    writes: Callable[[Show, Mapping[str, Path]], Iterable[bytes]] | None = None
    loses: Callable[[Show], Sequence[str]] = nothing
    is_presentation: bool = False
