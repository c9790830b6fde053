"""A voice with less hum and hiss: a job makes a new sound of it, which names its source."""

import shutil
from pathlib import Path

from av.error import FFmpegError
from django.conf import settings
from msgspec.structs import replace

from ritornel.core.model import Narration
from ritornel.formats.cleaning import Quiet, cleaned
from ritornel.jobs.apart import TooMuch, done_apart
from ritornel.jobs.models import Job
from ritornel.jobs.running import AtWork, Refused, begun
from ritornel.library.models import Asset, derived_path
from ritornel.library.taking_in import taken_in
from ritornel.voices.hearing import MEMORY_BYTES

_SECONDS = 120.0


def cleaning(asset: Asset) -> Job:
    """Return the job that cleans a sound; begun if it was not, or if what it made is gone."""
    return begun(asset.owner, "clean", asset.pk, redo=made_of(asset) is None)


def made_of(asset: Asset) -> Asset | None:
    """Return the sound that was made of one, once the job is done."""
    try:
        sha256 = _note(asset).read_text(encoding="ascii")
    except FileNotFoundError:
        return None
    return Asset.objects.filter(owner=asset.owner, sha256=sha256).first()


def clean(work: AtWork) -> None:
    """Make a sound with less hum and hiss: the job of kind “clean”."""
    asset = Asset.objects.filter(pk=work.subject, has_sound=True).first()
    if asset is None:
        raise Refused("that voice is not in the library any more")
    folder = Path(settings.MEDIA_ROOT) / "uploads" / f"cleaning-{asset.pk}"
    folder.mkdir(parents=True, exist_ok=True)
    target = folder / "made.ogg"
    try:
        done_apart(_SECONDS, cleaned, asset.path, target, memory=MEMORY_BYTES)
    except Quiet as error:
        raise Refused("there is no hum or hiss to be lowered in this voice") from error
    except (TooMuch, FFmpegError, OSError) as error:
        raise Refused("this voice is too long to be worked on at once; cut it into parts first") from error
    name = f"{asset.name.rpartition('.')[0] or asset.name} with less noise.ogg"
    made = taken_in(work, folder / "found", asset.owner, target, name, asset.licence, asset.credit)
    if not made.source:
        Asset.objects.filter(pk=made.pk).update(source=f"made of {asset.name}")
    note = _note(asset)
    note.parent.mkdir(parents=True, exist_ok=True)
    note.write_text(made.sha256, encoding="ascii")
    shutil.rmtree(folder, ignore_errors=True)


def with_less_noise(voice: Narration, made: Asset) -> Narration:
    """Return a narration with the sound that was made of its own; that stays known as its source."""
    return replace(voice, asset=made.sha256, source=voice.asset)


def _note(asset: Asset) -> Path:
    return derived_path(asset.sha256, "cleaned")
