"""Clearing away: uploads that were never finished, files that no row names, what was left half written."""

import shutil
import time
from collections.abc import Iterator
from datetime import timedelta
from importlib import import_module
from pathlib import Path
from typing import NamedTuple

from axes.models import AccessAttempt, AccessFailureLog, AccessLog
from django.apps import apps
from django.conf import settings
from django.core.management import call_command
from django.utils import timezone

from ritornel.jobs.models import Job
from ritornel.jobs.running import stop
from ritornel.library import shared
from ritornel.library.models import Asset, Fetch, Upload
from ritornel.library.store import in_use

UPLOADS_STAY = timedelta(days=1)
RECORDINGS_STAY = timedelta(days=30)
"""A voice that was recorded and not kept can be so long."""
CHANGES_STAY = timedelta(days=60)
"""What a page did so long ago and never sent meets whatever was done since."""
FAILURES_STAY = timedelta(days=30)
SIGNINGS_STAY = timedelta(days=400)
"""Where a name has signed in so lately it is never locked out."""
PICTURES_STAY_S = 30 * 24 * 3600
FILES_STAY_S = 3600
"""A file that just arrived may still wait for its row."""


_KINDS = {"Upload": "upload", "Fetch": "fetch", "Arrival": "arrival"}


class Tidied(NamedTuple):
    """What was cleared away: uploads, files, and their bytes."""

    uploads: int
    files: int
    freed: int


def tidy() -> Tidied:
    """Clear away what nobody will come back for, and say how much that was. Safe while the application runs."""
    uploads = 0
    for coming in (Upload, Fetch, apps.get_model("shows", "Arrival")):
        since = "touched_at" if coming is Upload else "begun_at"
        old = coming.objects.filter(**{f"{since}__lt": timezone.now() - UPLOADS_STAY})
        if coming is Upload:
            since = timezone.now() - RECORDINGS_STAY
            old = old.exclude(recording__upload__begun_at__gt=since)
            old = old.exclude(run__begun_at__gt=since).exclude(pictured_run__begun_at__gt=since)
        for row in old:
            stop(_KINDS[coming.__name__], row.pk)
            shutil.rmtree(row.folder, ignore_errors=True)
            row.delete()
            uploads += 1
    apps.get_model("shows", "Change").objects.filter(made_at__lt=timezone.now() - CHANGES_STAY).delete()
    _tidy_tables()
    files = freed = 0
    for path in _files_without_rows():
        with in_use(alone=True):
            if path.is_file() and _is_old(path) and path.name[:64] not in _named():
                freed += path.stat().st_size
                shared.drop(path)
                files += 1
    for path in (Path(settings.MEDIA_ROOT) / "pictures").glob("*/*"):
        if _is_old(path, PICTURES_STAY_S):
            path.unlink(missing_ok=True)  # it is made again when it is asked for
            files += 1
    files += import_module("ritornel.films.making").tidy_pieces()
    import_module("ritornel.shows.closely").tidy()
    for folder in _editions_not_shown():
        shutil.rmtree(folder, ignore_errors=True)
        files += 1
    for folder in _folders_without_rows():
        shutil.rmtree(folder, ignore_errors=True)
        files += 1
    return Tidied(uploads, files, freed)


def _tidy_tables() -> None:
    """Clear sessions that have ended, and what is known of old tries to sign in."""
    import_module(settings.SESSION_ENGINE).SessionStore.clear_expired()
    now = timezone.now()
    Job.objects.filter(ended_at__lt=now - UPLOADS_STAY).delete()
    if "django_tasks_db" in settings.TASKS["default"]["BACKEND"]:
        call_command("prune_db_task_results", min_age_days=1, verbosity=0)
    cool = timedelta(hours=settings.AXES_COOLOFF_TIME)
    AccessAttempt.objects.filter(attempt_time__lt=now - cool).delete()
    AccessFailureLog.objects.filter(attempt_time__lt=now - FAILURES_STAY).delete()
    AccessLog.objects.filter(attempt_time__lt=now - SIGNINGS_STAY).delete()


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


def _editions_not_shown() -> Iterator[Path]:
    """Files of editions that are withdrawn, or gone; and what was cut off while it was made."""
    shown = set(
        apps.get_model("publishing", "Edition").objects.filter(withdrawn_at=None).values_list("token", flat=True)
    )
    for folder in (Path(settings.MEDIA_ROOT) / "editions").glob("*"):
        if folder.name not in shown and _is_old(folder):
            yield folder
        yield from (part for part in folder.glob("arriving-*") if _is_old(part))


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
