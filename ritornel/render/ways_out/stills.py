"""Every slide as it ends, as a picture: PNG as the film shows it, or SVG; a zip of them."""

import zipfile
from collections.abc import Callable, Iterator, Mapping
from fractions import Fraction
from pathlib import Path
from typing import NamedTuple

import cv2
import numpy as np

from ritornel.core.model import Show
from ritornel.core.score import compile
from ritornel.core.score.frame import frame_at
from ritornel.core.score.stops import stop_ends
from ritornel.core.text.naming import slide_title
from ritornel.render.carried import with_faces
from ritornel.render.filming import Drawn, Film, FilmSettings, Piece, Sources, named
from ritornel.render.picture import faces_on
from ritornel.render.segment_pictures import ShowPictures
from ritornel.render.sheets import sheet_svg
from ritornel.render.ways_out.declared import WayOut, moved

_STILL_WEIGHT = 20
_LAST_MS = 1
_STAMP = (1980, 1, 1, 0, 0, 0)
"""Files in a zip have one time: the same stills are the same bytes."""


class Still(NamedTuple):
    """A slide as it ends: what its file is called, and what is in it."""

    name: str
    content: bytes


def stills(film: Film, files: Mapping[str, Path]) -> Iterator[Still]:
    """Yield the stills of a show's slides, those that last some time: one for each stop on a plane."""
    draw = _DRAWS[film.settings.kind](film, files)
    score = compile(film.show)
    for place, (slide, time) in enumerate(zip(film.show.slides, score.times, strict=True)):
        words = "".join(c if c.isalnum() else "-" for c in slide_title(slide, place + 1).lower()).strip("-")
        ends = stop_ends(slide, time)
        for stop, at in enumerate(ends, 1):
            which = f"-{stop:02}" if len(ends) > 1 else ""
            yield Still(f"{place + 1:03}{which} {words[:60]}.{film.settings.kind}", draw(place, at))


def small_stills(show: Show, files: Mapping[str, Path], pixels: int) -> Iterator[tuple[int, bytes]]:
    """Yield the slides of a show that last some time, as they end: number from 1 on, and a WebP so many pixels wide."""
    settings = FilmSettings(lines=round(pixels * min(1.0, show.height / show.width)))
    pictures = ShowPictures(show, settings, files)
    for place, part in enumerate(pictures.score.slides):
        if part.length_ms:
            drawn, _ = pictures.frame(place, Fraction(part.length_ms - _LAST_MS), stays=True)
            done, encoded = cv2.imencode(".webp", np.ascontiguousarray(drawn[..., :3]), [cv2.IMWRITE_WEBP_QUALITY, 82])
            assert done
            yield place + 1, encoded.tobytes()


def _pngs(film: Film, files: Mapping[str, Path]) -> Callable[[int, int], bytes]:
    pictures = ShowPictures(film.show, film.settings, files)

    def draw(place: int, at: int) -> bytes:
        pixels, _ = pictures.frame(place, Fraction(at), stays=True)
        done, encoded = cv2.imencode(".png", np.ascontiguousarray(pixels[..., :3]))
        assert done
        return encoded.tobytes()

    return draw


def _svgs(film: Film, files: Mapping[str, Path]) -> Callable[[int, int], bytes]:
    show, score = film.show, compile(film.show)
    mimes = {asset.id: asset.mime for asset in show.assets if asset.kind == "picture"}

    def whole(asset: str) -> tuple[bytes, str] | None:
        return (files[asset].read_bytes(), mimes[asset]) if asset in files and asset in mimes else None

    def draw(place: int, at: int) -> bytes:
        sheet = frame_at(show, score, score.starts[place] + at).sheets[-1]
        svg = sheet_svg(sheet, show.slides[place], show.width, show.height, whole)
        return with_faces(svg, faces_on(show.slides[place])).encode()

    return draw


_DRAWS = {"png": _pngs, "svg": _svgs}


def _pieces(show: Show, settings: FilmSettings) -> Iterator[Piece]:
    yield Piece(named("stills", (settings, show)), "whole", _STILL_WEIGHT * _count(show))


def _count(show: Show) -> int:
    return sum(len(stop_ends(slide, time)) for slide, time in zip(show.slides, compile(show).times, strict=True))


def _make(film: Film, piece: Piece, sources: Sources, out: Path, drawn: Drawn) -> None:
    with zipfile.ZipFile(out, "w", zipfile.ZIP_STORED) as packed:
        for number, still in enumerate(stills(film, sources.files), 1):
            packed.writestr(zipfile.ZipInfo(still.name, _STAMP), still.content)
            drawn(_STILL_WEIGHT * number)


WAYS = (
    WayOut("png", "stills (PNG)", "zip", "application/zip", frozenset({"lines", "shape"}), _pieces, _make, moved),
    WayOut("svg", "stills (SVG)", "zip", "application/zip", frozenset(), _pieces, _make, moved),
)
