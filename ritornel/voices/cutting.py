"""One long recording over many slides: a job listens to it with all their scripts, and finds where it is to be cut."""

import hashlib
from collections.abc import Sequence
from pathlib import Path
from typing import Any
from uuid import UUID

import msgspec
from av.error import FFmpegError

from ritornel.core.model import Narration, Slide
from ritornel.core.model import Show as CoreShow
from ritornel.core.voice.sharing import joined, shared_out
from ritornel.core.voice.spoken import tokens
from ritornel.formats.hearing import heard_in
from ritornel.jobs.apart import TooMuch, done_apart
from ritornel.jobs.models import Job
from ritornel.jobs.running import AtWork, Refused, begun
from ritornel.library.models import Asset, derived_path
from ritornel.shows import in_rows
from ritornel.shows.models import Show
from ritornel.voices.hearing import MEMORY_BYTES, SECONDS

_SHORT = 14
"""So much of an asset's hash names it in a subject."""


class Cut(msgspec.Struct):
    """How a recording is cut: a narration for each slide, by its id; ``follows``: it says their scripts."""

    voices: dict[str, Narration]
    follows: bool


def spoken_from(show: CoreShow, first: str = "") -> list[Slide]:
    """Return the slides that have something to say, from one on, or all of them."""
    ids = [s.id for s in show.slides]
    start = ids.index(first) if first in ids else 0
    return [s for s in show.slides[start:] if tokens(s.script)]


def cutting(row: Show, slides: Sequence[Slide], asset: Asset) -> Job:
    """Return the job that cuts a recording for slides; begun if it was not, or if what it found is gone."""
    digest = _digest(slides, asset.sha256)
    subject = f"{row.pk.hex}:{asset.sha256[:_SHORT]}:{digest}"
    return begun(row.owner, "cut", subject, redo=not _path(asset.sha256, digest).exists())


def found(slides: Sequence[Slide], asset: Asset) -> Cut | None:
    """Return how a recording is cut, once the job is done."""
    try:
        return msgspec.json.decode(_path(asset.sha256, _digest(slides, asset.sha256)).read_bytes(), type=Cut)
    except FileNotFoundError:
        return None


def cut(work: AtWork) -> None:
    """Find where a recording is to be cut: the job of kind “cut”."""
    name, short, digest = work.subject.split(":")
    row = Show.objects.filter(pk=UUID(name)).first()
    asset = row and Asset.objects.filter(owner=row.owner, sha256__startswith=short).first()
    if row is None or asset is None:
        raise Refused("that recording is not in the library any more; drop it again")
    show = in_rows.load(row)
    slides = spoken_from(show)
    for first in range(len(slides)):
        if _digest(slides[first:], asset.sha256) == digest:
            return _keep(slides[first:], asset, digest, show.language)
    raise Refused("the slides were changed meanwhile; drop the recording again")


def _keep(slides: Sequence[Slide], asset: Asset, digest: str, language: str) -> None:
    scripts = [slide.script for slide in slides]
    try:
        heard = done_apart(SECONDS, heard_in, asset.path, joined(scripts), language, memory=MEMORY_BYTES)
    except (TooMuch, FFmpegError, OSError) as error:
        raise Refused("this recording is too long to be listened to at once; cut it into parts first") from error
    voices = dict(zip((s.id for s in slides), shared_out(asset.sha256, scripts, heard, language), strict=True))
    path = _path(asset.sha256, digest)
    path.parent.mkdir(parents=True, exist_ok=True)
    arriving = path.with_suffix(".arriving")
    arriving.write_bytes(msgspec.json.encode(Cut(voices, heard.follows)))
    arriving.replace(path)


def _digest(slides: Sequence[Slide], asset: str) -> str:
    told: Any = (asset, [(slide.id, slide.script) for slide in slides])
    return hashlib.blake2b(repr(told).encode(), digest_size=7).hexdigest()


def _path(asset: str, digest: str) -> Path:
    return derived_path(asset, f"cut-{digest}.json")
