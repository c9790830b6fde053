"""Comments: the page on which they are worked through, and what pages ask and send."""

import csv
import io
from typing import Any
from uuid import UUID

import msgspec
from django.contrib.auth.decorators import login_required
from django.http import HttpRequest, HttpResponse
from django.shortcuts import get_object_or_404, render
from django.urls import reverse
from django.utils import timezone
from django.views.decorators.http import require_POST, require_safe

from ritornel.comments import saying
from ritornel.comments.models import Comment, Reading
from ritornel.core.model import Show as CoreShow
from ritornel.core.score.anchors import Place, Standing
from ritornel.core.text.naming import object_name
from ritornel.library.models import clean_name
from ritornel.shows.access import Act, home_of, loaded_for, may
from ritornel.shows.giving import initials_of, names_given, people_of
from ritornel.shows.models import Show
from ritornel.site.answering import answer, answering, asked, refused, signed_in
from ritornel.site.rates import at_most


class Said(msgspec.Struct, forbid_unknown_fields=True):
    """What is said, about a place or as an answer."""

    words: str
    place: Place = Place()
    under: str = ""


class Doing(msgspec.Struct, forbid_unknown_fields=True):
    """What is done with a comment: said otherwise, settled, taken up, deleted, had back."""

    how: str
    words: str = ""


@login_required
@require_safe
def page(request: HttpRequest, show_id: UUID) -> HttpResponse:
    """All that was said about a show, to be worked through."""
    row, show = loaded_for(request, show_id, Act.LOOK)
    base = reverse("comments:page", args=[row.pk])
    data = {
        **_listed(request, row, show),
        "addresses": {
            "comments": base,
            "events": reverse("shows:events", args=[row.pk]),
            "home": home_of(row, request.user),
            "list": reverse("lobby:list"),
            "csv": reverse("comments:csv", args=[row.pk]),
        },
        "title": row.title,
    }
    return render(request, "comments/comments.html", {"row": row, "page": data})


@signed_in
@require_safe
@answering
def listed(request: HttpRequest, show_id: UUID) -> HttpResponse:
    """What was said about a show, with where it stands now; ?seen=1: somebody is looking at it."""
    row, show = loaded_for(request, show_id, Act.LOOK)
    if request.GET.get("seen") == "1":
        Reading.objects.update_or_create(show=row, person=request.user, defaults={"seen_at": timezone.now()})
    return answer(_listed(request, row, show))


def _listed(request: HttpRequest, row: Show, show: CoreShow) -> dict[str, Any]:
    numbers = {slide.id: number for number, slide in enumerate(show.slides, 1)}
    rows = list(row.comments.order_by("made_at", "pk"))  # type: ignore[attr-defined]
    answers: dict[UUID, list[Comment]] = {}
    for one in rows:
        if one.under_id:
            answers.setdefault(one.under_id, []).append(one)
    told = [
        {
            **_told(request, one),
            **_place(show, one, numbers),
            "answers": [_told(request, a) for a in answers.get(one.pk, ()) if not a.deleted_at],
        }
        for one in rows
        if not one.under_id and (not one.deleted_at or any(not a.deleted_at for a in answers.get(one.pk, ())))
    ]
    last = len(numbers) + 1
    told.sort(
        key=lambda one: (
            numbers.get(one["stands"].get("slide", ""), last if one["stands"].get("gone") else 0),
            one["number"],
        )
    )
    return {
        "comments": told,
        "slides": [{"id": slide.id, "number": numbers[slide.id], "title": slide.title or ""} for slide in show.slides],
        "people": [person.get_username() for person in people_of(row)],
        "initials": initials_of(person.get_username() for person in people_of(row)),
        "given": names_given(row),
        "me": request.user.get_username(),
        "edits": may(request.user, row, Act.EDIT),
        "changed": row.comments_changed,
    }


def _told(request: HttpRequest, one: Comment) -> dict[str, Any]:
    own = one.by_id == request.user.pk
    return {
        "id": str(one.pk),
        "number": one.number,
        "name": one.name,
        "words": "" if one.deleted_at else one.words,
        "made": one.made_at.isoformat(),
        "edited": bool(one.edited_at),
        "deleted": bool(one.deleted_at),
        "settled": one.settled_by if one.settled_at else "",
        "own": own,
        "young": own and timezone.now() - one.made_at < saying.EDITED_FOR,
        "deletes": own or one.show.owner_id == request.user.pk,
    }


