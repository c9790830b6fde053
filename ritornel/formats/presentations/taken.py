"""What a reader of presentations gives."""

import re
from collections.abc import Mapping, Sequence
from typing import NamedTuple

from ritornel.core.model import Show

_GENERIC = re.compile(r"(?:\w+ )?(?:presentation|slide|untitled|page)\s*-?\d*", re.IGNORECASE)


def titled(title: str, *others: str) -> str:
    """Return the title of a presentation: what it says of itself, or the first of others where that says nothing."""
    plain = " ".join(title.split())[:300]
    return next((words for words in ("" if _GENERIC.fullmatch(plain) else plain, *others) if words), "")


class BadPresentation(ValueError):
    """A file is no presentation of its format, or has more in it than can be read. The message says what to do."""


class Taken(NamedTuple):
    """A show as a presentation has it; the bytes of its media by the ids of their assets; and what becomes different.

    Of the ``changed``, each is a sentence without its full stop.
    """

    show: Show
    media: Mapping[str, bytes]
    changed: Sequence[str]
