"""Taking a file into the library: looked through apart, stored under its hash, kept with what was found."""

import shutil
import tempfile
import time
from pathlib import Path

import msgspec
from django.conf import settings

from ritornel.formats.examining import SECONDS, Examination, Outcome
from ritornel.formats.how_far import WHOLE, how_far
from ritornel.formats.media_kinds import BadMedia, MediaFacts, NoRoom, claim_of
from ritornel.jobs import queues
from ritornel.jobs.running import AtWork, TryAgain
from ritornel.library import store
from ritornel.library.models import Asset, Upload
from ritornel.library.room import check_disk, or_no_room

NO_ROOM = "no-room"
"""Why a job failed that may succeed when there is room."""

_LONGEST_S = 3600.0
_LOOKS_UP_S = 2.0


def take_in(owner, path: Path, name: str, licence: str = "", credit: str = "") -> Asset:
    """Return the owner's asset for the file at ``path``, copied into the store; waits until it was looked through.

    Raises ``BadMedia`` if the file is too large or does not decode as what its name claims.
    """
    arriving = Path(settings.MEDIA_ROOT) / "uploads"
    arriving.mkdir(parents=True, exist_ok=True)
    with tempfile.TemporaryDirectory(prefix="taking-in-", dir=arriving) as folder:
        asset = take_in_within(SECONDS * 2, Path(folder) / "found", owner, path, name, licence, credit)
    if asset is None:
        raise BadMedia(f"“{name}” could not be looked through in time; try again")
    return asset


def take_in_within(
    patience_s: float, folder: Path, owner, path: Path, name: str, licence: str = "", credit: str = ""
) -> Asset | None:
    """Take a file in, or return None if it is still being looked through after ``patience_s``: ask again then.

    ``folder`` keeps what is found meanwhile. Raises ``BadMedia`` as ``take_in``.
    """
    claim_of(name)
    check_size(path.stat().st_size, name)
    check_disk(2 * path.stat().st_size)
    with or_no_room():
        folder.mkdir(parents=True, exist_ok=True)
    outcome = examined(owner.pk, path, name, folder, patience_s)
    if outcome is None:
        return None
    if outcome.no_room:
        raise NoRoom
    if outcome.facts is None:
        raise BadMedia(outcome.refused)
    facts, name = msgspec.convert(outcome.facts, MediaFacts), outcome.name or name
    with store.in_use():
        known = Asset.objects.filter(owner=owner, sha256=outcome.sha256).first()
        target = store.place(folder, outcome.sha256)
        fields = {
            "kind": facts.kind,
            "name": name,
            "mime": facts.mime,
            "size": target.stat().st_size,
            "length_ms": facts.length_ms,
            "width": facts.width,
            "height": facts.height,
            "has_sound": facts.has_sound,
            "pages": facts.pages,
            "codec": facts.codec,
            "tones": facts.tones,
            "sound": heard_told(facts),
            "licence": licence,
            "credit": credit,
        }
        if known is not None:
            return _completed(known, facts, licence, credit)
        return Asset.objects.get_or_create(owner=owner, sha256=outcome.sha256, defaults=fields)[0]


def _completed(known: Asset, facts: MediaFacts, licence: str, credit: str) -> Asset:
    """Return an asset that arrived again, with what was not known of it before."""
    news = {
        "codec": facts.codec,
        "tones": facts.tones,
        "sound": heard_told(facts),
        "licence": licence,
        "credit": credit,
    }
    missing = {name: value for name, value in news.items() if value and not getattr(known, name)}
    if missing:
        Asset.objects.filter(pk=known.pk).update(**missing)
        known.refresh_from_db()
    return known


def heard_told(facts: MediaFacts) -> str:
    """Return what is heard in a file as it is kept: JSON; nothing where nothing was measured."""
    return "" if facts.sound is None else msgspec.json.encode(facts.sound).decode()


def examined(who: int, path: Path, name: str, folder: Path, patience_s: float) -> Outcome | None:
    """Return what an examination in a process of its own finds, and leaves in ``folder``; None if it goes on longer.

    It begins when it is the turn of ``who`` sent the file.
    """
    return Examination(path, name, folder, lambda: queues.examining().taken(str(who))).outcome(patience_s)


def check_size(size: int, name: str) -> None:
    """Raise ``BadMedia`` if a file is larger than may be kept."""
    most = settings.ASSET_MAX_BYTES
    if size > most:
        raise BadMedia(
            f"“{name}” is {size / 1e6:.0f} MB, and {most / 1e6:.0f} MB is the most that can be kept; "
            "make it shorter or smaller and try again"
        )


def look_through(work: AtWork) -> None:
    """Take in the file of an upload whose pieces are all there: the job of kind “upload”.

    What becomes of it is kept with the upload. Raises ``TryAgain`` where the disk is full.
    """
    upload = Upload.objects.filter(pk=work.subject, asset=None, refused="").first()
    if upload is None:
        return
    try:
        asset = taken_in(work, upload.folder / "found", upload.owner, upload.joined(), upload.name)
        Upload.objects.filter(pk=upload.pk).update(asset=asset)
    except BadMedia as error:
        Upload.objects.filter(pk=upload.pk).update(refused=str(error))
    except NoRoom as error:
        raise TryAgain(str(error), NO_ROOM) from error
    shutil.rmtree(upload.folder, ignore_errors=True)


def taken_in(work: AtWork, folder: Path, owner, path: Path, name: str, licence: str = "", credit: str = "") -> Asset:
    """Take a file in for a job, which can be stopped meanwhile. Raises as ``take_in``."""
    end = time.monotonic() + _LONGEST_S
    while time.monotonic() < end:
        asset = take_in_within(_LOOKS_UP_S, folder, owner, path, name, licence, credit)
        if asset is not None:
            return asset
        far = how_far(folder)
        if far is None:
            work.look_up()
        else:
            work.tell(far, WHOLE)
    raise BadMedia(f"“{name}” could not be looked through in time; try again")
