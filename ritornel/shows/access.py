"""Who may do what with a show: the one place that every address of a show asks.

To whoever has nothing to do with a show it does not exist; who may do less with it than is asked is told so. The table
of all addresses is in ``docs/access.md``; ``tests/web/test_access.py`` walks it.
"""

from enum import IntEnum
from typing import Any
from uuid import UUID

from django.core.exceptions import ObjectDoesNotExist, PermissionDenied
from django.http import Http404, HttpRequest
from django.urls import reverse

from ritornel.core.model.uses import assets_used
from ritornel.shows import in_rows
from ritornel.shows.models import Member, Show


class Act(IntEnum):
    """What is done with a show; who may do one thing may do all before it."""

    LOOK = 1
    RECORD = 2
    EDIT = 3
    OWN = 4


_MAY = {Member.Role.LOOKER: Act.LOOK, Member.Role.RECORDER: Act.RECORD, Member.Role.EDITOR: Act.EDIT}
_NEEDS = {
    Act.RECORD: "you may look at this show, and neither speak nor change it",
    Act.EDIT: "you may not change this show",
    Act.OWN: "only the owner of this show may do this",
}


class MayNot(PermissionDenied):
    """Who asks has something to do with the show, but may not do this; the words say whom to ask."""


def act_of(user: Any, row: Show) -> Act | None:
    """Return the most that somebody may do with a show; None: it does not exist for them."""
    if row.owner_id == user.pk:
        return Act.OWN
    member = row.members.filter(person_id=user.pk).first()
    return None if member is None else _MAY[Member.Role(member.role)]


def may(user: Any, row: Show, act: Act) -> bool:
    """Tell whether somebody may do that with a show."""
    return (act_of(user, row) or 0) >= act


def show_for(request: HttpRequest, show_id: UUID, act: Act) -> Show:
    """Return a show with which the signed-in user may do that. 404 for strangers, else ``MayNot``."""
    row = Show.objects.select_related("owner").filter(pk=show_id).first()
    may = None if row is None else act_of(request.user, row)
    if row is None or may is None:
        raise Http404
    if may < act:
        raise MayNot(f"{_NEEDS[act]}; ask {row.owner.get_username()}, whose show it is")
    return row


def loaded_for(request: HttpRequest, show_id: UUID, act: Act) -> in_rows.Loaded:
    """Return the row and the show in it; as ``show_for``, also 404 if it is deleted at this very moment."""
    row = show_for(request, show_id, act)
    try:
        return in_rows.loaded(row)
    except ObjectDoesNotExist as error:
        raise Http404 from error


def check_may(request: HttpRequest, row: Show | None, owner_id: int, act: Act) -> None:
    """Check that the signed-in user may do that with something that was made of a show; as ``show_for``.

    What is left of a show that is gone is its owner's alone.
    """
    if row is not None:
        show_for(request, row.pk, act)
    elif owner_id != request.user.pk:
        raise Http404


def owner_of_media(user: Any, sha256: str) -> int | None:
    """Return whose file of that content somebody may see: their own, or that of the owner of a show that uses it."""
    for row in Show.objects.filter(members__person=user, owner__assets__sha256=sha256).distinct():
        if sha256 in assets_used(in_rows.load(row)):
            return row.owner_id
    return None


def home_of(row: Show, user: Any) -> str:
    """Return the address at which somebody's part in a show is done."""
    act = act_of(user, row)
    if act is None:
        raise Http404
    name = {Act.LOOK: "publishing:look", Act.RECORD: "takes:record"}.get(act, "desk:desk")
    return reverse(name, args=[row.pk])
