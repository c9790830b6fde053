"""The list of shows: found, made, duplicated, archived, deleted, taken in; beginnings for others."""

from functools import lru_cache
from typing import Any
from uuid import UUID

from django.contrib import messages
from django.contrib.auth.decorators import login_required
from django.core.exceptions import ValidationError
from django.db import transaction
from django.db.models import Count, Q, QuerySet
from django.http import Http404, HttpRequest, HttpResponse
from django.shortcuts import get_object_or_404, redirect, render
from django.urls import reverse
from django.utils import timezone
from django.views.decorators.cache import cache_control
from django.views.decorators.http import require_http_methods, require_POST, require_safe
from msgspec.structs import replace

from ritornel.accounts.audit import write_down
from ritornel.accounts.models import Happening, profile_of
from ritornel.core.edits.outline import FIRST_STYLE
from ritornel.core.edits.styles import begun
from ritornel.core.linecheck import findings
from ritornel.core.model.reading import BadDocument
from ritornel.core.score import compile
from ritornel.core.styles import STYLES
from ritornel.core.styles.beginning import begun_from
from ritornel.core.text.finding import find
from ritornel.core.text.unfinished import unfinished
from ritornel.formats.file_kinds import FILE_KINDS
from ritornel.formats.media_kinds import BadMedia, NoRoom
from ritornel.library.handing_on import hand_on
from ritornel.library.models import clean_name
from ritornel.library.taking_in import NO_ROOM
from ritornel.lobby.ordering import ORDERS, move, ordered, set_order
from ritornel.render.picture import slide_png
from ritornel.shows import in_rows, keeping
from ritornel.shows.access import Act, act_of, home_of, loaded_for, show_for
from ritornel.shows.arriving import arrive, leave, look
from ritornel.shows.models import Arrival, Member, Show
from ritornel.site.answering import answer, answering, log, refused, signed_in

PATIENCE_S = 2.0
"""A request goes on with an arrival for this long at most."""

LONGEST_SEARCH = 200

POSTER_PIXELS = 320
POSTER_KEPT_S = 24 * 3600


@login_required
@require_safe
def show_list(request: HttpRequest) -> HttpResponse:
    """The user's shows, the last kept first, each as a strip of its slides drawn to time.

    ?words=lamp shows those in whose titles or slides the words stand, ?archived=1 those that are out of the way.
    """
    return _list(request)


def _list(request: HttpRequest, status: int = 200) -> HttpResponse:
    words = request.GET.get("words", "").strip()[:LONGEST_SEARCH]
    archived = request.GET.get("archived") == "1"
    mine = Show.objects.filter(owner=request.user)
    published = Count("editions", filter=Q(editions__withdrawn_at=None))
    shows = _shown(request, archived).annotate(published=published).order_by("-kept_at").select_related("owner")
    rows = ordered(request.user, shows.prefetch_related("chapters", "beds", "members"))
    items = [_listed(row, words, request.user) for row in rows]
    context = {
        "shows": [item for item in items if item is not None],
        "arrivals": Arrival.objects.filter(owner=request.user, show=None, refused=""),
        "files": FILE_KINDS,
        "words": words,
        "archived": archived,
        "orders": ORDERS.items(),
        "order": profile_of(request.user).order,
        "given": request.user.assignments.exists(),
        "aside": _shown(request, archived=True).count(),
        "styles": STYLES.values(),
        "proposed": _proposed(request.user),
        "beginnings": mine.filter(is_beginning=True).order_by("title"),
    }
    return render(request, "lobby/list.html", context, status=status)


@login_required
@require_POST
def order(request: HttpRequest) -> HttpResponse:
    """Have one's shows in another order; ``show`` and ``by``: put one of them some places further down, or up."""
    archived = request.POST.get("archived") == "1"
    if name := request.POST.get("show", ""):
        shows = _shown(request, archived).order_by("-kept_at")
        move(request.user, shows, name, {"-1": -1, "1": 1}.get(request.POST.get("by", ""), 0))
    else:
        set_order(request.user, request.POST.get("order", ""))
    return redirect(f"{reverse('lobby:list')}{'?archived=1' if archived else ''}")


