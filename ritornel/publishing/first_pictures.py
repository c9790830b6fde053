"""The first picture of an edition, as it is seen where its link is shown; made when it is published."""

import logging
from pathlib import Path

from ritornel.core.model import Show, Slide
from ritornel.core.model.uses import assets_of
from ritornel.jobs import queues
from ritornel.jobs.apart import TooMuch, done_apart
from ritornel.jobs.turns import Busy
from ritornel.library.models import Asset
from ritornel.library.small import small_picture
from ritornel.publishing.prepared import folder_of
from ritornel.render.sheets import drawn_slide

log = logging.getLogger("ritornel")

PIXELS = 1200
"""Its width: what the Open Graph protocol's readers show at their largest."""

_SECONDS = 8.0


def first_path(token: str) -> Path:
    """Return where an edition's first picture lies, if it has one."""
    return folder_of(token).parent / "first.png"


def keep_first(token: str, slide: Slide, show: Show, rows: list[Asset], who: int) -> None:
    """Draw a slide with everything on it, apart and in its turn; an edition that has no time for it has none."""
    used = set(assets_of(slide))
    small = {a.sha256: file for a in rows if a.sha256 in used and (file := small_picture(a)) is not None}
    try:
        with queues.drawing().of(str(who), queues.PATIENCE_S):
            drawn = done_apart(_SECONDS, drawn_slide, slide, show.width, show.height, small, PIXELS)
    except (TooMuch, Busy, FileNotFoundError) as error:
        log.warning("edition %s has no first picture: %r", token, error)
        return
    path = first_path(token)
    path.parent.mkdir(parents=True, exist_ok=True)
    path.write_bytes(drawn)
