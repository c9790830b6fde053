"""The line check: what was found in a show before it goes out, and what a mend would make of it."""

from base64 import b64encode
from collections.abc import Iterable
from typing import Any
from uuid import UUID

import msgspec
from django.contrib.auth.decorators import login_required
from django.http import HttpRequest, HttpResponse
from django.shortcuts import render
from django.urls import reverse
from django.views.decorators.http import require_POST, require_safe

from ritornel.core.edits import apply, read_command
from ritornel.core.linecheck import RULES, Finding, divided
from ritornel.core.model import Show as CoreShow
from ritornel.core.score import compile
from ritornel.core.score.frame import sheet_at
from ritornel.core.text.spelling import is_known
from ritornel.desk import projection, sounding
from ritornel.desk.vocabulary import vocabulary
from ritornel.render.closely import CLOSE_RULES
from ritornel.shows import closely as close
from ritornel.shows import pictures
from ritornel.shows.access import Act, loaded_for
from ritornel.shows.models import Show
from ritornel.shows.pictures import assets_in
from ritornel.site.answering import answer, answering, asked, signed_in
from ritornel.site.rates import at_most

_LAST_MS = 1
_MOST_TOLD = 300


class Trial(msgspec.Struct):
    """A mend of what was found on a slide."""

    slide: str
    command: dict[str, Any]


@login_required
@require_safe
def check(request: HttpRequest, show_id: UUID) -> HttpResponse:
    """The line check of a show."""
    row, show = loaded_for(request, show_id, Act.EDIT)
    page = {
        "state": projection.state(row, show, who=request.user.pk),
        "vocabulary": vocabulary(),
        "rules": {
            rule.name: {"title": rule.title, "weight": rule.weight, "why": rule.why}
            for rule in (*RULES.values(), *CLOSE_RULES.values())
        },
        "addresses": {name: reverse(where, args=[row.pk]) for name, where in _WAYS.items()}
        | {"list": reverse("lobby:list")},
    }
    return render(request, "checks/check.html", {"row": row, "page": page})


_WAYS = {
    "desk": "desk:desk",
    "closely": "checks:closely",
    "trial": "checks:trial",
    "publish": "publishing:editions",
}


@signed_in
@require_safe
@answering
@at_most("watching", ("GET",))
def closely(request: HttpRequest, show_id: UUID) -> HttpResponse:
    """What is known of a show that takes long to be found, and how many slides nobody has looked at yet.

    These are being looked at then: ask again.
    """
    row, show = loaded_for(request, show_id, Act.EDIT)
    found, waiting = close.known(show)
    if waiting and not close.begin(row):
        waiting = 0  # it was tried too often: nobody looks at them any more
    mix = _in_the_mix(row, show)
    every = divided(show, [*found, *(mix or ())])
    told = {
        "found": every.open[:_MOST_TOLD],
        "more": max(0, len(every.open) - _MOST_TOLD),
        "aside": every.aside[:_MOST_TOLD],
        "waiting": waiting,
        "listening": mix is None,
        "spelling": is_known(show.language),
    }
    return answer(told)


def _in_the_mix(row: Show, show: CoreShow) -> Iterable[Finding] | None:
    """Return what is found in the mix; None while it is listened to."""
    measures = sounding.measured(row, show)
    if measures is None:
        return None
    score = compile(show)
    return [one for rule in RULES.values() for one in rule.look_in_mix(show, score, measures.limited)]


@signed_in
@require_POST
@answering
@at_most("looking")
def trial(request: HttpRequest, show_id: UUID) -> HttpResponse:
    """Answer what a mend would make of a slide, and keep nothing: its picture and its length before and after."""
    row, show = loaded_for(request, show_id, Act.EDIT)
    wanted = asked(request, Trial)
    mended = apply(show, read_command(wanted.command))
    before, after = _standing(row, show, wanted.slide), _standing(row, mended, wanted.slide)
    return answer({"before": before, "after": after, "lengths": [compile(show).length_ms, compile(mended).length_ms]})


def _standing(row: Show, show: CoreShow, slide_id: str) -> dict[str, Any] | None:
    """Return a slide as it ends, as a picture, and how long it lasts; None if it is not there."""
    place = next((n for n, slide in enumerate(show.slides) if slide.id == slide_id), None)
    if place is None:
        return None
    score = compile(show)
    at = max(0, score.times[place].length_ms - _LAST_MS)
    sheet = sheet_at(show, score, place, at)
    drawn = pictures.slide_picture(show.slides[place], show, assets_in(row, show), row.owner_id, sheet)
    content = b64encode(drawn.path.read_bytes()).decode()
    return {"picture": f"data:image/png;base64,{content}", "length": score.times[place].length_ms}
