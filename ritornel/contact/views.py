"""The contact sheet: all slides at once as strips of chapters, what is unfinished on them, and where words stand."""

from collections.abc import Sequence
from typing import Annotated
from uuid import UUID

import msgspec
from django.contrib.auth.decorators import login_required
from django.http import HttpRequest, HttpResponse
from django.http.response import HttpResponseBase
from django.shortcuts import render
from django.urls import reverse
from django.views.decorators.http import require_safe

from ritornel.core.linecheck import Finding, findings
from ritornel.core.model import Show
from ritornel.core.model.reading import convert
from ritornel.core.score import compile
from ritornel.core.score.frame import sheet_at
from ritornel.core.text.finding import find
from ritornel.core.text.unfinished import unfinished
from ritornel.desk import projection
from ritornel.desk.vocabulary import vocabulary
from ritornel.shows import pictures
from ritornel.shows.access import Act, loaded_for
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
        "addresses": {"list": reverse("lobby:list"), "desk": reverse("desk:desk", args=[row.pk])},
    }
    return render(request, "contact/contact.html", {"row": row, "page": page})


@signed_in
@require_safe
@answering
def told(request: HttpRequest, show_id: UUID) -> HttpResponse:
    """What stands under the slides: by id what is unfinished, and the length of the voice."""
    _, show = loaded_for(request, show_id, Act.EDIT)
    return answer({"told": _told(show)})


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
    row, show = loaded_for(request, show_id, Act.EDIT)
    place = next((n for n, s in enumerate(show.slides) if s.id == slide), None)
    score = compile(show)
    if place is None or cue >= len(score.times[place].groups):
        return refused("there is no such cue", 404)
    at = score.times[place].groups[cue].settle_ms
    sheet = sheet_at(show, score, place, at)
    drawn = pictures.slide_picture(show.slides[place], show, assets_in(row, show), row.owner_id, sheet)
    return pictures.served(request, drawn, lasting=request.GET.get("version") == projection.version_of(show, place))


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
