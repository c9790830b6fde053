"""What pages ask of voices: that they are listened to, and how far that is."""

from typing import Annotated
from uuid import UUID

import msgspec
from django.http import HttpRequest, HttpResponse
from django.shortcuts import get_object_or_404
from django.views.decorators.http import require_POST

from ritornel.core.edits.command import Ids, slide_of
from ritornel.core.text.naming import slide_title
from ritornel.core.voice.files import matched
from ritornel.jobs.running import waited
from ritornel.library.describing import described
from ritornel.library.handing_on import hand_on
from ritornel.library.models import Asset
from ritornel.shows.access import Act, loaded_for
from ritornel.site.answering import answer, answering, asked, refused, signed_in
from ritornel.site.rates import at_most
from ritornel.voices.cleaning import cleaning, made_of, with_less_noise
from ritornel.voices.cutting import cutting, found, spoken_from
from ritornel.voices.hearing import listening
from ritornel.voices.scratch import CannotSpeak, scratch_voice

MOST_FILES = 300
PATIENCE_S = 1.5
"""A request waits this long for voices to be heard before it says how far that is."""


class Names(msgspec.Struct):
    """The names of voice files, and the slides among which they are shared out; none named: all of the show."""

    names: Annotated[list[Annotated[str, msgspec.Meta(max_length=300)]], msgspec.Meta(max_length=MOST_FILES)]
    among: Ids = []


@signed_in
@require_POST
@answering
def match(request: HttpRequest, show_id: UUID) -> HttpResponse:
    """Answer for each voice file the id of the slide for which it seems to be, null for those beyond the last."""
    _, show = loaded_for(request, show_id, Act.EDIT)
    wanted = asked(request, Names)
    slides = [s for s in show.slides if not wanted.among or s.id in set(wanted.among)]
    places = matched(wanted.names, [slide_title(s, show.slides.index(s) + 1) for s in slides])
    return answer({"slides": [None if place is None else slides[place].id for place in places]})


class Recording(msgspec.Struct):
    """A recording over many slides, from the ``first`` on."""

    asset: str
    first: str = ""


@signed_in
@require_POST
@answering
@at_most("hearings")
def cut(request: HttpRequest, show_id: UUID) -> HttpResponse:
    """Find where a recording over many slides is cut; answer ``voices`` by slide, or that this goes on: ask again.

    ``follows`` tells whether it says their scripts; else it is cut by its pauses alone.
    """
    row, show = loaded_for(request, show_id, Act.EDIT)
    wanted = asked(request, Recording)
    hand_on(request.user.pk, row.owner, {wanted.asset}, row.title)
    asset = get_object_or_404(Asset, owner_id=row.owner_id, sha256=wanted.asset, has_sound=True)
    slides = spoken_from(show, wanted.first)
    if len(slides) < 2:
        return refused("there are no two slides with a script from here on; write what is said on them first")
    job = waited(cutting(row, slides, asset), PATIENCE_S)
    made = found(slides, asset)
    if made is not None:
        return answer({"voices": made.voices, "follows": made.follows, "order": [s.id for s in slides]})
    if job.has_ended:
        return refused(job.words or "this recording could not be listened to; try again")
    return answer({"cutting": True})


class OfSlide(msgspec.Struct):
    """One slide of the show."""

    slide: str


@signed_in
@require_POST
@answering
@at_most("hearings")
def scratch(request: HttpRequest, show_id: UUID) -> HttpResponse:
    """Speak a slide's script with a made voice; answer the ``narration`` for an edit to give it, and its asset."""
    row, show = loaded_for(request, show_id, Act.EDIT)
    slide = slide_of(show, asked(request, OfSlide).slide)
    try:
        asset, voice = scratch_voice(row.owner, slide, show.pace.wpm, show.language)
    except CannotSpeak as error:
        return refused(str(error))
    return answer({"asset": described(asset), "narration": voice})


@signed_in
@require_POST
@answering
@at_most("hearings")
def clean(request: HttpRequest, show_id: UUID) -> HttpResponse:
    """Lower hum and hiss of a slide's voice; answer the ``narration`` for an edit, or that this goes on: ask again."""
    row, show = loaded_for(request, show_id, Act.EDIT)
    slide = slide_of(show, asked(request, OfSlide).slide)
    if slide.narration is None:
        return refused("that slide has no voice any more")
    asset = get_object_or_404(Asset, owner_id=row.owner_id, sha256=slide.narration.asset, has_sound=True)
    job = waited(cleaning(asset), PATIENCE_S)
    made = made_of(asset)
    if made is not None and job.has_ended:
        return answer({"asset": described(made), "narration": with_less_noise(slide.narration, made)})
    if job.has_ended:
        return refused(job.words or "this voice could not be worked on; try again")
    return answer({"cleaning": True})


@signed_in
@require_POST
@answering
@at_most("hearings")
def hear(request: HttpRequest, show_id: UUID) -> HttpResponse:
    """Let the voices of a show be heard that were not yet; answer whether that goes on, and how far it is.

    What is heard comes as an edit of the show; whoever is told that it goes on asks again.
    """
    row, show = loaded_for(request, show_id, Act.EDIT)
    job = listening(row, show)
    if job is None:
        return answer({"hearing": False})
    job = waited(job, PATIENCE_S)
    return answer({"hearing": not job.has_ended, "done": job.done, "whole": job.whole, "error": job.words})
