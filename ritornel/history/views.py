"""What was done to a show: to be read, looked at, returned to; and the moments that were given a name."""

from typing import NamedTuple
from uuid import UUID

from django.contrib import messages
from django.contrib.auth.decorators import login_required
from django.core.paginator import Paginator
from django.http import Http404, HttpRequest, HttpResponse, HttpResponseBase
from django.shortcuts import get_object_or_404, redirect, render
from django.urls import reverse
from django.utils.timezone import localtime
from django.views.decorators.http import require_POST, require_safe

from ritornel.core.model import Show as CoreShow
from ritornel.core.model.reading import read_show
from ritornel.core.model.writing import write_show
from ritornel.core.score import compile
from ritornel.core.text.naming import slide_title
from ritornel.formats.media_kinds import BadMedia, NoRoom
from ritornel.library.models import Asset
from ritornel.library.room import check_room
from ritornel.shows import earlier, in_rows, keeping, pictures, stepping
from ritornel.shows.access import Act, show_for
from ritornel.shows.models import Moment, Show
from ritornel.site.answering import signed_in
from ritornel.site.rates import at_most

EDITS_ON_A_PAGE = 60
MOST_MOMENTS = 200
MOST_PICTURES = 60


class _Looked(NamedTuple):
    """What is looked at: its query, in words, in a word or two (“05:12”), and the show as it was."""

    query: str
    words: str
    point: str
    show: CoreShow


@login_required
@require_safe
def history(request: HttpRequest, show_id: UUID) -> HttpResponse:
    """The edits, newest first, and the state after the one that is looked at: ?at=12, or ?moment=3."""
    row = show_for(request, show_id, Act.EDIT)
    edits = row.history.filter(superseded=False).defer("before", "after").select_related("by").order_by("-number")
    page = Paginator(edits, EDITS_ON_A_PAGE).get_page(request.GET.get("page"))
    looked = _looked_at(request, row)
    query, show = looked.query, looked.show
    score = compile(show)
    slides = [
        {"id": s.id, "title": slide_title(s, n), "length": part.length_ms}
        for n, (s, part) in enumerate(zip(show.slides, score.slides, strict=True), 1)
    ]
    context = {
        "row": row,
        "page": page,
        "moments": row.moments.all(),
        "query": query,
        "looked_at": looked.words,
        "number": _number(request, row),
        "moment_shown": int(query.removeprefix("moment=")) if query.startswith("moment=") else None,
        "length": score.length_ms,
        "slides": slides[:MOST_PICTURES],
        "more": max(0, len(slides) - MOST_PICTURES),
        "several": row.members.exists(),
        "is_now": show == in_rows.load(row),
        "pictures": reverse("history:picture", args=[row.pk]),
    }
    return render(request, "history/history.html", context)


@signed_in
@require_safe
@at_most("pictures", ("GET",))
def picture(request: HttpRequest, show_id: UUID) -> HttpResponseBase:
    """A slide as it was: ?at= or ?moment=, and ?slide=."""
    row = show_for(request, show_id, Act.EDIT)
    show = _looked_at(request, row).show
    found = next((s for s in show.slides if s.id == request.GET.get("slide")), None)
    if found is None:
        raise Http404
    rows = Asset.objects.filter(owner_id=row.owner_id, sha256__in=[a.id for a in show.assets])
    drawn = pictures.slide_picture(found, show, {asset.sha256: asset for asset in rows}, row.owner_id)
    return pictures.served(request, drawn, lasting=False)


@login_required
@require_POST
def return_there(request: HttpRequest, show_id: UUID) -> HttpResponse:
    """Make the show what it was; one undo on the desk takes it back."""
    row = show_for(request, show_id, Act.EDIT)
    looked = _looked_at(request, row)
    try:
        by = keeping.Author(person=request.user.pk)
        stepping.return_to(row.pk, row.revision, looked.show, f"return to {looked.point}", by)
        messages.info(request, f"The show is back at {looked.point}. One undo takes that back.")
    except keeping.Collision:
        messages.error(request, "The show was changed in another page at this very moment; look again, then return.")
    return redirect("desk:desk", row.pk)


@login_required
@require_POST
def name_moment(request: HttpRequest, show_id: UUID) -> HttpResponse:
    """Give a state a name; it stays for good."""
    row = show_for(request, show_id, Act.EDIT)
    name = "".join(c for c in request.POST.get("name", "") if c.isprintable()).strip()[:200]
    show = _looked_at(request, row).show
    if not name:
        messages.error(request, "Write a name for this moment first, such as “before the dress rehearsal”.")
    elif row.moments.count() >= MOST_MOMENTS:
        messages.error(request, f"A show keeps {MOST_MOMENTS} named moments at most; take one away first.")
    else:
        _name_moment(request, row, name, write_show(show).decode())
    return redirect(f"{reverse('history:history', args=[row.pk])}?{request.GET.urlencode()}")


def _name_moment(request: HttpRequest, row: Show, name: str, document: str) -> None:
    try:
        check_room(row.owner, len(document), name)
    except (BadMedia, NoRoom) as error:
        messages.error(request, f"Not kept: {error}.")
        return
    Moment.objects.create(show=row, name=name, document=document, size=len(document))
    messages.info(request, f"“{name}” is kept.")


@login_required
@require_POST
def forget_moment(request: HttpRequest, show_id: UUID, moment_id: int) -> HttpResponse:
    """Take a name away."""
    row = show_for(request, show_id, Act.EDIT)
    get_object_or_404(Moment, pk=moment_id, show=row).delete()
    return redirect("history:history", row.pk)


def _number(request: HttpRequest, row: Show) -> int | None:
    """Return the number of the edit that is looked at; None where it is a moment."""
    if "moment" in request.GET:
        return None
    text = request.GET.get("at", "")
    last = row.history.filter(superseded=False).order_by("-number").values_list("number", flat=True).first() or 0
    return min(int(text), last) if text.isascii() and text.isdigit() and len(text) < 10 else row.history_place


def _looked_at(request: HttpRequest, row: Show) -> _Looked:
    number = _number(request, row)
    if number is None:
        text = request.GET["moment"]
        moment = get_object_or_404(Moment, pk=text if text.isdigit() and len(text) < 10 else 0, show=row)
        name = f"“{moment.name}”"
        return _Looked(f"moment={moment.pk}", name, name, read_show(moment.document.encode()))
    entry = row.history.filter(number=number, superseded=False).defer("before", "after").first()
    words, point = "as it was at first", "the beginning"
    if entry is not None:
        words, point = entry.told, f"{localtime(entry.made_at):%H:%M}"
    return _Looked(f"at={number}", words, point, earlier.state_at(row, number))
