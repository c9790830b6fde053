"""Clearing away: uploads that were never finished, files that no row names, what was left half written."""

import shutil
import time
from collections.abc import Iterator
from datetime import timedelta
from pathlib import Path
from typing import NamedTuple

from django.apps import apps
from django.conf import settings
from django.utils import timezone

from ritornel.library.models import Asset, Fetch, Upload
from ritornel.library.store import in_use

UPLOADS_STAY = timedelta(days=1)
CHANGES_STAY = timedelta(days=60)
"""What a page did so long ago and never sent meets whatever was done since."""
PICTURES_STAY_S = 30 * 24 * 3600
FILES_STAY_S = 3600
"""A file that just arrived may still wait for its row."""


class Tidied(NamedTuple):
    """What was cleared away: uploads, files, and their bytes."""

    uploads: int
    files: int
    freed: int


def tidy() -> Tidied:
    """Clear away what nobody will come back for, and say how much that was. Safe while the application runs."""
    uploads = 0
    for coming in (Upload, Fetch, apps.get_model("shows", "Arrival")):
        for row in coming.objects.filter(begun_at__lt=timezone.now() - UPLOADS_STAY):
            shutil.rmtree(row.folder, ignore_errors=True)
            row.delete()
            uploads += 1
    apps.get_model("shows", "Change").objects.filter(made_at__lt=timezone.now() - CHANGES_STAY).delete()
    files = freed = 0
    for path in _files_without_rows():
        with in_use(alone=True):
            if path.is_file() and _is_old(path) and path.name[:64] not in _named():
                freed += path.stat().st_size
                path.unlink()
                files += 1
    for path in (Path(settings.MEDIA_ROOT) / "pictures").glob("*/*"):
        if _is_old(path, PICTURES_STAY_S):
            path.unlink(missing_ok=True)  # it is made again when it is asked for
            files += 1
    for folder in _folders_without_rows():
        shutil.rmtree(folder, ignore_errors=True)
        files += 1
    return Tidied(uploads, files, freed)


def _files_without_rows() -> list[Path]:
    named = _named()
    root = Path(settings.MEDIA_ROOT)
    there = [p for kind in ("assets", "derived") for p in (root / kind).glob("*/*")]
    return [p for p in there if _is_old(p) and p.name[:64] not in named]


def _folders_without_rows() -> Iterator[Path]:
    for kind, coming in (("uploads", Upload), ("fetches", Fetch), ("arrivals", apps.get_model("shows", "Arrival"))):
        known = {str(pk) for pk in coming.objects.values_list("pk", flat=True)}
        for folder in (Path(settings.MEDIA_ROOT) / kind).glob("*"):
            if folder.name not in known and _is_old(folder):
                yield folder


def _named() -> set[str]:
    """Hashes that an asset or an edition names: an edition keeps its files when their owner has them no more."""
    named = set(Asset.objects.values_list("sha256", flat=True))
    for assets in (
        apps.get_model("publishing", "Edition").objects.filter(withdrawn_at=None).values_list("assets", flat=True)
    ):
        named |= set(assets)
    return named


def _is_old(path: Path, stays_s: float = FILES_STAY_S) -> bool:
    return time.time() - path.stat().st_mtime > stays_s
