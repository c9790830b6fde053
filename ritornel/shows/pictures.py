"""Pictures of slides and strips of shows, made when they are first asked for and kept by what they show."""

import hashlib
import logging
import os
import time
from collections.abc import Mapping
from pathlib import Path
from typing import NamedTuple

import msgspec
from django.conf import settings
from django.http import HttpRequest, HttpResponseBase

from ritornel.core.model import Show, Slide
from ritornel.core.model.uses import assets_of
from ritornel.core.model.writing import document_of, encoded_plain, plain
from ritornel.core.score import Score
from ritornel.core.score.frame import Sheet, sheet_at
from ritornel.core.score.stops import stop_ends
from ritornel.jobs import queues
from ritornel.jobs.apart import TooMuch, done_apart
from ritornel.library.models import Asset
from ritornel.library.serving import file_response
from ritornel.library.small import small_picture
from ritornel.render.sheets import drawn_slide
from ritornel.render.strips import Tile, plain_png, strip_png
from ritornel.shows.models import Show as ShowRow

log = logging.getLogger("ritornel")

SECONDS = 4.0
"""A slide is drawn in this time, or its ground stands for it."""

TRIED_AGAIN_S = 60.0
TRIED_AGAIN_AT_MOST_S = 3600.0
"""It is tried again after this time, and after twice as long each time: a machine may have been busy."""

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
    plane = [] if slide.plane is None else [plain(slide.plane)]
    things = encoded_plain(
        [_DRAWN, show.width, show.height, slide.background, plain(slide.ground), objects, known, *plane]
    )
    return hashlib.blake2b(things, digest_size=9).hexdigest()


def _look_in(sheet: Sheet, slide: Slide, show: Show) -> str:
    seen = msgspec.json.encode([look_of(slide, show), sheet])
    return hashlib.blake2b(seen, digest_size=9).hexdigest()


def assets_in(row: ShowRow, show: Show) -> dict[str, Asset]:
    """Return the rows of the assets that a show uses, by their hash."""
    rows = Asset.objects.filter(owner_id=row.owner_id, sha256__in=[a.id for a in show.assets])
    return {asset.sha256: asset for asset in rows}


class Drawn(NamedTuple):
    """The file with a slide's picture as PNG, and whether it is whole: else its ground, as the rest took too long."""

    path: Path
    whole: bool


def slide_picture(slide: Slide, show: Show, assets: Mapping[str, Asset], who: int, sheet: Sheet | None = None) -> Drawn:
    """Return a slide's picture, made if it is not there yet: apart, and when it is the turn of the account ``who``.

    It is that of the slide with everything where it is placed, or as a ``sheet`` of a frame shows it. ``assets`` by
    their hash. Raises ``Busy`` if there is no turn in time.
    """
    path = _path(look_of(slide, show) if sheet is None else _look_in(sheet, slide, show))
    plain = path.with_suffix(".plain.png")
    if path.is_file():
        return Drawn(path, True)
    if plain.is_file() and time.time() - plain.stat().st_mtime < _waits(plain):
        return Drawn(plain, False)
    size = show.width, show.height
    small = {i: file for i in assets_of(slide) if i in assets and (file := small_picture(assets[i])) is not None}
    try:
        with queues.drawing().of(str(who), queues.PATIENCE_S):
            if not path.is_file():
                _write(path, done_apart(SECONDS, drawn_slide, slide, *size, small, PIXELS, sheet))
    except (TooMuch, FileNotFoundError) as error:  # too much of it, or a picture on it is deleted just now
        log.warning("a slide of show %s could not be drawn: %r", show.id, error)
        waited = _waits(plain)
        _write(plain, plain_png(slide.background, PIXELS, max(1, PIXELS * show.height // show.width)))
        _write(
            plain.with_suffix(".waits"),
            str(min(TRIED_AGAIN_AT_MOST_S, 2 * waited) if waited else TRIED_AGAIN_S).encode(),
        )
        return Drawn(plain, False)
    return Drawn(path, True)


def _waits(plain: Path) -> float:
    """Return how long the ground stands for a slide before that is tried again, in s; 0 where it was not tried yet."""
    try:
        return float(plain.with_suffix(".waits").read_text())
    except (FileNotFoundError, ValueError):
        return 0.0


def served(request: HttpRequest, drawn: Drawn, lasting: bool) -> HttpResponseBase:
    """Answer with a slide's picture; ``lasting`` if its address says all that it shows."""
    response = file_response(request, drawn.path, "image/png")
    if not drawn.whole:
        response["Cache-Control"] = "no-store"
    elif lasting:
        response["Cache-Control"] = "private, max-age=86400"
    return response


def _write(path: Path, content: bytes) -> None:
    path.parent.mkdir(parents=True, exist_ok=True)
    arriving = path.with_suffix(f".{os.getpid()}-{time.monotonic_ns()}")
    arriving.write_bytes(content)
    arriving.replace(path)


class Strip(NamedTuple):
    """A show's strip as PNG, and whether every slide in it is drawn."""

    content: bytes
    complete: bool


def strip(show: Show, score: Score, assets: Mapping[str, Asset], who: int) -> Strip:
    """Return the strip of a show: its slides side by side, drawn to time, stop by stop, for the account ``who``."""
    end = time.monotonic() + STRIP_SECONDS
    pieces, complete = [], True
    for place, slide in enumerate(show.slides):
        for lasts, sheet in _stops(show, score, place):
            picture = None
            if lasts * STRIP[0] >= NARROW * max(1, score.length_ms):
                look = look_of(slide, show) if sheet is None else _look_in(sheet, slide, show)
                if time.monotonic() < end or _path(look).is_file():
                    drawn = slide_picture(slide, show, assets, who, sheet)
                    picture, complete = drawn.path.read_bytes(), complete and drawn.whole
                else:
                    complete = False
            pieces.append(Tile(picture, slide.background, lasts))
    return Strip(strip_png(pieces, *STRIP), complete)


def _stops(show: Show, score: Score, place: int) -> list[tuple[int, Sheet | None]]:
    """Return how long each stop of a slide lasts, in ms, and what is seen then; None: all of the slide, as it lies."""
    ends = stop_ends(show.slides[place], score.times[place])
    if len(ends) < 2:
        return [(score.slides[place].length_ms, None)]
    begins = [0, *(end + 1 for end in ends)]
    return [(end + 1 - begin, sheet_at(show, score, place, end)) for begin, end in zip(begins, ends, strict=False)]


def _path(look: str) -> Path:
    return Path(settings.MEDIA_ROOT) / "pictures" / look[:2] / f"{look}.png"
