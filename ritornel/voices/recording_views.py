"""What the desk asks of recordings: begun, kept, heard, forgotten; their pieces come as those of other uploads."""

import io
import wave
from typing import Annotated, Any
from uuid import UUID

import msgspec
import numpy as np
from django.http import FileResponse, HttpRequest, HttpResponse, HttpResponseBase
from django.shortcuts import get_object_or_404
from django.utils import timezone
from django.views.decorators.http import require_http_methods, require_POST, require_safe

from ritornel.core.edits.command import slide_of
from ritornel.core.model import Show as CoreShow
from ritornel.core.model import limits
from ritornel.core.model.units import CueNumber, Ms
from ritornel.core.text.naming import slide_title
from ritornel.core.voice.spoken import MARK, tokens
from ritornel.formats.humming import hummed
from ritornel.formats.speaking import NoVoice
from ritornel.jobs.running import waited
from ritornel.library.models import Upload
from ritornel.library.room import check_disk, check_room
from ritornel.shows.access import Act, loaded_for, show_for
from ritornel.site.answering import answer, answering, asked, refused, signed_in
from ritornel.site.rates import at_most
from ritornel.voices.models import Recording
from ritornel.voices.recording import began, forget, keeping, last_said, left, voice_of, whole_pieces
from ritornel.voices.scratch import CannotSpeak, spoken_in

PATIENCE_S = 2.0
_A_MINUTE = 6_000_000
"""Bytes that a recording may well need: there is to be room for a minute before it is begun."""


class Beginning(msgspec.Struct):
    """A recording that begins, under the name that the page gave it; of all, or of ``words`` [first, end] by number."""

    id: UUID
    slide: str
    rate: Annotated[int, msgspec.Meta(ge=8000, le=192_000)]
    words: tuple[int, int] | None = None


@signed_in
@require_http_methods(["GET", "HEAD", "POST"])
@answering
@at_most("uploads")
def recordings(request: HttpRequest, show_id: UUID) -> HttpResponse:
    """List the recordings of a show that were not kept; or begin one. Who asks again gets the same."""
    row, show = loaded_for(request, show_id, Act.EDIT)
    if request.method != "POST":
        return answer({"recordings": [_told(one, show) for one in left(row, show)]})
    wanted = asked(request, Beginning)
    if Upload.objects.filter(pk=wanted.id).exclude(recording__show=row).exists():
        return refused("another recording has that name; record again")
    check_room(request.user, _A_MINUTE, "the recording")
    check_disk(_A_MINUTE)
    one = began(row, show, request.user, wanted.id, wanted.slide, wanted.rate, wanted.words)
    return answer(_told(one, show))


class Keeping(msgspec.Struct):
    """How a recording is kept: its ``pieces`` (none: those that have arrived), and the cues that were given, in ms.

    One that was to come in the place of a stretch becomes the voice of the ``whole`` slide if that is wished.
    """

    pieces: Annotated[int, msgspec.Meta(ge=1)] | None = None
    cues: Annotated[dict[CueNumber, Ms], msgspec.Meta(max_length=limits.BUILDS_ON_A_SLIDE)] = {}
    whole: bool = False


@signed_in
@require_http_methods(["POST", "DELETE"])
@answering
@at_most("hearings")
def recording(request: HttpRequest, show_id: UUID, name: UUID) -> HttpResponse:
    """Keep a recording as a sound; answer the ``narration`` for the edit that makes it the voice of its slide.

    That may take longer: ask again then. DELETE forgets it.
    """
    _, show = loaded_for(request, show_id, Act.EDIT)
    one = get_object_or_404(Recording.objects.select_related("upload", "asset", "show"), pk=name, show=show_id)
    if request.method == "DELETE":
        forget(one)
        return answer({"forgotten": str(name)})
    wanted = asked(request, Keeping)
    there = whole_pieces(one.upload)
    if wanted.pieces is not None and there < wanted.pieces:
        return refused(f"{wanted.pieces - there} pieces of this recording have not arrived: send them again", 409)
    closed = one.upload.closed_after or wanted.pieces or there
    Upload.objects.filter(pk=name).update(closed_after=closed)
    values: dict[str, Any] = {"cues": wanted.cues} if wanted.cues else {}
    if wanted.whole and one.over:
        values |= {"over": None, "asset": None}
    if values:
        Recording.objects.filter(pk=name).update(**values)
        one.refresh_from_db()
    job = waited(keeping(one), PATIENCE_S) if one.asset is None else None
    one.refresh_from_db()
    if one.asset is not None:
        return answer({"slide": one.slide, "narration": voice_of(one, show)})
    if job is not None and job.has_ended:
        return refused(job.words or "this recording could not be kept; it stays, try again")
    return answer({"keeping": True})


