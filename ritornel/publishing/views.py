"""Publishing and the public player."""

from typing import Any
from urllib.parse import urlencode
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

from ritornel.accounts.audit import write_down
from ritornel.accounts.models import Happening
from ritornel.core.linecheck import missing_media
from ritornel.formats.media_kinds import BadMedia, NoRoom
from ritornel.library.models import stored_path
from ritornel.library.serving import derived_response, file_response
from ritornel.publishing.counting import line_of
from ritornel.publishing.editions import NotReady, publish
from ritornel.publishing.first_pictures import PIXELS, first_path
from ritornel.publishing.models import Edition, Invitation, StandingAddress
from ritornel.publishing.offered import file_of, ways_of
from ritornel.publishing.prepared import note_of, opening_of, there
from ritornel.publishing.seeing import (
    WITHDRAWN,
    NotShown,
    admit,
    check_opened,
    check_shown,
    invite,
    is_of_the_show,
    told_of,
)
from ritornel.publishing.standing import edition_at, standing_of
from ritornel.publishing.wished import wished_in
from ritornel.shows.access import Act, check_may, loaded_for, show_for
from ritornel.shows.models import Show
from ritornel.site.rates import at_most

SEEN = ("", "poster", "stage", "tiles")
"""What the public gets of a file: itself, a clip's first picture, a picture in the size of a stage, or in tiles."""

GONE = "This invitation is withdrawn"
EMBED_WIDTHS = (1280, 960, 640, 480)


@login_required
@require_http_methods(["GET", "HEAD", "POST"])
@at_most("editions")
def editions(request: HttpRequest, show_id: UUID) -> HttpResponse:
    """A show's editions; POST makes a new one."""
    row, show = loaded_for(request, show_id, Act.EDIT)
    if request.method == "POST":
        try:
            wished = wished_in(request.POST)
            edition = publish(row, request.POST.get("at_end") == "loop", wished)
        except (NotReady, BadMedia, NoRoom, ValueError) as error:
            messages.error(request, f"Not published: {error}.")
        else:
            failed = invite(request, edition, wished.invited)
            write_down(request, Happening.What.PUBLISHED, f"edition {edition.number} of “{edition.title}”")
            messages.info(request, f"Edition {edition.number} is published.")
            if failed:
                messages.error(request, f"No mail could be sent to {', '.join(failed)}: give them their links below.")
            return redirect("publishing:editions", row.pk)
    told = [_told(request, edition) for edition in row.editions.defer("document", "assets")]
    context = {"row": row, "editions": told, "embed_widths": EMBED_WIDTHS, "slides": len(show.slides)}
    context["standing"] = _standing(request, row, told) if told else None
    context["missing"] = missing_media(show)
    context["by_itself"] = bool(show.beds) and not any(slide.script for slide in show.slides)  # as in a lobby
    context |= ways_of(row, show)
    context |= file_of(row, show)
    context["typed"] = request.POST
    return render(request, "publishing/editions.html", context)


def _standing(request: HttpRequest, row: Show, told: list[dict[str, Any]]) -> dict[str, Any]:
    """Return a show's standing address, and what it plays: as an edition is told, so that it is shown as one."""
    address = standing_of(row)
    there = [item["edition"] for item in told]
    shown = [one for one in there if one.withdrawn_at is None and not one.for_invited]
    return {
        "edition": next((e for e in shown if e.pk == address.edition_id), shown[0] if shown else None),
        "chosen": address.edition_id,
        "shown": shown,
        "link": request.build_absolute_uri(reverse("publishing:standing", args=[address.token])),
        "frame": request.build_absolute_uri(reverse("publishing:standing-frame", args=[address.token])),
    }


@login_required
@require_POST
def choose_standing(request: HttpRequest, show_id: UUID) -> HttpResponse:
    """Choose the edition that a show's standing address plays; none: always the newest."""
    row = show_for(request, show_id, Act.EDIT)
    address, wanted = standing_of(row), request.POST.get("edition", "")
    there = row.editions.filter(withdrawn_at=None, for_invited=False).defer("document", "assets")
    shown = {str(edition.number): edition for edition in there}
    if wanted and wanted not in shown:
        messages.error(request, "That edition is not shown any more; choose another.")
        return redirect("publishing:editions", row.pk)
    address.edition = shown.get(wanted)
    address.save(update_fields=["edition"])
    what = f"edition {address.edition.number}" if address.edition else "always the newest edition"
    messages.info(request, f"The standing address plays {what}.")
    return redirect("publishing:editions", row.pk)


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
    told = {"edition": edition, "link": link, "frame": frame, **told_of(edition)}
    for one in told["invited"]:
        one.link = request.build_absolute_uri(reverse("publishing:invited", args=[one.token]))
    return {**told, "counted": line_of(edition, edition.slide_count)}


@login_required
@require_POST
def withdraw(request: HttpRequest, edition_id: int) -> HttpResponse:
    """Withdraw an edition: its address answers “no longer shown” from now on."""
    edition = get_object_or_404(Edition.objects.select_related("show"), pk=edition_id)
    check_may(request, edition.show, edition.owner_id, Act.EDIT)
    if edition.withdrawn_at is None:
        edition.withdrawn_at = timezone.now()
        edition.save(update_fields=["withdrawn_at"])
        write_down(request, Happening.What.WITHDREW, f"edition {edition.number} of “{edition.title}”")
        messages.info(request, f"Edition {edition.number} is withdrawn; its link now says “no longer shown”.")
    if edition.show_id is None or request.POST.get("from") == "all":
        return redirect("publishing:all")
    return redirect("publishing:editions", edition.show_id)


