"""What a reader of presentations gives."""

from collections.abc import Mapping, Sequence
from typing import NamedTuple

from ritornel.core.model import Show


class BadPresentation(ValueError):
    """A file is no presentation of its format, or has more in it than can be read. The message says what to do."""


class Taken(NamedTuple):
    """A show as a presentation has it; the bytes of its media by the ids of their assets; and what becomes different.

    Of the ``changed``, each is a sentence without its full stop.
    """

    show: Show
    media: Mapping[str, bytes]
    changed: Sequence[str]
