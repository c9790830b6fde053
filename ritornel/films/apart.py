"""Pieces of films made, and joined, in a process of their own: it decodes what strangers sent. By ``jobs.apart``."""

from collections.abc import Iterator
from pathlib import Path

import msgspec
import numpy as np
from av.error import FFmpegError
from numpy.typing import NDArray

from ritornel.core.model import Show
from ritornel.formats.how_far import HowFar
from ritornel.formats.samples import paced_blocks
from ritornel.render.filming import Film, FilmSettings, Sources
from ritornel.render.ways_out import WAYS, planned
from ritornel.render.ways_out.stills import small_stills

SECONDS = 900.0
"""What making a piece may take."""
TOO_MUCH = "this film takes more time or memory than it may; make it smaller, or of fewer slides"
_MEMORY = 700 * 1024 * 1024
_MEMORY_OF_A_PIXEL = 260


class OtherPieces(Exception):
    """The film was planned by another version of this application: its pieces are not these."""


def memory_for(settings: FilmSettings, document: str) -> int:
    """Return how many bytes making a piece of a show may ask for."""
    width, height = settings.size(msgspec.json.decode(document, type=Show))
    return _MEMORY + _MEMORY_OF_A_PIXEL * width * height


def make_piece(
    document: str, settings: FilmSettings, number: int, name: str, files: dict[str, Path], out: Path
) -> None:
    """Make a piece of a film; how far it is is told beside it. A medium that cannot be read is not seen, or silent.

    Raises ``OtherPieces`` if the piece of that number has not that ``name``.
    """
    film = _film(document, settings)
    if number >= len(film.pieces) or film.pieces[number].name != name:
        raise OtherPieces
    piece, far = film.pieces[number], HowFar(out)

    def opened(asset: str, start_s: float, pace: float) -> Iterator[NDArray[np.float32]]:
        try:
            yield from paced_blocks(files[asset], start_s, pace)
        except (FFmpegError, OSError, IndexError, KeyError):
            return

    WAYS[settings.kind].make(film, piece, Sources(files, opened), out, lambda done: far.tell(done / piece.weight))


def join(document: str, settings: FilmSettings, pieces: dict[str, Path], out: Path) -> None:
    """Join the pieces of a film, which lie at paths by their names."""
    WAYS[settings.kind].join(_film(document, settings), pieces, out)


def _film(document: str, settings: FilmSettings) -> Film:
    return planned(msgspec.json.decode(document, type=Show), settings)


def stills(show: Show, files: dict[str, Path], folder: Path, pixels: int) -> None:
    """Write the slides of a show as they end into a folder, so many pixels wide."""
    for number, content in small_stills(show, files, pixels):
        arriving = folder / f"arriving-{number}"
        arriving.write_bytes(content)
        arriving.replace(still_path(folder, number))


def still_path(folder: Path, number: int) -> Path:
    """Return where the still of a slide lies in a folder; slides are counted from 1."""
    return folder / f"still-{number}.webp"
