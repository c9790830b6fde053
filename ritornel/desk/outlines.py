"""What is brought to the desk to be read: outlines of drawings and of texts, captions, plans of times."""

from collections.abc import Callable
from io import BytesIO
from typing import Any, TypeVar

from django.http import HttpRequest, HttpResponse
from django.views.decorators.http import require_POST

from ritornel.formats.outline import MOST_CHARACTERS, BadOutline
from ritornel.formats.shows import FORMATS, times
from ritornel.formats.shows.outline import read
from ritornel.formats.svg_outline import MOST_BYTES, outline_of
from ritornel.jobs import queues
from ritornel.jobs.apart import TooMuch, done_apart
from ritornel.library.models import clean_name
from ritornel.site.answering import answer, answering, refused, signed_in
from ritornel.site.rates import at_most

READING_S = 4.0
"""An outline is read in this time, or refused."""

T = TypeVar("T")


@signed_in
@require_POST
@answering
@at_most("outlines")
def outline(request: HttpRequest) -> HttpResponse:
    """Answer the outlines in an SVG drawing, sent as the body, as one path."""
    name = clean_name(request.GET.get("name", "drawing.svg"))
    if len(request.body) > MOST_BYTES:
        return refused("this drawing is larger than an outline may be; export it simpler")
    try:
        return answer({"path": _apart(request, outline_of, request.body, name)})
    except TooMuch:
        return refused(f"“{name}” takes more time or memory than an outline may; export it simpler")


def _apart(request: HttpRequest, work: Callable[..., T], *args: Any) -> T:
    """Return what is done apart, when it is the turn of whoever asks."""
    with queues.drawing().of(str(request.user.pk), queues.PATIENCE_S):
        return done_apart(READING_S, work, *args)


@signed_in
@require_POST
@answering
@at_most("outlines")
def captions(request: HttpRequest) -> HttpResponse:
    """Answer the ``captions`` [start, end, text] of a WebVTT file, sent as the body, in ms of what it is for."""
    return answer({"captions": FORMATS["captions"].reads(BytesIO(request.body))})


@signed_in
@require_POST
@answering
@at_most("outlines")
def planned(request: HttpRequest) -> HttpResponse:
    """Answer the ``rests`` {slide, cue, ms} of a table of times that was filled in, sent as the body."""
    try:
        return answer({"rests": _apart(request, times.read, BytesIO(request.body))})
    except TooMuch:
        return refused("this table takes more time or memory to read than one of times may")


@signed_in
@require_POST
@answering
@at_most("outlines")
def outlined(request: HttpRequest) -> HttpResponse:
    """Answer the slides that a text outlines, Markdown or plain, sent as the body in UTF-8."""
    name = clean_name(request.GET.get("name", "outline.md"))
    if len(request.body) > 4 * MOST_CHARACTERS:
        return refused(f"“{name}” is larger than an outline may be; part it in two")
    try:
        return answer({"slides": _apart(request, read, BytesIO(request.body))})
    except UnicodeDecodeError:
        return refused(f"“{name}” is not text in UTF-8; save it as such and try again")
    except BadOutline as error:
        return refused(f"“{name}” makes no slides: {error}")
    except TooMuch:
        return refused(f"“{name}” takes more time or memory to read than an outline may; part it in two")
