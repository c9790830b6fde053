"""Tiles of large pictures: made in a job when a page first looks from near, or a film is to show them so."""

from pathlib import Path
from uuid import uuid4

from django.conf import settings

from ritornel.formats.media_kinds import UNREADABLE
from ritornel.formats.tiles import MEMORY_BYTES, SECONDS, write_tiles
from ritornel.jobs.apart import TooMuch, done_apart
from ritornel.jobs.models import Job
from ritornel.jobs.running import AtWork, Refused, begun
from ritornel.library import shared
from ritornel.library.models import Asset, derived_path

TILES = "tiles"
_ENDING = "tiles.zip"


def tiles_of(asset: Asset) -> Path | None:
    """Return the tiles of a picture, if they are there."""
    path = derived_path(asset.sha256, _ENDING)
    return path if path.is_file() else None


def begin(asset: Asset) -> bool:
    """See to it that the tiles of a picture, which are not there, are made; tell whether they will be."""
    job = begun(asset.owner, TILES, asset.pk, redo=True)
    return job.state in Job.UNFINISHED or tiles_of(asset) is not None


def make(work: AtWork) -> None:
    """Make the tiles of a picture: the job of kind “tiles”."""
    asset = Asset.objects.filter(pk=work.subject).first()
    if asset is not None and tiles_of(asset) is None:
        made(asset, work)


def made(asset: Asset, work: AtWork | None = None) -> Path:
    """Return the tiles of a picture, made if they are not there yet. Raises ``Refused`` if they cannot be made."""
    path = derived_path(asset.sha256, _ENDING)
    if path.is_file():
        return path
    arriving = Path(settings.MEDIA_ROOT) / "uploads" / f"tiles-{uuid4().hex}"
    arriving.parent.mkdir(parents=True, exist_ok=True)
    meanwhile = None if work is None else work.look_up
    try:
        done_apart(SECONDS, write_tiles, asset.path, arriving, memory=MEMORY_BYTES, meanwhile=meanwhile)
        path.parent.mkdir(parents=True, exist_ok=True)
        arriving.replace(path)
    except (TooMuch, *UNREADABLE) as error:
        raise Refused(f"“{asset.name}” could not be made ready to be looked at from near") from error
    finally:
        arriving.unlink(missing_ok=True)
    shared.send(path)
    return path
