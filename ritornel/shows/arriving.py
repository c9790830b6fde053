"""Documents with media on their way in: unpacked and looked through one by one, kept as a show at the end.

It is a job that holds no lock of the database, and can be cut off anywhere: it goes on from there.
"""

import shutil
from typing import BinaryIO

from django.conf import settings

from ritornel.core.model import Show as CoreShow
from ritornel.core.model.reading import BadDocument
from ritornel.core.styles.keeping import as_it_looks
from ritornel.formats.media_kinds import BadMedia, NoRoom, as_file
from ritornel.formats.show_document import Contents, contents_of, unpack
from ritornel.jobs.models import Job
from ritornel.jobs.running import AtWork, TryAgain, begun, waited
from ritornel.library.models import Asset
from ritornel.library.room import check_room, or_no_room
from ritornel.library.taking_in import NO_ROOM
from ritornel.library.taking_in import taken_in as file_taken_in
from ritornel.shows import keeping
from ritornel.shows.models import Arrival, Show


def arrive(owner, name: str, file: BinaryIO) -> Show | Arrival:
    """Take in a document or a zip: a show at once if it has no media, else an arrival that ``taken_in`` finishes.

    Raises ``BadDocument`` or ``BadMedia`` with words if it cannot be taken in.
    """
    contents = contents_of(file, settings.ASSET_MAX_BYTES)
    if not contents.media:
        return keeping.create(owner, contents.show)
    check_room(owner, sum(size for _, size in contents.media.values()), name)
    arrival = Arrival(owner=owner, name=name, media=len(contents.media))
    arrival.folder.mkdir(parents=True)
    file.seek(0)
    try:
        with or_no_room(), arrival.document.open("wb") as out:
            shutil.copyfileobj(file, out, 1024 * 1024)
    except NoRoom:
        shutil.rmtree(arrival.folder, ignore_errors=True)
        raise
    arrival.save(force_insert=True)
    return arrival


def look(arrival: Arrival, patience_s: float) -> tuple[Arrival, Job]:
    """See to it that somebody works on an arrival, wait a little for its end; return how it and its job are."""
    job = waited(begun(arrival.owner, "arrival", arrival.pk), patience_s)
    arrival.refresh_from_db()
    return arrival, job


def taken_in(work: AtWork) -> None:
    """Take in all of an arrival's media, and keep the show after the last: the job of kind “arrival”.

    It goes on where it was cut off. What refuses the whole is kept in ``refused``.
    """
    arrival = Arrival.objects.filter(pk=work.subject, show=None, refused="").first()
    if arrival is None:
        return
    try:
        with arrival.document.open("rb") as file:
            contents = contents_of(file, settings.ASSET_MAX_BYTES)
            _take_in_media(work, arrival, contents, file)
        _keep(arrival, contents.show)
    except (BadDocument, BadMedia) as error:
        arrival.refused = str(error)
        arrival.save(update_fields=["refused"])
    except NoRoom as error:
        raise TryAgain(str(error), NO_ROOM) from error
    shutil.rmtree(arrival.folder, ignore_errors=True)


def _take_in_media(work: AtWork, arrival: Arrival, contents: Contents, file: BinaryIO) -> None:
    """Take in one after another."""
    assets = [a for a in contents.show.assets if a.id in contents.media]
    for number, asset in enumerate(assets):
        if number < arrival.taken_in:
            continue
        if not Asset.objects.filter(owner=arrival.owner, sha256=asset.id).exists():
            member, _ = contents.media[asset.id]
            path = arrival.folder / f"media-{number}"
            if not path.is_file():
                with or_no_room():
                    unpack(file, member, asset.id, path)
            file_name = member.rsplit("/", 1)[-1]
            name = as_file(asset.name or file_name, asset.mime, file_name)
            found = arrival.folder / f"found-{number}"
            file_taken_in(work, found, arrival.owner, path, name, asset.licence, asset.credit)
            path.unlink()
        arrival.taken_in = number + 1
        arrival.save(update_fields=["taken_in"])
        work.tell(arrival.taken_in, len(assets))


def _keep(arrival: Arrival, show: CoreShow) -> None:
    def arrived(row: Show) -> None:
        arrival.show = row
        arrival.save(update_fields=["show"])

    keeping.create(arrival.owner, as_it_looks(show), along=arrived)
