"""Editions as files: what each viewer asks for is made once, when the edition is published, and served as it lies.

Beside the first page's data and the slides after the first lies a small note for every file of the edition, so that
whoever asks for a stretch of a clip costs neither the edition's document nor the list of all its files. Files of an
edition that was published before there were any, or in another form, are made when they are first asked for.
"""

import fcntl
import gzip
import os
import shutil
from pathlib import Path
from typing import NamedTuple

import msgspec
from django.conf import settings

from ritornel.publishing.models import Edition
from ritornel.publishing.playing import parted

_FORM = "1"
"""Changed when what a player reads is; older files are made anew."""


class Note(NamedTuple):
    """What is to be known of a file to serve it: its media type, and its size in bytes; 0 where that was not noted."""

    mime: str
    size: int


def folder_of(token: str) -> Path:
    """Return where an edition's files lie."""
    return Path(settings.MEDIA_ROOT) / "editions" / token / _FORM


def prepare(edition: Edition) -> None:
    """Make the files of an edition; they are there all at once."""
    target = folder_of(edition.token)
    arriving = target.with_name(f"arriving-{os.getpid()}")
    shutil.rmtree(arriving, ignore_errors=True)
    (arriving / "media").mkdir(parents=True)
    opening, rest = map(msgspec.json.encode, parted(edition))
    for name, content in (
        ("opening", opening),
        ("rest", rest),
        ("rest.gz", gzip.compress(rest, 6, mtime=0)),
        *(
            (f"media/{sha256}", msgspec.json.encode(Note(asset["mime"], asset.get("size", 0))))
            for sha256, asset in edition.assets.items()
        ),
    ):
        (arriving / name).write_bytes(content)
    shutil.rmtree(target, ignore_errors=True)
    arriving.replace(target)


def there(token: str) -> Path:
    """Return the folder with an edition's files, made if they are not there; one at a time, however many ask."""
    folder = folder_of(token)
    if folder.is_dir():
        return folder
    folder.parent.mkdir(parents=True, exist_ok=True)
    with (folder.parent / "preparing").open("wb") as lock:
        fcntl.flock(lock, fcntl.LOCK_EX)
        if not folder.is_dir():
            prepare(Edition.objects.get(token=token))
    return folder


def opening_of(token: str) -> msgspec.Raw:
    """Return what the page of an edition needs to show its first slide, as JSON."""
    return msgspec.Raw((there(token) / "opening").read_bytes())


def note_of(token: str, sha256: str) -> Note | None:
    """Return what is known of a file of an edition; None if it is none of its."""
    if not (sha256.isascii() and sha256.isalnum()):
        return None
    try:
        return msgspec.json.decode((there(token) / "media" / sha256).read_bytes(), type=Note)
    except FileNotFoundError:
        return None