def _shown(request: HttpRequest, archived: bool) -> QuerySet[Show]:
    """Return one's own shows and those of others in which one has a part, as one has put them out of the way or not."""
    user = request.user
    own = Q(owner=user, archived_at__isnull=not archived)
    parts = Member.objects.filter(person=user, archived_at__isnull=not archived)
    return Show.objects.filter(own | Q(pk__in=parts.values("show")))


def _listed(row: Show, words: str, user: Any) -> dict[str, Any] | None:
    """Return a show as the list has it for somebody; None where the words that are looked for do not stand in it."""
    show = in_rows.load(row)
    places = len(find(show, words)) if words else 0
    if words and not places and words.casefold() not in row.title.casefold():
        return None
    score, act = compile(show), act_of(user, row) or Act.LOOK
    return {
        "row": row,
        "owns": act == Act.OWN,
        "edits": act >= Act.EDIT,
        "speaks": act >= Act.RECORD,
        "home": home_of(row, user),
        "length": score.length_ms,
        "count": len(show.slides),
        "places": places,
        "todo": sum(len(unfinished(slide)) for slide in show.slides),
        "found": len(findings(show, score)),
    }


@login_required
@require_POST
def new_show(request: HttpRequest) -> HttpResponse:
    """Make a show in a house style, with the slide that opens it, and open its desk."""
    asked = _title_asked(request)
    title = asked or "Untitled show"
    begins = request.POST.get("from", "")
    if begins:
        try:
            like = Show.objects.get(pk=begins, owner=request.user, is_beginning=True)
        except (Show.DoesNotExist, ValidationError) as error:
            raise Http404 from error
        row = keeping.create(request.user, begun_from(in_rows.load(like), title))
    else:
        style = request.POST.get("style", "")
        show = begun(asked, style if style in STYLES else _proposed(request.user))
        row = keeping.create(request.user, replace(show, title=title))
    return redirect("desk:desk", row.pk)


def _proposed(owner) -> str:
    """Return the style that a new show is proposed: the one of the show that was kept last, where it ships."""
    last = (
        Show.objects.filter(owner=owner, style__in=STYLES).order_by("-kept_at").values_list("style", flat=True).first()
    )
    return last or FIRST_STYLE


@login_required
@require_safe
@cache_control(max_age=POSTER_KEPT_S, private=True)
def poster(request: HttpRequest, style: str) -> HttpResponse:
    """Answer a house style as a small picture of an opening that says its name."""
    if style not in STYLES:
        raise Http404
    return HttpResponse(_poster(style), content_type="image/png")


@lru_cache(maxsize=len(STYLES))
def _poster(style: str) -> bytes:
    show = begun(STYLES[style].label, style, STYLES[style].voice)
    return slide_png(show.slides[0], show.width, show.height, lambda _: None, POSTER_PIXELS)


def _title_asked(request: HttpRequest) -> str:
    return "".join(c for c in request.POST.get("title", "") if c.isprintable()).strip()[:300]


@login_required
@require_POST
def duplicate_show(request: HttpRequest, show_id: UUID) -> HttpResponse:
    """Make another show that is the same; its history begins anew."""
    row, show = loaded_for(request, show_id, Act.EDIT)
    try:
        hand_on(row.owner_id, request.user, {asset.id for asset in show.assets}, show.title)
    except (BadMedia, NoRoom) as error:
        messages.error(request, f"Not copied: {error}.")
        return redirect("lobby:list")
    copy = keeping.create(request.user, replace(show, title=f"{show.title}, again"[:300]))
    messages.info(request, f"“{row.title}” is there twice; this is the copy.")
    return redirect("desk:desk", copy.pk)


@login_required
@require_POST
def archive_show(request: HttpRequest, show_id: UUID) -> HttpResponse:
    """Put a show out of the way, or back; asked twice, it stays so."""
    row = show_for(request, show_id, Act.LOOK)
    aside = request.POST.get("aside") == "1"
    whose = Show.objects.filter(pk=row.pk, owner=request.user) or row.members.filter(person=request.user)
    whose.update(archived_at=timezone.now() if aside else None)
    messages.info(request, f"“{row.title}” is {'archived' if aside else 'back among the shows'}.")
    return redirect("lobby:list")


