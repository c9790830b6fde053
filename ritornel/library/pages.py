"""Pages of documents as pictures of the library, one at a time, each drawn in a process with bounds."""

import logging
import tempfile
from pathlib import Path
from typing import NamedTuple

from django.conf import settings

from ritornel.formats.media_kinds import STAGE, BadMedia
from ritornel.formats.pdf import SECONDS, draw_page
from ritornel.jobs import queues
from ritornel.jobs.apart import TooMuch, done_apart
from ritornel.library.models import Asset
from ritornel.library.room import check_room
from ritornel.library.taking_in import take_in

log = logging.getLogger("ritornel")


class Page(NamedTuple):
    """A page as a picture of the library, and what is written on it."""

    asset: Asset
    words: str


def page_of(document: Asset, number: int, pixels: int = STAGE) -> Page:
    """Return a page (from 1) of a document as a picture, taken in; ``BadMedia`` if it cannot be drawn.

    Its longer side has so many ``pixels``.
    """
    stem = Path(document.name).stem
    name = f"{stem} page {number}.png"
    arriving = Path(settings.MEDIA_ROOT) / "uploads"
    arriving.mkdir(parents=True, exist_ok=True)
    with tempfile.TemporaryDirectory(prefix="page-", dir=arriving) as folder:
        try:
            with queues.drawing().of(str(document.owner_id), queues.PATIENCE_S):
                done_apart(SECONDS, draw_page, document.path, number - 1, Path(folder), pixels)
        except (TooMuch, RuntimeError, OSError, ValueError) as error:
            log.warning("page %d of %s could not be drawn", number, document.sha256)
            raise BadMedia(f"page {number} of “{document.name}” could not be drawn") from error
        drawn = Path(folder) / "page.png"
        check_room(document.owner, drawn.stat().st_size, name)
        asset = take_in(document.owner, drawn, name, document.licence, document.credit)
        return Page(asset, (Path(folder) / "page.txt").read_text(encoding="utf-8"))