def _place(show: CoreShow, one: Comment, numbers: dict[str, int]) -> dict[str, Any]:
    """Return where a comment stands, as plain data and in words."""
    at = saying.stands(show, one)
    return {"stands": msgspec.to_builtins(at), "at": _in_words(show, one, at, numbers)}


def _in_words(show: CoreShow, one: Comment, at: Standing, numbers: dict[str, int]) -> str:
    if at.gone and not at.slide:
        return "at a slide that is gone"
    if not at.slide:
        return "the show"
    where = f"slide {numbers[at.slide]}"
    if at.gone:
        quoted = one.anchor.get("words", "")
        return f"{where}, at {f'“{quoted[:60]}”' if quoted else 'something'} that is gone"
    slide = show.slides[numbers[at.slide] - 1]
    if at.object:
        thing = next(thing for thing in slide.objects if thing.id == at.object)
        return f"{where}, {object_name(thing, {asset.id: asset for asset in show.assets})}"
    if at.end:
        return f"{where}, “{slide.script[at.start : at.end][:60]}”"
    if at.instant is not None:
        return f"{where}, at {at.instant // 60000}:{at.instant // 1000 % 60:02d}"
    return where


@signed_in
@require_POST
@answering
@at_most("comments")
def say(request: HttpRequest, show_id: UUID) -> HttpResponse:
    """Say something, or answer; what comes back is the list as it is then, and the name of what was said."""
    row, show = loaded_for(request, show_id, Act.LOOK)
    said = asked(request, Said)
    try:
        if said.under:
            made = saying.answer_to(request, row, get_object_or_404(row.comments, pk=_id(said.under)), said.words)  # type: ignore[attr-defined]
        else:
            made = saying.say(request, row, show, said.words, said.place)
    except saying.NotSaid as error:
        return refused(str(error))
    row.refresh_from_db()
    return answer({**_listed(request, row, show), "made": str(made.pk)})


@signed_in
@require_POST
@answering
@at_most("comments")
def act(request: HttpRequest, show_id: UUID, comment_id: UUID) -> HttpResponse:
    """Do something with a comment; what comes back is the list as it is then."""
    row, show = loaded_for(request, show_id, Act.LOOK)
    comment = get_object_or_404(row.comments.select_related("show"), pk=comment_id)  # type: ignore[attr-defined]
    wanted = asked(request, Doing)
    if wanted.how not in _HOW:
        return refused(f"“{wanted.how}” is nothing that is done with a comment")
    try:
        _HOW[wanted.how](request, comment, wanted.words)
    except saying.NotSaid as error:
        return refused(str(error))
    row.refresh_from_db()
    return answer(_listed(request, row, show))


_HOW = {
    "edit": saying.say_otherwise,
    "settle": lambda request, comment, _: saying.settle(request, comment, True),
    "unsettle": lambda request, comment, _: saying.settle(request, comment, False),
    "delete": lambda request, comment, _: saying.delete(request, comment, True),
    "back": lambda request, comment, _: saying.delete(request, comment, False),
}


def _id(text: str) -> UUID | None:
    try:
        return UUID(text)
    except ValueError:
        return None


@login_required
@require_safe
def as_csv(request: HttpRequest, show_id: UUID) -> HttpResponse:
    """All that was said as a table (CSV, RFC 4180)."""
    row, show = loaded_for(request, show_id, Act.LOOK)
    out = io.StringIO()
    table = csv.writer(out)
    table.writerow(["number", "at", "who", "when", "words", "settled by"])
    for one in _listed(request, row, show)["comments"]:
        for said in (one, *one["answers"]):
            words = [one["number"], one["at"], said["name"], said["made"], said["words"], one["settled"]]
            table.writerow([_no_formula(value) for value in words])
    response = HttpResponse(out.getvalue(), content_type="text/csv; charset=utf-8")
    response["Content-Disposition"] = f'attachment; filename="{clean_name(row.title[:80]) or "show"} comments.csv"'
    return response


def _no_formula(value: Any) -> Any:
    """Return a cell that no spreadsheet takes for a formula (OWASP, CSV injection)."""
    return f"'{value}" if isinstance(value, str) and value[:1] in ("=", "+", "-", "@", "\t", "\r") else value
