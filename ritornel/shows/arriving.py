"""Documents with media on their way in: unpacked and looked through in steps, kept as a show at the end.

Each step is short, holds no lock of the database, and can be cut off anywhere: the next one goes on from there.
"""

import shutil
import time
from typing import BinaryIO

from django.conf import settings

from ritornel.core.model import Show as CoreShow
from ritornel.core.model.reading import BadDocument
from ritornel.formats.media_kinds import BadMedia, NoRoom, as_file
from ritornel.formats.show_document import Contents, contents_of, unpack
from ritornel.library.models import Asset
from ritornel.library.room import check_room, or_no_room
from ritornel.library.store import only_one
from ritornel.library.taking_in import take_in_within
from ritornel.shows import keeping
from ritornel.shows.models import Arrival, Show


def arrive(owner, name: str, file: BinaryIO) -> Show | Arrival:
    """Take in a document or a zip: a show at once if it has no media, else an arrival that ``go_on`` finishes.

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


def go_on(arrival: Arrival, patience_s: float) -> None:
    """Take in as many of the arrival's media as there is time for, and keep the show after the last.

    What refuses the whole is kept in ``arrival.refused``. Nothing happens if someone else goes on with it now.
    """
    end = time.monotonic() + patience_s
    with only_one(arrival.folder) as mine:
        arrival.refresh_from_db()
        if not mine or arrival.show_id or arrival.refused:
            return
        try:
            with arrival.document.open("rb") as file:
                contents = contents_of(file, settings.ASSET_MAX_BYTES)
                done = _take_in_media(arrival, contents, file, end)
            if done:
                _keep(arrival, contents.show)
        except (BadDocument, BadMedia) as error:
            arrival.refused = str(error)
            arrival.save(update_fields=["refused"])
        if arrival.show_id or arrival.refused:
            shutil.rmtree(arrival.folder, ignore_errors=True)


def _take_in_media(arrival: Arrival, contents: Contents, file: BinaryIO, end: float) -> bool:
    """Take in one after another until ``end``; tell whether all are done."""
    assets = [a for a in contents.show.assets if a.id in contents.media]
    for number, asset in enumerate(assets):
        if number < arrival.taken_in:
            continue
        if time.monotonic() >= end:
            return False
        if not Asset.objects.filter(owner=arrival.owner, sha256=asset.id).exists():
            member, _ = contents.media[asset.id]
            path = arrival.folder / f"media-{number}"
            if not path.is_file():
                with or_no_room():
                    unpack(file, member, asset.id, path)
                if time.monotonic() >= end:
                    return False
            file_name = member.rsplit("/", 1)[-1]
            name = as_file(asset.name or file_name, asset.mime, file_name)
            found = arrival.folder / f"found-{number}"
            patience = max(0.0, end - time.monotonic())
            if take_in_within(patience, found, arrival.owner, path, name, asset.licence, asset.credit) is None:
                return False
            path.unlink()
        arrival.taken_in = number + 1
        arrival.save(update_fields=["taken_in"])
    return True


def _keep(arrival: Arrival, show: CoreShow) -> None:
    def arrived(row: Show) -> None:
        arrival.show = row
        arrival.save(update_fields=["show"])

    keeping.create(arrival.owner, show, along=arrived)
