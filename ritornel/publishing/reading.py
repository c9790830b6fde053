"""An edition to be read: what is said, and every slide as it ends; also where no script runs."""

from pathlib import Path

import msgspec
from django.http import Http404, HttpRequest, HttpResponse, HttpResponseBase
from django.shortcuts import get_object_or_404, render
from django.views.decorators.http import require_safe

from ritornel.core.model import Show
from ritornel.core.score import compile
from ritornel.core.voice.transcript import Entry, transcript
from ritornel.films.apart import still_path, stills
from ritornel.jobs.apart import TooMuch, done_apart
from ritornel.jobs.running import AtWork, begun
from ritornel.library.describing import drawn_from
from ritornel.library.serving import file_response
from ritornel.publishing.models import Edition
from ritornel.publishing.prepared import folder_of
from ritornel.publishing.seeing import NotShown, check_shown

STILLS = "edition-stills"
PIXELS = 640
_SECONDS = 600.0
_MEMORY = 900 * 1024 * 1024


class Reading(msgspec.Struct):
    """What is kept of an edition to be read: its entries, and the show as it ran, of which its stills are drawn."""

    entries: tuple[Entry, ...]
    show: Show


def keep_reading(edition: Edition, show: Show) -> None:
    """Keep what is read of an edition, and have its stills drawn."""
    path = _path(edition.token)
    path.parent.mkdir(parents=True, exist_ok=True)
    path.write_bytes(msgspec.json.encode(Reading(transcript(show, compile(show).times), show)))
    begun(edition.owner, STILLS, edition.token)


def draw_stills(work: AtWork) -> None:
    """Draw every slide of an edition as it ends: the job of kind “edition-stills”."""
    edition = Edition.objects.filter(token=work.subject).defer("document", "assets").first()
    if edition is None or not _path(edition.token).is_file():
        return
    show = msgspec.json.decode(_path(edition.token).read_bytes(), type=Reading).show
    files = drawn_from(edition.owner_id, show)
    try:
        folder = _path(edition.token).parent
        done_apart(_SECONDS, stills, show, files, folder, PIXELS, memory=_MEMORY, meanwhile=work.look_up)
    except TooMuch:
        return  # those that are there are shown


def _path(token: str) -> Path:
    return folder_of(token).parent / "reading.json"


def _shown(request: HttpRequest, token: str) -> Edition:
    edition = get_object_or_404(Edition.objects.defer("document", "assets"), token=token)
    try:
        check_shown(request, edition)
    except NotShown as error:
        raise Http404 from error
    return edition


@require_safe
def read(request: HttpRequest, token: str) -> HttpResponse:
    """An edition to be read."""
    edition = _shown(request, token)
    if not _path(token).is_file():
        raise Http404  # it was published before anything was kept to be read
    entries = msgspec.json.decode(_path(token).read_bytes(), type=Reading).entries
    folder = _path(token).parent
    context = {"edition": edition, "entries": [(e, still_path(folder, e.number).is_file()) for e in entries]}
    return render(request, "publishing/read.html", context)


@require_safe
def still(request: HttpRequest, token: str, number: int) -> HttpResponseBase:
    """A slide of an edition as it ends."""
    _shown(request, token)
    path = still_path(_path(token).parent, number)
    if not path.is_file():
        raise Http404
    return file_response(request, path, "image/webp")
