"""Pictures of slides and strips of shows, made when they are first asked for and kept by what they show."""

import hashlib
import os
import time
from collections.abc import Mapping
from pathlib import Path
from typing import NamedTuple

from django.conf import settings

from ritornel.core.model import Show, Slide
from ritornel.core.model.uses import assets_of
from ritornel.core.model.writing import document_of, encoded_plain, plain
from ritornel.core.score import Score
from ritornel.library.models import Asset
from ritornel.library.small import small_picture
from ritornel.render.picture import Piece, slide_png, strip_png

_DRAWN = 5
"""Raised when the same slide is drawn in another way: what was drawn before is not taken for it."""

PIXELS = 400
"""Width of a slide's picture."""

STRIP = (1984, 112)
"""Pixels of a strip."""

NARROW = 24
"""A slide that gets fewer pixels of a strip than this shows its ground only."""

STRIP_SECONDS = 2.0
"""A strip takes this long at most; what is not drawn by then shows its ground until it is asked for again."""


def look_of(slide: Slide, show: Show) -> str:
    """Return what a slide's picture is known by: the same for everything that looks the same."""
    known = sorted(set(assets_of(slide)) & {a.id for a in show.assets})
    objects = document_of(slide).get("objects", [])
    things = encoded_plain([_DRAWN, show.width, show.height, slide.background, plain(slide.ground), objects, known])
    return hashlib.blake2b(things, digest_size=9).hexdigest()


def slide_picture(slide: Slide, show: Show, assets: Mapping[str, Asset]) -> Path:
    """Return the file with a slide's picture as PNG, made if it is not there yet. ``assets`` by their hash."""

    def small(asset_id: str) -> tuple[bytes, str] | None:
        path = small_picture(assets[asset_id]) if asset_id in assets else None
        return (path.read_bytes(), "image/webp") if path is not None else None

    path = _path(look_of(slide, show))
    if not path.is_file():
        content = slide_png(slide, show.width, show.height, small, PIXELS)
        path.parent.mkdir(parents=True, exist_ok=True)
        arriving = path.with_suffix(f".{os.getpid()}-{time.monotonic_ns()}")
        arriving.write_bytes(content)
        arriving.replace(path)
    return path


class Strip(NamedTuple):
    """A show's strip as PNG, and whether every slide in it is drawn."""

    content: bytes
    complete: bool


def strip(show: Show, score: Score, assets: Mapping[str, Asset]) -> Strip:
    """Return the strip of a show: its slides side by side, drawn to time."""
    end = time.monotonic() + STRIP_SECONDS
    pieces, complete = [], True
    for slide, part in zip(show.slides, score.slides, strict=True):
        picture = None
        if part.length_ms * STRIP[0] >= NARROW * max(1, score.length_ms):
            if time.monotonic() < end or _path(look_of(slide, show)).is_file():
                picture = slide_picture(slide, show, assets).read_bytes()
            else:
                complete = False
        pieces.append(Piece(picture, slide.background, part.length_ms))
    return Strip(strip_png(pieces, *STRIP), complete)


def _path(look: str) -> Path:
    return Path(settings.MEDIA_ROOT) / "pictures" / look[:2] / f"{look}.png"
