"""The sound of a show alone: AAC (M4A), Opus (Ogg), or uncompressed (WAV)."""

from collections.abc import Iterator
from pathlib import Path

from ritornel.core.model import Show
from ritornel.render.filming import Drawn, Film, FilmSettings, Piece, Sources
from ritornel.render.sound_writing import SOUND_FORMATS
from ritornel.render.ways_out.declared import WayOut, moved
from ritornel.render.ways_out.film import make_sound, sound_pieces


def _pieces(show: Show, settings: FilmSettings) -> Iterator[Piece]:
    found = list(sound_pieces(show, settings))
    if not found:
        raise ValueError("nothing is heard of these slides; choose others, or a film without sound")
    yield from found


def _make(film: Film, piece: Piece, sources: Sources, out: Path, drawn: Drawn) -> None:
    make_sound(film, sources, out)
    drawn(piece.weight)


def _way(name: str, label: str) -> WayOut:
    return WayOut(name, label, name, SOUND_FORMATS[name].mime, frozenset(), _pieces, _make, moved)


WAYS = (_way("m4a", "the sound (M4A)"), _way("opus", "the sound (Opus)"), _way("wav", "the sound (WAV)"))
