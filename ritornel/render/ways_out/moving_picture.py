"""A moving picture without sound, for a page or a message: WebP, which begins again when it has ended."""

from collections.abc import Iterator
from fractions import Fraction
from pathlib import Path

import av
import numpy as np

from ritornel.core.model import Show
from ritornel.core.score import compile
from ritornel.core.score.segments import segments_of
from ritornel.render.filming import Drawn, Film, FilmSettings, Piece, Sources, named
from ritornel.render.segment_pictures import ShowPictures, picture_pieces
from ritornel.render.ways_out.declared import WayOut, moved

MOST_MS = 120_000
"""Nobody waits for more: then it is to be a film."""
_CLOCK = Fraction(1, 1000)
_QUALITY = "75"


def _pieces(show: Show, settings: FilmSettings) -> Iterator[Piece]:
    if compile(show).length_ms > MOST_MS:
        raise ValueError(f"a moving picture lasts {MOST_MS // 1000} s at the most; choose a chapter, or make a film")
    parts = list(picture_pieces(show, settings))
    yield Piece(named("moving", [part.name for part in parts]), "whole", sum(part.weight for part in parts))


def _make(film: Film, piece: Piece, sources: Sources, out: Path, drawn: Drawn) -> None:
    show, score = film.show, compile(film.show)
    pictures = ShowPictures(show, film.settings, sources.files)
    width, height = pictures.size
    with av.open(str(out), "w", format="webp", options={"loop": "0"}) as container:
        stream = container.add_stream("libwebp_anim", rate=film.settings.fps)
        stream.width, stream.height, stream.pix_fmt = width, height, "bgra"
        stream.options = {"quality": _QUALITY, "compression_level": "3"}
        stream.codec_context.time_base = stream.time_base = _CLOCK
        count = 0
        for segment in segments_of(score):
            start = score.starts[segment.slide]
            for at, pixels, _ in pictures.frames(segment):
                frame = av.VideoFrame.from_ndarray(np.ascontiguousarray(pixels), format="bgra")
                frame.pts, frame.time_base = round(start + at), _CLOCK
                container.mux(stream.encode(frame))
                count += 1
                drawn(count)
        container.mux(stream.encode(None))
    pictures.close()


WAYS = (
    WayOut(
        "webp",
        "a moving picture (WebP)",
        "webp",
        "image/webp",
        frozenset({"lines", "fps", "shape", "burnt"}),
        _pieces,
        _make,
        moved,
    ),
)
