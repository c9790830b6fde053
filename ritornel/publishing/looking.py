"""A show as it is now, played for those who may look at it: who has a part in it, or came by its link."""

from uuid import UUID

import msgspec
from django.contrib.auth.decorators import login_required
from django.http import Http404, HttpRequest, HttpResponse, HttpResponseBase
from django.shortcuts import get_object_or_404, render
from django.urls import reverse
from django.views.decorators.http import require_safe

from ritornel.core.model.uses import assets_used
from ritornel.library.models import Asset
from ritornel.library.serving import derived_of, file_response
from ritornel.publishing.editions import NotReady, edition_of
from ritornel.publishing.playing import played
from ritornel.publishing.views import SEEN
from ritornel.shows import in_rows
from ritornel.shows.access import Act, show_for
from ritornel.shows.models import Show


@login_required
@require_safe
def look(request: HttpRequest, show_id: UUID) -> HttpResponse:
    """The show for who has a part in it."""
    row = show_for(request, show_id, Act.LOOK)
    ways = {
        "ways": [
            ("Shows", reverse("lobby:list")),
            ("Words", reverse("transcript:page", args=[row.pk])),
            ("Comments", reverse("comments:page", args=[row.pk])),
            ("People", reverse("people:people", args=[row.pk])),
        ],
        "events": reverse("shows:events", args=[row.pk]),
        "remarks": reverse("comments:page", args=[row.pk]),
    }
    return _played(request, row, "/library/media", ways)


@require_safe
def look_by_link(request: HttpRequest, token: str) -> HttpResponse:
    """The show for whoever has its link."""
    row = Show.objects.filter(look_token=token).first()
    if row is None:
        return render(request, "publishing/withdrawn.html", {"words": "This link leads nowhere any more"}, status=410)
    return _played(request, row, f"{request.path}media", {})


def _played(request: HttpRequest, row: Show, base: str, more: dict) -> HttpResponse:
    try:
        edition = edition_of(row, loops=False, base=base)
    except NotReady as error:
        return render(request, "publishing/withdrawn.html", {"words": f"Nothing is seen yet: {error}"})
    page = {"play": {**played(edition), "assets": edition.assets, "loops": False}, "rest": "", "embedded": False}
    return render(request, "publishing/look.html", {"edition": edition, "page": msgspec.to_builtins(page), **more})


@require_safe
def looked_media(request: HttpRequest, token: str, sha256: str, what: str = "") -> HttpResponseBase:
    """A file of a show, for whoever has its link."""
    row = get_object_or_404(Show, look_token=token)
    if what not in SEEN or sha256 not in assets_used(in_rows.load(row)):
        raise Http404
    asset = get_object_or_404(Asset, owner_id=row.owner_id, sha256=sha256)
    if what:
        return derived_of(request, asset, what)
    return file_response(request, asset.path, asset.mime, asset.size)
