"""The desk's page, and what it asks to know: the newest state, slides whole."""

from typing import Annotated
from uuid import UUID

import msgspec
from django.conf import settings
from django.contrib import messages
from django.contrib.auth.decorators import login_required
from django.http import HttpRequest, HttpResponse
from django.shortcuts import render
from django.templatetags.static import static
from django.urls import reverse
from django.views.decorators.http import require_safe

from ritornel.core.linecheck.unreadable_slides import words as unreadable_words
from ritornel.core.model.reading import convert
from ritornel.desk import projection
from ritornel.desk.vocabulary import vocabulary
from ritornel.shows.access import Act, loaded_for, show_for
from ritornel.site.answering import answer, answering, signed_in

FIRST_SLIDES = 2
"""So many slides come whole with the page; the others when they are come to."""

NearIds = Annotated[list[str], msgspec.Meta(max_length=50)]
"""Slides that a page shows or is about to show: of these it wants to know everything."""


@login_required
@require_safe
def desk(request: HttpRequest, show_id: UUID) -> HttpResponse:
    """The desk: the page where the work is done."""
    row, show = loaded_for(request, show_id, Act.EDIT)
    first = [slide.id for slide in show.slides[:FIRST_SLIDES]]
    addresses = {
        "library": f"{reverse('shelves:library')}?used={row.pk}",
        "list": reverse("lobby:list"),
        "contact": reverse("contact:sheet", args=[row.pk]),
        "people": reverse("people:people", args=[row.pk]),
        "comments": reverse("comments:page", args=[row.pk]),
        "history": reverse("history:history", args=[row.pk]),
        "lectern": reverse("takes:lectern", args=[row.pk]),
        "record": reverse("takes:record", args=[row.pk]),
        "check": reverse("checks:check", args=[row.pk]),
        "closely": reverse("checks:closely", args=[row.pk]) if settings.LOOKS_CLOSELY_BESIDE else "",
        "publish": reverse("publishing:editions", args=[row.pk]),
        "worklet": static("parts/recording/microphone_worklet.js"),
    }
    page = {
        "state": projection.state(row, show, near=first, who=request.user.pk),
        "vocabulary": vocabulary(),
        "addresses": addresses,
    }
    bad = [unreadable_words(number, slide) for number, slide in enumerate(show.slides, 1) if slide.unreadable]
    if bad:
        messages.error(request, f"{'; '.join(bad)[:1000]}.".capitalize())
    return render(request, "desk/desk.html", {"row": row, "page": page})


@signed_in
@require_safe
@answering
def state(request: HttpRequest, show_id: UUID) -> HttpResponse:
    """The newest state, for a page that learnt of a change elsewhere.

    ?near=s1,s2 asks for these slides whole, &have=12 tells which revision the page has.
    """
    row, show = loaded_for(request, show_id, Act.EDIT)
    given = request.GET.get("have", "")
    have = int(given) if given.isdecimal() and len(given) < 15 else None
    return answer(projection.state(row, show, have, _ids(request, "near"), request.user.pk))


@signed_in
@require_safe
@answering
def slides(request: HttpRequest, show_id: UUID) -> HttpResponse:
    """Slides with all that the desk shows of them: ?ids=s1,s2."""
    _, show = loaded_for(request, show_id, Act.EDIT)
    return answer({"slides": projection.whole_slides(show, _ids(request, "ids"))})


@signed_in
@require_safe
@answering
def revision(request: HttpRequest, show_id: UUID) -> HttpResponse:
    """The number of the newest revision, and how often something was said: for pages that no events reach."""
    row = show_for(request, show_id, Act.LOOK)
    return answer({"revision": row.revision, "comments": row.comments_changed})


def _ids(request: HttpRequest, name: str) -> list[str]:
    return convert([i for i in request.GET.get(name, "").split(",") if i], NearIds)
