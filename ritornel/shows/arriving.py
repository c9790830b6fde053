"""Documents with media on their way in: unpacked and looked through one by one, kept as a show at the end.

It is a job that holds no lock of the database, and can be cut off anywhere: it goes on from there.
"""

import shutil
from collections.abc import Mapping
from os import SEEK_END
from pathlib import Path
from typing import BinaryIO

from django.conf import settings
from msgspec.structs import replace

from ritornel.core.model import Show as CoreShow
from ritornel.core.model.reading import BadDocument, read_show
from ritornel.core.model.writing import write_show
from ritornel.core.styles.keeping import as_it_looks
from ritornel.formats.media_kinds import BadMedia, NoRoom, as_file
from ritornel.formats.presentations import BadPresentation, ours
from ritornel.formats.presentations.ours import format_for
from ritornel.formats.show_document import Contents, contents_of, unpack
from ritornel.jobs.apart import TooMuch, done_apart
from ritornel.jobs.models import Job
from ritornel.jobs.running import AtWork, TryAgain, begun, stop, waited
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
    format_ = format_for(name)
    if format_:
        check_room(owner, file.seek(0, SEEK_END), name)
        arrival = Arrival(owner=owner, name=name, media=0, format=format_)
        return _kept(arrival, file, arrival.came)
    contents = contents_of(file, settings.ASSET_MAX_BYTES)
    if not contents.media:
        return keeping.create(owner, contents.show)
    check_room(owner, sum(size for _, size in contents.media.values()), name)
    arrival = Arrival(owner=owner, name=name, media=len(contents.media))
    return _kept(arrival, file, arrival.document)


def _kept(arrival: Arrival, file: BinaryIO, place: Path) -> Arrival:
    """Keep an arrival whose file lies at a place."""
    arrival.folder.mkdir(parents=True)
    file.seek(0)
    try:
        with or_no_room(), place.open("wb") as out:
            shutil.copyfileobj(file, out, 1024 * 1024)
    except NoRoom:
        shutil.rmtree(arrival.folder, ignore_errors=True)
        raise
    arrival.save(force_insert=True)
    return arrival


def look(arrival: Arrival, patience_s: float) -> tuple[Arrival, Job]:
    """See to it that somebody works on an arrival, wait a little for its end; return how it and its job are."""
    goes_on = arrival.agreed and arrival.show_id is None and not arrival.refused
    job = waited(begun(arrival.owner, "arrival", arrival.pk, redo=goes_on), patience_s)
    arrival.refresh_from_db()
    return arrival, job


def taken_in(work: AtWork) -> None:
    """Take in all of an arrival's media, and keep the show after the last: the job of kind “arrival”.

    It goes on where it was cut off. What refuses the whole is kept in ``refused``. A presentation is read first; if
    something in it becomes different, that waits for somebody to agree.
    """
    arrival = Arrival.objects.filter(pk=work.subject, show=None, refused="").first()
    if arrival is None:
        return
    try:
        if arrival.format and not arrival.document.is_file():
            _read(work, arrival)
        if arrival.asks:
            return
        with arrival.document.open("rb") as file:
            contents = contents_of(file, settings.ASSET_MAX_BYTES)
            _take_in_media(work, arrival, contents, file)
        show = _renamed(contents.show, arrival.became)
        _keep(arrival, show if show.title or not arrival.format else replace(show, title=Path(arrival.name).stem))
    except (BadDocument, BadMedia, BadPresentation) as error:
        arrival.refused = str(error)
        arrival.save(update_fields=["refused"])
    except NoRoom as error:
        raise TryAgain(str(error), NO_ROOM) from error
    shutil.rmtree(arrival.folder, ignore_errors=True)


def _read(work: AtWork, arrival: Arrival) -> None:
    """Make a document of ours of a presentation, and note what becomes different."""
    arriving = arrival.folder / "arriving"
    try:
        with or_no_room():
            asked = arrival.came, arrival.format, arriving
            made = done_apart(ours.SECONDS, ours.made_ours, *asked, memory=ours.MEMORY_BYTES, meanwhile=work.look_up)
    except TooMuch as error:
        raise BadPresentation(ours.TOO_MUCH) from error
    with arriving.open("rb") as file:
        arrival.media = len(contents_of(file, settings.ASSET_MAX_BYTES).media)
    arriving.replace(arrival.document)
    arrival.slides, arrival.builds, arrival.changed = made.slides, made.builds, list(made.changed)
    arrival.save(update_fields=["media", "slides", "builds", "changed"])


def _renamed(show: CoreShow, became: Mapping[str, str]) -> CoreShow:
    """Return a show whose assets go by what their ids became. An id is a hash: nothing else is written so."""
    if not became:
        return show
    document = write_show(show)
    for old, new in became.items():
        document = document.replace(old.encode(), new.encode())
    return read_show(document)


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
            try:
                kept = file_taken_in(work, found, arrival.owner, path, name, asset.licence, asset.credit)
            except BadMedia:
                if not arrival.format:
                    raise
                kept = None  # it is missing then, as the line check says
            path.unlink()
            if kept is not None and kept.sha256 != asset.id:
                arrival.became[asset.id] = kept.sha256
        arrival.taken_in = number + 1
        arrival.save(update_fields=["taken_in", "became"])
        work.tell(arrival.taken_in, len(assets))


def _keep(arrival: Arrival, show: CoreShow) -> None:
    def arrived(row: Show) -> None:
        arrival.show = row
        arrival.save(update_fields=["show"])

    keeping.create(arrival.owner, as_it_looks(show), along=arrived)


def leave(arrival: Arrival) -> None:
    """Clear away an arrival that nobody wants."""
    stop("arrival", arrival.pk)
    shutil.rmtree(arrival.folder, ignore_errors=True)
    arrival.delete()
