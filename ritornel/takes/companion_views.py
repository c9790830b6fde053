"""The addresses of second devices, and of the lectern that has some."""

from typing import Annotated, Any
from uuid import UUID

import msgspec
from django.http import HttpRequest, HttpResponse, HttpResponseBase
from django.shortcuts import redirect, render
from django.urls import reverse
from django.utils import timezone
from django.views.decorators.http import require_http_methods, require_POST, require_safe

from ritornel.core.model.running import with_called
from ritornel.core.score import compile
from ritornel.core.text.naming import slide_title
from ritornel.shows import in_rows, pictures
from ritornel.shows.access import Act, show_for
from ritornel.site.answering import answer, answering, asked, refused, signed_in
from ritornel.site.rates import count
from ritornel.takes.companions import Asked, drawn, joined, of_show, order, taken, with_code, written
from ritornel.takes.models import Companion
from ritornel.takes.planned import plan_of

_GONE = "this device is not joined any more: ask at the lectern for a new code"


class Beat(msgspec.Struct):
    """Where a run stands, and the number of the last order that was taken; ``over``: the run has ended."""

    state: dict[str, Any]
    after: Annotated[int, msgspec.Meta(ge=0)] = 0
    over: bool = False


@signed_in
@require_http_methods(["GET", "HEAD", "POST", "DELETE"])
@answering
def companions(request: HttpRequest, show_id: UUID) -> HttpResponse:
    """List the companions of a show; POST lets one more join, DELETE lets all go."""
    row = show_for(request, show_id, Act.RECORD)
    if request.method == "DELETE":
        row.companions.all().delete()
    elif request.method == "POST" and joined(row) is None:
        return refused("there are as many devices as there may be; take one away first")
    return answer({"companions": [_told(request, one) for one in of_show(row)]})


@signed_in
@require_http_methods(["DELETE"])
@answering
def companion(request: HttpRequest, show_id: UUID, code: str) -> HttpResponse:
    """Take a companion away: it is out at once."""
    row = show_for(request, show_id, Act.RECORD)
    row.companions.filter(code=code).delete()
    return answer({"companions": [_told(request, one) for one in of_show(row)]})


@signed_in
@require_POST
@answering
def beat(request: HttpRequest, show_id: UUID) -> HttpResponse:
    """Tell companions where a run stands; answer what they ask for. When the run is over they go."""
    row = show_for(request, show_id, Act.RECORD)
    told = asked(request, Beat)
    if len(request.body) > 4000:
        return refused("that is more than where a run stands")
    if told.over:
        row.companions.all().delete()
    there, orders, last = taken(row, told.state, told.after)
    return answer({"companions": there, "orders": orders, "after": last})


@require_http_methods(["GET", "HEAD", "POST"])
def join(request: HttpRequest) -> HttpResponse:
    """The page on which a code is written in."""
    code = request.POST.get("code", "") if request.method == "POST" else ""
    if code:
        found = _found(request, code)
        if found is not None:
            return redirect("takes:device", found.code)
    return render(request, "takes/join.html", {"wrong": bool(code)}, status=404 if code else 200)


@require_safe
def device(request: HttpRequest, code: str) -> HttpResponse:
    """A second device at the lectern: script, clock, and a field to give cues."""
    found = _found(request, code)
    if found is None:
        return render(request, "takes/join.html", {"wrong": True}, status=404)
    called = with_called(in_rows.load(found.show))
    show, score = called.show, compile(called.show)
    page = {
        "order": [
            [s.id, start, part.length_ms, slide_title(s, number)]
            for number, (s, start, part) in enumerate(zip(show.slides, score.starts, score.slides, strict=True), 1)
        ],
        "plan": [plan_of(slide, time) for slide, time in zip(show.slides, score.times, strict=True)],
        "planned": called.planned,
        "length": show.target_ms or sum(time.length_ms for time in score.times[: called.planned]),
        "width": show.width,
        "height": show.height,
        "address": reverse("takes:device", args=[found.code]),
    }
    return render(request, "takes/device.html", {"title": found.show.title, "page": page})


@require_safe
@answering
def device_state(request: HttpRequest, code: str) -> HttpResponse:
    """Where the run stands."""
    found = _found(request, code)
    if found is None:
        return refused(_GONE, 404)
    Companion.objects.filter(pk=found.pk).update(seen_at=timezone.now())
    return answer({"state": found.state})


@require_POST
@answering
def device_order(request: HttpRequest, code: str) -> HttpResponse:
    """Ask the lectern for something."""
    found = _found(request, code)
    if found is None:
        return refused(_GONE, 404)
    count("companions", found.code)
    order(found, asked(request, Asked))
    return answer({"asked": True})


@require_safe
def device_picture(request: HttpRequest, code: str, slide: str) -> HttpResponseBase:
    """A slide as a small picture."""
    found = _found(request, code)
    if found is None:
        return refused(_GONE, 404)
    count("companions", found.code)
    show = in_rows.load(found.show)
    one = next((s for s in show.slides if s.id == slide), None)
    if one is None:
        return refused("that slide is not in the show any more", 404)
    made = pictures.slide_picture(one, show, pictures.assets_in(found.show, show), found.show.owner_id)
    return pictures.served(request, made, lasting=False)


def _found(request: HttpRequest, code: str) -> Companion | None:
    """Return the companion with a code; who tries many is asked to wait."""
    found = with_code(code)
    if found is None:
        count("joining", request.META.get("REMOTE_ADDR", ""))
    return found


def _told(request: HttpRequest, one: Companion) -> dict[str, Any]:
    address = request.build_absolute_uri(reverse("takes:device", args=[one.code]))
    seen = one.seen_at is not None and (timezone.now() - one.seen_at).total_seconds() < 10
    return {"code": one.code, "written": written(one.code), "address": address, "drawn": drawn(address), "seen": seen}
