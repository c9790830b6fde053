"""Small pictures of assets: what thumbnails of slides are made of."""

import logging
from pathlib import Path

from ritornel.formats.media import small
from ritornel.formats.media_kinds import UNREADABLE
from ritornel.jobs import queues
from ritornel.jobs.apart import TooMuch, done_apart
from ritornel.library.models import Asset, derived_path

log = logging.getLogger("ritornel")
_SECONDS = 20


def small_picture(asset: Asset) -> Path | None:
    """Return the file with a small picture of an asset as WebP; None for a sound, or where none can be made.

    It is made when a file is taken in; for files of earlier versions it is made here, in a process with bounds.
    """
    path = derived_path(asset.sha256, "small.webp")
    source = derived_path(asset.sha256, "poster.jpg") if asset.kind == "clip" else asset.path
    if asset.kind in ("sound", "document") or not (path.is_file() or source.is_file()):
        return None
    if not path.is_file():
        arriving = path.with_suffix(".arriving")
        try:
            with queues.drawing().of(str(asset.owner_id), queues.PATIENCE_S):
                done_apart(_SECONDS, small, source, arriving)
            arriving.replace(path)
        except (TooMuch, *UNREADABLE):
            log.exception("no small picture of %s could be made", asset.sha256)
            return None
    return path
