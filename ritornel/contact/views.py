"""The contact sheet: all slides at once as strips of chapters, what is unfinished on them, and where words stand."""

from collections.abc import Callable, Sequence
from typing import Annotated, Any
from uuid import UUID

import msgspec
from django.contrib.auth.decorators import login_required
from django.http import HttpRequest, HttpResponse
from django.http.response import HttpResponseBase
from django.shortcuts import render
from django.urls import reverse
from django.views.decorators.http import require_safe

from ritornel.core.linecheck import Finding, findings
from ritornel.core.model import Show, Slide
from ritornel.core.model.reading import convert
from ritornel.core.score import compile
from ritornel.core.score.frame import sheet_at
from ritornel.core.score.stops import stop_ends
from ritornel.core.text.finding import find
from ritornel.core.text.unfinished import unfinished
from ritornel.core.time.slide_clock import SlideTime
from ritornel.desk import projection
from ritornel.desk.vocabulary import vocabulary
from ritornel.shows import pictures
from ritornel.shows.access import Act, loaded_for
from ritornel.shows.giving import initials_of, names_given, people_of
from ritornel.shows.pictures import assets_in
from ritornel.site.answering import answer, answering, refused, signed_in
from ritornel.site.rates import at_most

LONGEST_WORDS = 200
MOST_HITS = 1000
Words = Annotated[str, msgspec.Meta(max_length=LONGEST_WORDS)]


@login_required
@require_safe
def sheet(request: HttpRequest, show_id: UUID) -> HttpResponse:
    """The contact sheet of a show."""
    row, show = loaded_for(request, show_id, Act.EDIT)
    page = {
        "state": projection.state(row, show, who=request.user.pk),
        "vocabulary": vocabulary(),
        "told": _told(show),
        "people": _people(row),
        "addresses": {"list": reverse("lobby:list"), "desk": reverse("desk:desk", args=[row.pk])},
    }
    return render(request, "contact/contact.html", {"row": row, "page": page})


@signed_in
@require_safe
@answering
def told(request: HttpRequest, show_id: UUID) -> HttpResponse:
    """What stands under the slides: by id what is unfinished, and the length of the voice."""
    row, show = loaded_for(request, show_id, Act.EDIT)
    return answer({"told": _told(show), "people": _people(row)})


@signed_in
@require_safe
@answering
def found(request: HttpRequest, show_id: UUID) -> HttpResponse:
    """Where words stand: ?words=mercury, one hit for each text, script, title and name."""
    _, show = loaded_for(request, show_id, Act.EDIT)
    return answer({"hits": find(show, convert(request.GET.get("words", ""), Words), MOST_HITS)})


@signed_in
@require_safe
@at_most("pictures", ("GET",))
def after_cue(request: HttpRequest, show_id: UUID, slide: str, cue: int) -> HttpResponseBase:
    """A slide as a small picture, as it stands once a cue has settled (0: before the first)."""
    return _picture_at(request, show_id, slide, cue, lambda _, time: [group.settle_ms for group in time.groups])


@signed_in
@require_safe
@at_most("pictures", ("GET",))
def at_stop(request: HttpRequest, show_id: UUID, slide: str, stop: int) -> HttpResponseBase:
    """A slide as a small picture, as it stands at the end of a stop on its plane (0: before it goes on first)."""
    return _picture_at(request, show_id, slide, stop, stop_ends)


def _picture_at(
    request: HttpRequest, show_id: UUID, slide: str, which: int, instants: Callable[[Slide, SlideTime], list[int]]
) -> HttpResponseBase:
    """Answer with a slide as it stands at one of the instants of its time that are looked at."""
    row, show = loaded_for(request, show_id, Act.EDIT)
    score = compile(show)
    place = next((n for n, s in enumerate(show.slides) if s.id == slide), None)
    there = [] if place is None else instants(show.slides[place], score.times[place])
    if place is None or which >= len(there):
        return refused("there is no such instant of that slide", 404)
    sheet = sheet_at(show, score, place, there[which])
    drawn = pictures.slide_picture(show.slides[place], show, assets_in(row, show), row.owner_id, sheet)
    return pictures.served(request, drawn, lasting=request.GET.get("version") == projection.version_of(show, place))


def _people(row: Any) -> dict[str, Any]:
    """Return who has a part in a show, with initials, and to whom slides are given."""
    names = [person.get_username() for person in people_of(row)]
    given = names_given(row)
    return {"initials": initials_of(names), "given": given}


def _told(show: Show) -> dict[str, list[str]]:
    by_slide: dict[str, list[Finding]] = {}
    score = compile(show)
    for finding in findings(show, score):
        by_slide.setdefault(finding.slide, []).append(finding)
    told = {}
    for slide, part in zip(show.slides, score.slides, strict=True):
        words = [*unfinished(slide), *_wrong(by_slide.get(slide.id, ()))]
        voice = next((s for s in part.spans if s.source == "narration"), None)
        if voice is not None:
            words.insert(0, f"voice {_minutes(voice.end_ms - voice.start_ms)}")
        if words:
            told[slide.id] = words
    return told


def _wrong(found: Sequence[Finding]) -> list[str]:
    return [f"line check: {len(found)}"] if found else []


def _minutes(ms: int) -> str:
    return f"{ms // 60_000}:{ms % 60_000 / 1000:04.1f}"
