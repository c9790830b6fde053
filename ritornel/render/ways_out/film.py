"""Films: MP4 with H.264 and AAC, WebM with VP9 and Opus."""

from collections.abc import Iterator, Mapping
from pathlib import Path

from ritornel.core.model import Show
from ritornel.core.score import compile
from ritornel.core.score.heard import heard_of
from ritornel.render.film_formats import MP4, WEBM
from ritornel.render.filming import Drawn, Film, FilmSettings, Piece, Sources, named
from ritornel.render.joining import join
from ritornel.render.mix import Mix
from ritornel.render.segment_pictures import Pictures, picture_pieces
from ritornel.render.sound_writing import write_sound
from ritornel.render.ways_out.declared import WayOut

_SECOND_WEIGHT = 2
"""How long a second of sound takes, in moving frames."""


def _pieces(show: Show, settings: FilmSettings) -> Iterator[Piece]:
    yield from sound_pieces(show, settings)
    yield from picture_pieces(show, settings)


def sound_pieces(show: Show, settings: FilmSettings) -> Iterator[Piece]:
    """Yield the sound of a show as a piece; none where nothing is heard."""
    score = compile(show)
    heard = heard_of(score)
    if heard:
        weight = max(1, _SECOND_WEIGHT * score.length_ms // 1000)
        yield Piece(named("sound", (settings.kind, score.length_ms, heard)), "sound", weight)


def make(film: Film, piece: Piece, sources: Sources, out: Path, drawn: Drawn) -> None:
    """Make a segment of the picture, or the sound."""
    if piece.what == "sound":
        make_sound(film, sources, out)
        return
    with Pictures(film, sources.files) as pictures:
        pictures.make(piece, out, drawn)


def make_sound(film: Film, sources: Sources, out: Path) -> None:
    """Write the mix of a show, in the format of its film."""
    score = compile(film.show)
    mix = Mix(heard_of(score), score.length_ms, sources.opened, measured=False)
    write_sound(mix.blocks(), out, film.settings.kind, film.show.title)


def _join(film: Film, pieces: Mapping[str, Path], out: Path) -> None:
    join(film, pieces, out)


_SETS = frozenset({"lines", "fps", "shape", "burnt"})
WAYS = (
    WayOut("mp4", "a film (MP4)", MP4.ending, MP4.mime, _SETS, _pieces, make, _join),
    WayOut("webm", "a film (WebM)", WEBM.ending, WEBM.mime, _SETS, _pieces, make, _join),
)
