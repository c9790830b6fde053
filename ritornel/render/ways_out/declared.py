"""What a way out of the house declares."""

from collections.abc import Callable, Iterable, Mapping
from pathlib import Path
from typing import NamedTuple

from ritornel.core.model import Show
from ritornel.render.filming import Drawn, Film, FilmSettings, Piece, Sources


class WayOut(NamedTuple):
    """A way out. ``sets`` are the settings that it heeds: lines, fps, shape, burnt."""

    name: str
    label: str
    ending: str
    mime: str
    sets: frozenset[str]
    pieces: Callable[[Show, FilmSettings], Iterable[Piece]]
    make: Callable[[Film, Piece, Sources, Path, Drawn], None]
    join: Callable[[Film, Mapping[str, Path], Path], None]


def moved(film: Film, pieces: Mapping[str, Path], out: Path) -> None:
    """Make the only piece of a film the whole of it."""
    out.write_bytes(pieces[film.pieces[0].name].read_bytes())