@require_safe
def player(request: HttpRequest, token: str) -> HttpResponse:
    """The public page of an edition."""
    return _player(request, _edition(token), embedded=False)


@xframe_options_exempt
@csp_replace({"frame-ancestors": ["*"]})
@require_safe
def frame(request: HttpRequest, token: str) -> HttpResponse:
    """The edition for an iframe on any site: the picture alone until touched."""
    return _player(request, _edition(token), embedded=True)


@require_safe
def standing_player(request: HttpRequest, token: str) -> HttpResponse:
    """The public page of a show's newest edition, or of the one that was chosen."""
    return _player(request, _edition_standing(token), embedded=False)


@xframe_options_exempt
@csp_replace({"frame-ancestors": ["*"]})
@require_safe
def standing_frame(request: HttpRequest, token: str) -> HttpResponse:
    """The same for an iframe on any site."""
    return _player(request, _edition_standing(token), embedded=True)


def _edition(token: str) -> Edition:
    return get_object_or_404(Edition.objects.defer("document", "assets"), token=token)


def _edition_standing(token: str) -> Edition | None:
    try:
        return edition_at(token)
    except StandingAddress.DoesNotExist as error:
        raise Http404 from error


def _player(request: HttpRequest, edition: Edition | None, embedded: bool) -> HttpResponse:
    try:
        if edition is None:
            raise NotShown(WITHDRAWN)
        check_opened(request, edition)
    except NotShown as error:
        return render(request, "publishing/withdrawn.html", {"words": str(error)}, status=error.status)
    token = edition.token
    page = {"play": opening_of(token), "rest": reverse("publishing:rest", args=[token]), "embedded": embedded}
    if edition.is_counted:
        page["seen"] = reverse("publishing:seen", args=[token])
    context = {"edition": edition, "page": page, "embedded": embedded}
    if edition.takes_remarks and not embedded and is_of_the_show(request, edition) and edition.show_id:
        context["remarks"] = reverse("comments:page", args=[edition.show_id])
    if not embedded and not edition.for_invited:
        context |= _shown_elsewhere(request, edition)
    return render(request, "publishing/player.html", context)


def _shown_elsewhere(request: HttpRequest, edition: Edition) -> dict[str, Any]:
    """Return what a page that shows the link is told: Open Graph (ogp.me), and where oEmbed is asked."""
    here = request.build_absolute_uri(request.path)
    first = request.build_absolute_uri(reverse("publishing:first", args=[edition.token]))
    return {
        "here": here,
        "oembed": request.build_absolute_uri(f"{reverse('publishing:oembed')}?{urlencode({'url': here})}"),
        "first": first if first_path(edition.token).is_file() else "",
        "first_width": PIXELS,
        "first_height": round(PIXELS * edition.height / edition.width),
        "seconds": max(1, round(edition.length_ms / 1000)),
    }


@require_safe
def first(request: HttpRequest, token: str) -> HttpResponseBase:
    """The first picture of an edition."""
    _check_shown(request, token)
    if not first_path(token).is_file():
        raise Http404
    return file_response(request, first_path(token), "image/png")


@require_safe
def rest(request: HttpRequest, token: str) -> HttpResponseBase:
    """The slides after the first."""
    _check_shown(request, token)
    packed = "gzip" in request.headers.get("Accept-Encoding", "")
    response = file_response(request, there(token) / ("rest.gz" if packed else "rest"), "application/json")
    response["Vary"] = "Accept-Encoding"
    if packed:
        response["Content-Encoding"] = "gzip"
    return response


@require_safe
def media(request: HttpRequest, token: str, sha256: str, what: str = "") -> HttpResponseBase:
    """A file of the edition."""
    _check_shown(request, token)
    note = note_of(token, sha256)
    if note is None or what not in SEEN:
        raise Http404
    if what:
        return derived_response(request, sha256, what)
    return file_response(request, stored_path(sha256), note.mime, note.size or None)


def _check_shown(request: HttpRequest, token: str) -> None:
    try:
        check_shown(request, _edition(token))
    except NotShown as error:
        raise Http404 from error


@require_safe
def invited(request: HttpRequest, token: str) -> HttpResponse:
    """Where an invitation leads: its edition, which is seen from now on in this browser."""
    invitation = Invitation.objects.filter(token=token, withdrawn_at=None).select_related("edition").first()
    if invitation is None:
        return render(request, "publishing/withdrawn.html", {"words": GONE}, status=410)
    admit(request, invitation)
    return redirect("publishing:player", invitation.edition.token)


@login_required
@require_POST
def uninvite(request: HttpRequest, invitation_id: int) -> HttpResponse:
    """Withdraw an invitation: its link leads nowhere from now on, and who came by it sees nothing more."""
    one = get_object_or_404(Invitation.objects.select_related("edition__show"), pk=invitation_id)
    check_may(request, one.edition.show, one.edition.owner_id, Act.EDIT)
    Invitation.objects.filter(pk=one.pk, withdrawn_at=None).update(withdrawn_at=timezone.now())
    messages.info(request, f"The invitation of {one.address} is withdrawn.")
    if one.edition.show_id is None:
        return redirect("publishing:all")
    return redirect("publishing:editions", one.edition.show_id)
