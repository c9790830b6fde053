"""Publishing and the public player."""

from typing import Any
from uuid import UUID

from csp.decorators import csp_replace
from django.contrib import messages
from django.contrib.auth.decorators import login_required
from django.http import Http404, HttpRequest, HttpResponse, HttpResponseBase
from django.shortcuts import get_object_or_404, redirect, render
from django.urls import reverse
from django.utils import timezone
from django.views.decorators.clickjacking import xframe_options_exempt
from django.views.decorators.http import require_http_methods, require_POST, require_safe

from ritornel.core.linecheck import missing_media
from ritornel.formats.media_kinds import BadMedia, NoRoom
from ritornel.library.models import stored_path
from ritornel.library.serving import derived_response, file_response
from ritornel.publishing.editions import NotReady, publish
from ritornel.publishing.models import Edition
from ritornel.publishing.prepared import note_of, opening_of, there
from ritornel.shows.access import own_show_loaded
from ritornel.site.rates import at_most

SEEN = ("", "poster", "stage")
"""What the public gets of a file: itself, the first picture of a clip, a picture in the size of a stage."""

EMBED_WIDTHS = (1280, 960, 640, 480)


@login_required
@require_http_methods(["GET", "HEAD", "POST"])
@at_most("editions")
def editions(request: HttpRequest, show_id: UUID) -> HttpResponse:
    """A show's editions; POST makes a new one."""
    row, show = own_show_loaded(request, show_id)
    if request.method == "POST":
        try:
            edition = publish(row, loops=request.POST.get("at_end") == "loop")
            messages.info(request, f"Edition {edition.number} is published.")
        except (NotReady, BadMedia, NoRoom) as error:
            messages.error(request, f"Not published: {error}.")
        return redirect("publishing:editions", row.pk)
    told = [_told(request, edition) for edition in row.editions.defer("document", "assets")]
    context = {"row": row, "editions": told, "embed_widths": EMBED_WIDTHS, "slides": len(show.slides)}
    context["missing"] = missing_media(show)
    context["by_itself"] = bool(show.beds) and not any(slide.script for slide in show.slides)  # as in a lobby
    return render(request, "publishing/editions.html", context)


@login_required
@require_safe
def all_editions(request: HttpRequest) -> HttpResponse:
    """Everything the user has published, also of shows that are gone."""
    mine = request.user.editions.select_related("show").defer("document", "assets")
    told = [_told(request, edition) for edition in mine]
    return render(request, "publishing/all.html", {"editions": told, "embed_widths": EMBED_WIDTHS})


def _told(request: HttpRequest, edition: Edition) -> dict[str, Any]:
    link = request.build_absolute_uri(reverse("publishing:player", args=[edition.token]))
    frame = request.build_absolute_uri(reverse("publishing:frame", args=[edition.token]))
    return {"edition": edition, "link": link, "frame": frame}


@login_required
@require_POST
def withdraw(request: HttpRequest, edition_id: int) -> HttpResponse:
    """Withdraw an edition: its address answers “no longer shown” from now on."""
    edition = get_object_or_404(Edition, pk=edition_id, owner=request.user)
    if edition.withdrawn_at is None:
        edition.withdrawn_at = timezone.now()
        edition.save(update_fields=["withdrawn_at"])
        messages.info(request, f"Edition {edition.number} is withdrawn; its link now says “no longer shown”.")
    if edition.show_id is None or request.POST.get("from") == "all":
        return redirect("publishing:all")
    return redirect("publishing:editions", edition.show_id)


@require_safe
def player(request: HttpRequest, token: str) -> HttpResponse:
    """The public page of an edition."""
    return _player(request, token, embedded=False)


@xframe_options_exempt
@csp_replace({"frame-ancestors": ["*"]})
@require_safe
def frame(request: HttpRequest, token: str) -> HttpResponse:
    """The edition for an iframe on any site: the picture alone until touched."""
    return _player(request, token, embedded=True)


def _player(request: HttpRequest, token: str, embedded: bool) -> HttpResponse:
    edition = get_object_or_404(Edition.objects.defer("document", "assets"), token=token)
    if edition.withdrawn_at is not None:
        return render(request, "publishing/withdrawn.html", status=410)
    page = {"play": opening_of(token), "rest": reverse("publishing:rest", args=[token]), "embedded": embedded}
    return render(request, "publishing/player.html", {"edition": edition, "page": page, "embedded": embedded})


@require_safe
def rest(request: HttpRequest, token: str) -> HttpResponseBase:
    """The slides after the first."""
    _check_shown(token)
    packed = "gzip" in request.headers.get("Accept-Encoding", "")
    response = file_response(request, there(token) / ("rest.gz" if packed else "rest"), "application/json")
    response["Vary"] = "Accept-Encoding"
    if packed:
        response["Content-Encoding"] = "gzip"
    return response


@require_safe
def media(request: HttpRequest, token: str, sha256: str, what: str = "") -> HttpResponseBase:
    """A file of the edition."""
    _check_shown(token)
    note = note_of(token, sha256)
    if note is None or what not in SEEN:
        raise Http404
    if what:
        return derived_response(request, sha256, what)
    return file_response(request, stored_path(sha256), note.mime, note.size or None)


def _check_shown(token: str) -> None:
    if not Edition.objects.filter(token=token, withdrawn_at=None).exists():
        raise Http404
