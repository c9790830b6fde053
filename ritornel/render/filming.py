"""What a show leaves the house as: how it is wished, and the pieces that it is made of, each by itself.

The name of a piece is made of all that is in it: what has that name already is not made again, for whichever film.
"""

from collections.abc import Callable, Collection, Iterator, Mapping
from hashlib import blake2s
from pathlib import Path
from typing import Any, Literal, NamedTuple

import msgspec
from msgspec import Struct
from msgspec.structs import replace

from ritornel.core.model import Show
from ritornel.core.model.running import running
from ritornel.core.score.segments import Segment
from ritornel.render.mix import Opened

_FORM = 3
"""Counted up when what is drawn or encoded changes: older pieces are not taken for newer ones."""
LINES = (480, 720, 1080, 1440, 2160)
RATES = (24, 25, 30, 50, 60)
Shape = Literal["as the show", "square", "upright", "square, following", "upright, following"]
"""The whole stage with the slide's ground around it; or, following, what comes on it (core/score/following)."""
_FOLLOWS = ", following"
Drawn = Callable[[int], None]
"""Is told how many parts of its weight of a piece are done."""


class FilmSettings(Struct, frozen=True):
    """How a film is wished: its ``kind`` (a name of ``render.ways_out.WAYS``), how many lines its shorter side has,
    frames a second, its shape.

    ``burnt`` is the language of the captions that are part of the picture: empty for the show's, none for no captions.
    """

    kind: str = "mp4"
    lines: int = 1080
    fps: int = 30
    shape: Shape = "as the show"
    burnt: str | None = None

    @property
    def follows(self) -> bool:
        """Whether it shows what comes on the stage instead of the whole stage."""
        return self.shape.endswith(_FOLLOWS)

    def size(self, show: Show) -> tuple[int, int]:
        """Return the width and height of the film in pixels, even numbers both."""
        ratio = {"square": 1.0, "upright": 9 / 16}.get(self.shape.removesuffix(_FOLLOWS), show.width / show.height)
        sides = (self.lines * ratio, self.lines) if ratio >= 1 else (self.lines, self.lines / ratio)
        width, height = (max(2, round(side / 2) * 2) for side in sides)
        return width, height


class Piece(Struct, frozen=True):
    """A piece of a film: its ``name``, what is in it, and its ``weight``: how long it takes, in moving frames.

    A segment of the picture begins at ``start_ms`` of the show.
    """

    name: str
    what: Literal["picture", "sound", "whole"]
    weight: int
    segment: Segment | None = None
    start_ms: int = 0


class Film(Struct, frozen=True):
    """A show on its way out of the house: how it is wished, and its pieces."""

    show: Show
    settings: FilmSettings
    pieces: tuple[Piece, ...]

    @property
    def weight(self) -> int:
        """How long all of it takes, in moving frames."""
        return sum(piece.weight for piece in self.pieces)

    def of(self, what: str) -> tuple[Piece, ...]:
        """Return its pieces of a kind, in their order."""
        return tuple(piece for piece in self.pieces if piece.what == what)


class Sources(NamedTuple):
    """The media of a show: the files of its pictures and clips by their assets, and how its sounds are opened."""

    files: Mapping[str, Path]
    opened: Opened


def only(show: Show, slides: Collection[str] | None) -> Show:
    """Return a show as it runs, of some of its slides alone; none: of all. Raises ``ValueError`` if nothing is left."""
    if slides is not None:
        skipped = tuple(s if s.id in slides else replace(s, skipped=True) for s in show.slides)
        show = replace(show, slides=skipped)
    runs = running(show)
    if not runs.slides:
        raise ValueError("none of these slides is shown; take one in again, or choose others")
    return runs


def chapter_slides(show: Show, number: int) -> list[str]:
    """Return the slides of a chapter, the first has number 1. Raises ``ValueError`` for one that there is not."""
    if not 1 <= number <= len(show.chapters):
        there = f"it has {len(show.chapters)}" if show.chapters else "it has none"
        raise ValueError(f"the show has no chapter {number}; {there}")
    ids = [slide.id for slide in show.slides]
    edges = [*(ids.index(chapter.first) for chapter in show.chapters), len(ids)]
    return ids[edges[number - 1] : edges[number]]


def named(kind: str, content: Any) -> str:
    """Return the name of a piece in which is ``content``: plain data and structures, or an iterator of them."""
    plain = _alike((_FORM, kind, list(content) if isinstance(content, Iterator) else content))
    return blake2s(msgspec.json.encode(plain), digest_size=16).hexdigest()


def _alike(value: Any) -> Any:
    """Return plain data in which what is equal is written alike: numbers, and structures with all their fields."""
    kind = type(value)
    if kind is float or kind is str or kind is bool or value is None:
        return value
    if kind is int:
        return float(value)
    if isinstance(value, tuple | list):
        return [_alike(one) for one in value]
    if isinstance(value, Struct):
        return [kind.__name__, *(_alike(getattr(value, name)) for name in value.__struct_fields__)]
    if isinstance(value, dict):
        return [[key, _alike(one)] for key, one in sorted(value.items())]
    return float(value) if isinstance(value, int | float) else str(value)
