"""Words that no dictionary knows (Hunspell's dictionaries, read by spylls), and what they may have been meant to be."""

import re
from collections.abc import Collection, Iterator
from functools import cache
from pathlib import Path
from typing import NamedTuple

from spylls.hunspell import Dictionary

from ritornel import assets

FOLDER = Path(assets.__file__).parent / "words"
_WORD = re.compile(r"[^\W\d_]+(?:['’\-][^\W\d_]+)*")
_NOT_WORDS = re.compile(r"\S*(?:[@/\\_\d]|\w\.\w)\S*")
"""Addresses, file names, numbers with their units: what has such a sign in it."""

_SHORTEST = 3


class Misspelt(NamedTuple):
    """A word that is not known, and where it stands."""

    start: int
    end: int
    word: str


def is_known(language: str) -> bool:
    """Tell whether there is a dictionary of a language (a BCP 47 tag)."""
    return bool(_folders(language))


def read(language: str) -> None:
    """Read the dictionaries of a language before they are wanted: that takes a second."""
    _books(language)


def misspelt(text: str, language: str, learnt: Collection[str] = ()) -> Iterator[Misspelt]:
    """Yield the words of a text that no dictionary of its language knows, nor are ``learnt``.

    Names are left alone: whatever begins with a capital letter. English may be that of both sides of the Atlantic.
    """
    books = _books(language)
    own = {word.casefold() for word in learnt}
    plain = _NOT_WORDS.sub(lambda match: " " * len(match[0]), text)
    for match in _WORD.finditer(plain) if books else ():
        word = match[0].replace("’", "'")
        if len(word) < _SHORTEST or word[0].isupper() or word.casefold() in own or _is_right(word, language):
            continue
        yield Misspelt(match.start(), match.end(), match[0])


def count_words(text: str) -> int:
    """Return how many words there are in a text, names and what is too short to be misspelt included."""
    return sum(1 for _ in _WORD.finditer(text))


@cache
def nearest(word: str, language: str) -> str:
    """Return what a word was most likely meant to be; empty where nothing is like it. This takes a while."""
    plain = word.replace("’", "'")
    return next((str(one) for book in _books(language) for one in book.suggest(plain)), "")


@cache
def _is_right(word: str, language: str) -> bool:
    books = _books(language)
    if any(book.lookup(word) for book in books):
        return True
    pieces = [piece for piece in re.split(r"['\-]", word) if piece]
    return len(pieces) > 1 and all(any(book.lookup(piece) for book in books) for piece in pieces)


@cache
def _books(language: str) -> tuple[Dictionary, ...]:
    return tuple(Dictionary.from_files(str(folder / "index")) for folder in _folders(language))


def _folders(language: str) -> list[Path]:
    """Return the folders of the dictionaries of a language, the one of its own region first."""
    primary = language.split("-")[0].lower()
    found = [folder for folder in sorted(FOLDER.iterdir()) if folder.name.split("-")[0] == primary]
    return sorted(found, key=lambda folder: folder.name.lower() != language.lower())