@login_required
@require_POST
def keep_beginning(request: HttpRequest, show_id: UUID) -> HttpResponse:
    """Offer a show as a beginning for others, or no longer; asked twice, it stays so."""
    row = show_for(request, show_id, Act.OWN)
    offered = request.POST.get("offered") == "1"
    Show.objects.filter(pk=row.pk).update(is_beginning=offered)
    words = "is offered where a new show is made" if offered else "is no beginning for others any more"
    messages.info(request, f"“{row.title}” {words}.")
    return redirect("lobby:list")


@login_required
@require_POST
def delete_show(request: HttpRequest, show_id: UUID) -> HttpResponse:
    """Delete a show for good, and withdraw what it published."""
    row = show_for(request, show_id, Act.OWN)
    title = row.title
    with transaction.atomic():
        withdrawn = row.editions.filter(withdrawn_at=None).update(withdrawn_at=timezone.now())
        row.delete()
    write_down(request, Happening.What.DELETED, f"“{title}”")
    links = f" {withdrawn} of its links now say “no longer shown”." if withdrawn else ""
    messages.info(request, f"“{title}” is deleted.{links}")
    return redirect("lobby:list")


@login_required
@require_http_methods(["GET", "HEAD", "POST"])
def import_show(request: HttpRequest) -> HttpResponse:
    """Take in a show document or a zip, as a new show; 400 and a sentence on the list if it cannot be."""
    if request.method != "POST":
        return redirect("lobby:list")
    file = request.FILES.get("document")
    if file is None:
        return _not_taken_in(
            request, "Choose a file first: a .ritornel.json document, a zip exported with its media, or a presentation."
        )
    name = clean_name(file.name or "")
    try:
        came = arrive(request.user, name, file)
    except (BadDocument, BadMedia) as error:
        return _not_taken_in(request, f"{name} was not taken in: {error}.")
    except Exception:
        log.exception("a document could not be taken in")
        return _not_taken_in(
            request, f"{name} was not taken in: it could not be read. Export it again and try once more."
        )
    return redirect("lobby:arrival", came.pk) if isinstance(came, Arrival) else redirect("desk:desk", came.pk)


def _not_taken_in(request: HttpRequest, words: str) -> HttpResponse:
    messages.error(request, words)
    return _list(request, status=400)


@login_required
@require_safe
def arrival(request: HttpRequest, arrival_id: UUID) -> HttpResponse:
    """A document with its media on its way in."""
    coming = get_object_or_404(Arrival, pk=arrival_id, owner=request.user)
    if coming.show_id:
        return redirect("desk:desk", coming.show_id)
    return render(request, "lobby/arrival.html", {"arrival": coming})


@signed_in
@require_POST
@answering
def go_on_arriving(request: HttpRequest, arrival_id: UUID) -> HttpResponse:
    """Go on with an arrival for a moment; answer how far it is, or where its show is."""
    coming = get_object_or_404(Arrival, pk=arrival_id, owner=request.user)
    coming, job = look(coming, PATIENCE_S)
    if coming.refused:
        return refused(f"{coming.name} was not taken in: {coming.refused}")
    if job.state == job.FAILED:
        return refused(job.words, 507 if job.code == NO_ROOM else 500)
    desk_address = reverse("desk:desk", args=[coming.show_id]) if coming.show_id else None
    return answer({"taken_in": coming.taken_in, "media": coming.media, "asks": coming.asks, "show": desk_address})


@login_required
@require_POST
def agree_to_arrival(request: HttpRequest, arrival_id: UUID) -> HttpResponse:
    """Take a presentation in as it will be, or leave it."""
    coming = get_object_or_404(Arrival, pk=arrival_id, owner=request.user)
    if request.POST.get("how") == "leave":
        leave(coming)
        messages.info(request, f"{coming.name} was not taken in.")
        return redirect("lobby:list")
    Arrival.objects.filter(pk=coming.pk).update(agreed=True)
    return redirect("lobby:arrival", coming.pk)