@signed_in
@require_safe
def sound(request: HttpRequest, show_id: UUID, name: UUID) -> HttpResponseBase:
    """Serve what has arrived of a recording, to be heard."""
    row = show_for(request, show_id, Act.EDIT)
    one = get_object_or_404(Recording.objects.select_related("upload"), pk=name, show=row)
    upload = one.upload
    content = b"".join(upload.piece(number).read_bytes() for number in range(1, whole_pieces(upload)))
    return FileResponse(io.BytesIO(_wave(content, one.rate)), content_type="audio/wav")


class Place(msgspec.Struct):
    """Where in its script somebody was who is speaking: the number of a word."""

    after: Annotated[int, msgspec.Meta(ge=0)]


@signed_in
@require_POST
@answering
@at_most("following")
def said(request: HttpRequest, show_id: UUID, name: UUID) -> HttpResponse:
    """Answer the ``word`` (its number) with which what has arrived of a recording ends, and ``at`` which character."""
    _, show = loaded_for(request, show_id, Act.EDIT)
    one = get_object_or_404(Recording.objects.select_related("upload"), pk=name, show=show_id)
    script = slide_of(show, one.slide).script
    after = asked(request, Place).after
    word = last_said(one, script, after) if show.language.startswith("en") else None
    return answer({"word": word, "at": None if word is None else tokens(script)[word].start})


class Text(msgspec.Struct):
    """What a made voice is to say."""

    text: Annotated[str, msgspec.Meta(min_length=1, max_length=8000)]


@signed_in
@require_POST
@answering
@at_most("hearings")
def stand_in(request: HttpRequest, show_id: UUID) -> HttpResponseBase:
    """Answer a sound in which a made voice says a text: it stands in for a microphone where there is none.

    Where no voice is installed, or none of the show's language, the text is hummed.
    """
    _, show = loaded_for(request, show_id, Act.RECORD)
    text = MARK.sub(" ", asked(request, Text).text)
    try:
        made = spoken_in(show.language, text, show.pace.wpm)
    except CannotSpeak as error:
        if not isinstance(error.__cause__, NoVoice):
            return refused(str(error))
        made = hummed(text, show.pace.wpm)
    content = (np.clip(made.samples, -1, 1) * 32767).astype("<i2").tobytes()
    return HttpResponse(_wave(content, made.rate), content_type="audio/wav")


def _told(one: Recording, show: CoreShow) -> dict[str, Any]:
    """Return what a page is told of a recording."""
    number = next((n for n, s in enumerate(show.slides, 1) if s.id == one.slide), 0)
    return {
        "id": str(one.pk),
        "slide": one.slide,
        "title": slide_title(show.slides[number - 1], number) if number else "",
        "number": number,
        "length": one.length_ms,
        "begun": one.upload.begun_at,
        "over": one.over,
        "quiet": max(0, int((timezone.now() - one.upload.touched_at).total_seconds())),
    }


def _wave(content: bytes, rate: int) -> bytes:
    """Return samples (mono, 16 bits) as a WAVE file."""
    written = io.BytesIO()
    with wave.open(written, "wb") as file:
        file.setnchannels(1)
        file.setsampwidth(2)
        file.setframerate(rate)
        file.writeframes(content)
    return written.getvalue()
