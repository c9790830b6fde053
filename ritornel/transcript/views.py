"""A transcript as a page, as one file that needs nothing else, and as a PDF."""

import base64
import time
from collections.abc import Callable
from functools import wraps
from pathlib import Path
from typing import Any
from uuid import UUID

from django.contrib.auth.decorators import login_required
from django.http import HttpRequest, HttpResponse
from django.shortcuts import render
from django.template.loader import render_to_string
from django.urls import reverse
from django.views.decorators.http import require_safe

from ritornel.core.model import Show as CoreShow
from ritornel.core.score import compile
from ritornel.core.voice.transcript import Entry, transcript
from ritornel.formats.transcript_pdf import Entry as Printed
from ritornel.formats.transcript_pdf import printed
from ritornel.jobs.apart import TooMuch, done_apart
from ritornel.jobs.turns import Busy
from ritornel.library.serving import attachment
from ritornel.shows import pictures
from ritornel.shows.access import Act, loaded_for, show_for
from ritornel.shows.models import Show

PATIENCE_S = 4.0
"""A request draws pictures that are not there yet for so long, then says how far it is."""
SECONDS = 60.0
"""A PDF is made by then."""


View = Callable[..., HttpResponse]


class _StillDrawn(Exception):
    """Not all slides have their pictures yet: so many of so many."""

    def __init__(self, done: int, whole: int) -> None:
        super().__init__()
        self.done, self.whole = done, whole


def _when_drawn(view: View) -> View:
    """Wrap a view that wants the pictures of all slides: until they are there it says how far that is, and goes on."""

    @wraps(view)
    def wrapped(request: HttpRequest, show_id: UUID) -> HttpResponse:
        try:
            return view(request, show_id)
        except (_StillDrawn, Busy) as error:
            done, whole = (error.done, error.whole) if isinstance(error, _StillDrawn) else (0, 0)
            context = {"row": show_for(request, show_id, Act.LOOK), "done": done, "whole": whole}
            response = render(request, "transcript/coming.html", context)
            response["Refresh"] = "1"
            return response

    return wrapped


@login_required
@require_safe
def page(request: HttpRequest, show_id: UUID) -> HttpResponse:
    """A transcript to be read, and printed."""
    row, show = loaded_for(request, show_id, Act.LOOK)
    looks = {s.id: pictures.look_of(s, show) for s in show.slides}
    shown = [
        {"entry": entry, "picture": f"{reverse('shows:picture', args=[row.pk, entry.slide])}?look={looks[entry.slide]}"}
        for entry in transcript(show, compile(show).times)
    ]
    return render(request, "transcript/page.html", _context(request, row, show, shown))


@login_required
@require_safe
@_when_drawn
def file(request: HttpRequest, show_id: UUID) -> HttpResponse:
    """The transcript as one HTML file: its pictures and its look are in it."""
    row, show = loaded_for(request, show_id, Act.LOOK)
    shown = [
        {"entry": entry, "picture": f"data:image/png;base64,{base64.b64encode(path.read_bytes()).decode()}"}
        for entry, path in _drawn(row, show)
    ]
    context = _context(request, row, show, shown)
    content = render_to_string("transcript/file.html", context)
    return _sent(content.encode(), "text/html; charset=utf-8", row, "html")


@login_required
@require_safe
@_when_drawn
def pdf(request: HttpRequest, show_id: UUID) -> HttpResponse:
    """The transcript as a PDF."""
    row, show = loaded_for(request, show_id, Act.LOOK)
    address = _edition_of(request, row)
    entries = [_printed(entry, path) for entry, path in _drawn(row, show)]
    score = compile(show)
    try:
        content = done_apart(SECONDS, printed, row.title, score.length_ms, show.width / show.height, entries, address)
    except TooMuch:
        return HttpResponse("This transcript is too long for one PDF; save it as a page, and print that.", status=503)
    return _sent(content, "application/pdf", row, "pdf")


def _printed(entry: Entry, picture: Path) -> Printed:
    said = tuple((p.cue, p.at_ms, p.text) for p in entry.passages)
    return Printed(entry.number, entry.title, entry.chapter, entry.start_ms, str(picture), said)


def _drawn(row: Show, show: CoreShow) -> list[tuple[Entry, Path]]:
    """Return the entries of a transcript, each with its slide's picture. Raises ``_StillDrawn``, ``Busy``."""
    slides = {s.id: s for s in show.slides}
    assets = pictures.assets_in(row, show)
    entries = transcript(show, compile(show).times)
    until, drawn = time.monotonic() + PATIENCE_S, []
    for number, entry in enumerate(entries):
        if time.monotonic() > until:
            raise _StillDrawn(number, len(entries))
        drawn.append((entry, pictures.slide_picture(slides[entry.slide], show, assets, row.owner_id).path))
    return drawn


def _context(request: HttpRequest, row: Show, show: CoreShow, shown: list[dict[str, Any]]) -> dict[str, Any]:
    length = compile(show).length_ms
    edition = _edition_of(request, row)
    return {"row": row, "show": show, "shown": shown, "length": length, "edition": edition}


def _edition_of(request: HttpRequest, row: Show) -> str:
    """Return the address of the newest edition of a show that is for everybody; empty if there is none."""
    newest = row.editions.filter(withdrawn_at=None, for_invited=False).order_by("-number").first()
    return request.build_absolute_uri(reverse("publishing:player", args=[newest.token])) if newest else ""


def _sent(content: bytes, mime: str, row: Show, ending: str) -> HttpResponse:
    headers = {"Content-Disposition": attachment(row.title, f"-transcript.{ending}")}
    return HttpResponse(content, content_type=mime, headers=headers)
