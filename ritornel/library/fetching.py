"""Fetching a file from outside once: into a folder, looked through as an upload is, kept with its author and licence.

Whoever asks how far a fetch is sees to it that it goes on: a thread of this process works on it, unless another process
does already. One that was cut off by the end of its process begins anew.
"""

import mimetypes
import shutil
import time
from email.message import Message
from pathlib import Path, PurePosixPath
from threading import Lock, Thread
from urllib.parse import unquote, urlsplit
from uuid import UUID

from django.conf import settings
from django.db import connection

from ritornel.formats.examining import SECONDS
from ritornel.formats.media_kinds import CLAIMS, BadMedia, NoRoom
from ritornel.library import store
from ritornel.library.models import Asset, Fetch, clean_name
from ritornel.library.outside import Answer, Outside, answered, blocks
from ritornel.library.room import check_room, or_no_room
from ritornel.library.taking_in import check_size, take_in_within
from ritornel.site.answering import log

AT_ONCE = 4
"""So many fetches of one account may be on their way."""

LONGEST_S = 600.0
"""A file has come by then, or is given up."""

_LOOK_AGAIN_S = 0.05
_at_work: dict[str, int] = {}
"""What is worked on in this process, and whose it is."""

_lock = Lock()


class _Stopped(Exception):
    """Whoever had it fetched wants it no more."""


def noted(owner, address: str, name: str = "", credit: str = "", licence: str = "") -> Fetch:
    """Note a file that is wanted, for `go_on` to fetch; ``Outside`` if the account has enough on its way."""
    if Fetch.objects.filter(owner=owner, asset=None, refused="").count() >= AT_ONCE:
        raise Outside(f"{AT_ONCE} files are on their way already; wait until one has come")
    return Fetch.objects.create(
        owner=owner, address=address.strip()[:2000], name=name[:200], credit=credit[:300], licence=licence[:300]
    )


def go_on(fetch: Fetch, patience_s: float = 0.0) -> None:
    """See to it that somebody works on a fetch, and wait a little for its end."""
    end = time.monotonic() + patience_s
    while fetch.asset_id is None and not fetch.refused:
        key = str(fetch.pk)
        with _lock:
            busy = sum(owner == fetch.owner_id for owner in _at_work.values()) >= AT_ONCE
            idle = key not in _at_work and not busy  # one that was stopped may take a while to notice
            if idle:
                _at_work[key] = fetch.owner_id
        if idle:
            started(fetch.pk)
        if time.monotonic() >= end:
            return
        time.sleep(_LOOK_AGAIN_S)
        fetch.refresh_from_db()


def started(key: UUID) -> None:
    """Start to work on a fetch, in a thread of its own."""
    Thread(target=_apart, args=(key,), name=f"fetch-{key}", daemon=True).start()


def stop(fetch: Fetch) -> None:
    """Stop a fetch: whoever works on it finds it gone and leaves it."""
    shutil.rmtree(fetch.folder, ignore_errors=True)
    fetch.delete()


def _apart(key: UUID) -> None:
    try:
        work(key)
    finally:
        connection.close()


def work(key: UUID) -> None:
    """Fetch one file, unless somebody does already."""
    try:
        fetch = Fetch.objects.filter(pk=key, asset=None, refused="").first()
        if fetch is not None:
            fetch.folder.mkdir(parents=True, exist_ok=True)
            with store.only_one(fetch.folder) as mine:
                if mine:
                    _fetched(fetch)
    finally:
        with _lock:
            _at_work.pop(str(key), None)


def _fetched(fetch: Fetch) -> None:
    asset, refused = None, ""
    try:
        asset = _taken_in(fetch)
    except (BadMedia, NoRoom) as error:
        refused = str(error)
    except _Stopped:
        return
    except Exception:
        log.exception("%s could not be fetched", fetch.address)
        refused = "this could not be fetched; try again"
    Fetch.objects.filter(pk=fetch.pk).update(asset=asset, refused=refused)
    shutil.rmtree(fetch.folder, ignore_errors=True)


def _taken_in(fetch: Fetch) -> Asset:
    with answered(fetch.address, LONGEST_S) as answer:
        name = _named(fetch.name, answer)
        check_size(answer.size, name)
        check_room(fetch.owner, answer.size, name)
        Fetch.objects.filter(pk=fetch.pk).update(size=answer.size)
        _written(fetch, answer)
    check_room(fetch.owner, fetch.arrived, name)
    asset = take_in_within(
        2 * SECONDS, fetch.folder / "found", fetch.owner, fetch.coming, name, fetch.licence, fetch.credit
    )
    if asset is None:
        raise BadMedia(f"“{name}” could not be looked through in time; try again")
    if not asset.source:
        Asset.objects.filter(pk=asset.pk).update(source=fetch.address)
    return asset


def _written(fetch: Fetch, answer: Answer) -> None:
    with or_no_room(), fetch.coming.open("wb") as file:
        for block in blocks(answer, settings.ASSET_MAX_BYTES):
            file.write(block)
            file.flush()
            if not fetch.coming.is_file():
                raise _Stopped


def _named(title: str, answer: Answer) -> str:
    """Return a file name whose ending says what the answer is; ``Outside`` if it is nothing that a show can use."""
    message = Message()
    message["Content-Disposition"] = answer.response.headers.get("Content-Disposition", "")
    given = message.get_filename() or unquote(PurePosixPath(urlsplit(answer.address).path).name)
    ending = Path(given).suffix.lower()
    if answer.mime in ("text/html", "application/xhtml+xml"):
        raise Outside("this is the address of a page; open it, and give the address of the file itself")
    if ending not in CLAIMS:
        ending = mimetypes.guess_extension(answer.mime) or ""
    if ending not in CLAIMS:
        raise Outside(f"this is no picture, clip or sound ({answer.mime or 'of no known kind'})")
    return clean_name(f"{title}{ending}" if title else f"{Path(given).stem or 'fetched'}{ending}")
