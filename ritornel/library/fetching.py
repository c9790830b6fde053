"""Fetching a file from outside once: into a folder, looked through as an upload is, kept with its author and licence.

It is a job: whoever asks how far it is sees to it that it goes on, and one that was cut off begins anew.
"""

import mimetypes
import shutil
from email.message import Message
from pathlib import Path, PurePosixPath
from urllib.parse import unquote, urlsplit

from django.conf import settings

from ritornel.formats.media_kinds import CLAIMS, BadMedia, NoRoom
from ritornel.jobs import running
from ritornel.jobs.models import Job
from ritornel.jobs.running import AtWork, begun, waited
from ritornel.library.models import Asset, Fetch, clean_name
from ritornel.library.outside import Answer, Outside, answered, blocks
from ritornel.library.room import check_room, or_no_room
from ritornel.library.taking_in import check_size, taken_in

AT_ONCE = 4
"""So many fetches of one account may be on their way."""

LONGEST_S = 600.0
"""A file has come by then, or is given up."""


def noted(owner, address: str, name: str = "", credit: str = "", licence: str = "") -> Fetch:
    """Note a file that is wanted; ``Outside`` if the account has enough on its way.

    Those that were stopped and have not noticed yet count: who begins and stops again and again holds no more lines.
    """
    if Job.objects.filter(owner=owner, kind="fetch", state__in=Job.UNFINISHED).count() >= AT_ONCE:
        raise Outside(f"{AT_ONCE} files are on their way already; wait until one has come")
    return Fetch.objects.create(
        owner=owner, address=address.strip()[:2000], name=name[:200], credit=credit[:300], licence=licence[:300]
    )


def look(fetch: Fetch, patience_s: float) -> Fetch:
    """See to it that somebody works on a fetch, wait a little for its end, and return how it is."""
    job = waited(begun(fetch.owner, "fetch", fetch.pk), patience_s)
    fetch.refresh_from_db()
    if job.state == job.FAILED:
        fetch.refused = job.words
    return fetch


def stop(fetch: Fetch) -> None:
    """Stop a fetch: whoever works on it finds it gone and leaves it."""
    running.stop("fetch", fetch.pk)
    shutil.rmtree(fetch.folder, ignore_errors=True)
    fetch.delete()


def fetched(work: AtWork) -> None:
    """Fetch one file: the job of kind “fetch”. What becomes of it is kept with the fetch."""
    fetch = Fetch.objects.filter(pk=work.subject, asset=None, refused="").first()
    if fetch is None:
        return
    fetch.folder.mkdir(parents=True, exist_ok=True)
    try:
        Fetch.objects.filter(pk=fetch.pk).update(asset=_taken_in(work, fetch))
    except BadMedia as error:
        Fetch.objects.filter(pk=fetch.pk).update(refused=str(error))
    except NoRoom as error:
        Fetch.objects.filter(pk=fetch.pk).update(refused=str(error))
    finally:
        shutil.rmtree(fetch.folder, ignore_errors=True)


def _taken_in(work: AtWork, fetch: Fetch) -> Asset:
    with answered(fetch.address, LONGEST_S) as answer:
        name = _named(fetch.name, answer)
        check_size(answer.size, name)
        check_room(fetch.owner, answer.size, name)
        Fetch.objects.filter(pk=fetch.pk).update(size=answer.size)
        _written(work, fetch, answer)
    check_room(fetch.owner, fetch.arrived, name)
    asset = taken_in(work, fetch.folder / "found", fetch.owner, fetch.coming, name, fetch.licence, fetch.credit)
    if not asset.source:
        Asset.objects.filter(pk=asset.pk).update(source=fetch.address)
    return asset


def _written(work: AtWork, fetch: Fetch, answer: Answer) -> None:
    with or_no_room(), fetch.coming.open("wb") as file:
        for block in blocks(answer, settings.ASSET_MAX_BYTES):
            file.write(block)
            file.flush()
            work.tell(file.tell(), answer.size)


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
