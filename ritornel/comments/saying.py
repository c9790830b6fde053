"""What is done with comments: said, answered, said otherwise, settled, deleted."""

import re
from datetime import timedelta
from typing import Any

import msgspec
from django.db import transaction
from django.db.models import F, Max
from django.http import HttpRequest
from django.urls import reverse
from django.utils import timezone

from ritornel.accounts.addresses import address_of
from ritornel.accounts.models import profile_of
from ritornel.comments.models import LONGEST, Comment
from ritornel.core.model import Show as CoreShow
from ritornel.core.score import compile
from ritornel.core.score.anchors import Anchor, Place, Standing, anchored, standing
from ritornel.shows.access import Act, may
from ritornel.shows.giving import people_of
from ritornel.shows.models import Show
from ritornel.site.mail import send

MOST = 5000
EDITED_FOR = timedelta(hours=1)
_CALLED = re.compile(r"(?<![\w@])@([\w.+-]+)")


class NotSaid(ValueError):
    """Nothing was said or changed; the words say why, and what to do."""


def say(request: HttpRequest, row: Show, show: CoreShow, words: str, place: Place) -> Comment:
    """Say something about a place of a show, and write to those whose names are called. Raises ``NotSaid``."""
    anchor = anchored(show, compile(show), place)
    if anchor is None:
        raise NotSaid("what this is about is not there any more; choose again, what you wrote stays")
    with transaction.atomic():
        number = (row.comments.aggregate(most=Max("number"))["most"] or 0) + 1  # type: ignore[attr-defined]
        made = _kept(request, row, words, number=number, anchor=msgspec.to_builtins(anchor))
    _call(request, made)
    return made


def answer_to(request: HttpRequest, row: Show, under: Comment, words: str) -> Comment:
    """Answer what was said. Raises ``NotSaid``."""
    first = under.under or under
    made = _kept(request, row, words, under=first, anchor=first.anchor)
    _call(request, made)
    return made


def _kept(request: HttpRequest, row: Show, words: str, **more: Any) -> Comment:
    words = _checked(words)
    if row.comments.count() >= MOST:  # type: ignore[attr-defined]
        raise NotSaid(f"there are {MOST} comments already; delete some that are settled")
    made = Comment.objects.create(show=row, by=request.user, name=request.user.get_username(), words=words, **more)
    _told(row)
    return made


def _checked(words: str) -> str:
    words = words.replace("\x00", "").strip()
    if not words:
        raise NotSaid("write something first")
    if len(words) > LONGEST:
        raise NotSaid(f"{len(words)} letters are more than {LONGEST}; say it in two")
    return words


def say_otherwise(request: HttpRequest, comment: Comment, words: str) -> None:
    """Change one's own words, within an hour. Raises ``NotSaid``."""
    _check_own(request, comment)
    if timezone.now() - comment.made_at > EDITED_FOR:
        raise NotSaid("this was said more than an hour ago; answer it instead")
    comment.words, comment.edited_at = _checked(words), timezone.now()
    comment.save(update_fields=["words", "edited_at"])
    _told(comment.show)


def settle(request: HttpRequest, comment: Comment, is_settled: bool) -> None:
    """Settle what was said, with all its answers, or take it up again; who said it may, and whoever edits the show."""
    if comment.by_id != request.user.pk and not may(request.user, comment.show, Act.EDIT):
        raise NotSaid(f"only {comment.name} and who edits the show may settle this")
    comment.settled_at = timezone.now() if is_settled else None
    comment.settled_by = request.user.get_username() if is_settled else ""
    comment.save(update_fields=["settled_at", "settled_by"])
    _told(comment.show)


def delete(request: HttpRequest, comment: Comment, is_deleted: bool) -> None:
    """Delete what one said oneself, or have it back; who owns the show may delete all. Raises ``NotSaid``."""
    if comment.show.owner_id != request.user.pk:
        _check_own(request, comment)
    comment.deleted_at = timezone.now() if is_deleted else None
    comment.save(update_fields=["deleted_at"])
    _told(comment.show)


def _check_own(request: HttpRequest, comment: Comment) -> None:
    if comment.by_id != request.user.pk:
        raise NotSaid(f"these are the words of {comment.name}; answer them instead")


def _told(row: Show) -> None:
    """Let open pages of a show learn that something was said."""
    Show.objects.filter(pk=row.pk).update(comments_changed=F("comments_changed") + 1)


def _call(request: HttpRequest, comment: Comment) -> None:
    """Write to those whose names are called with @, if they want to be written to."""
    called = {name.rstrip(".").lower() for name in _CALLED.findall(comment.words)}
    link = request.build_absolute_uri(
        f"{reverse('comments:page', args=[comment.show_id])}#{(comment.under or comment).pk}"
    )
    for person in people_of(comment.show):
        if person.pk == request.user.pk or person.get_username().lower() not in called:
            continue
        address = address_of(person)
        if address and profile_of(person).wants_notices:
            send(address, "comments/called_mail.txt", {"comment": comment, "row": comment.show, "link": link})


def stands(show: CoreShow, comment: Comment) -> Standing:
    """Return where a comment stands in its show as it is."""
    return standing(show, compile(show), msgspec.convert(comment.anchor, Anchor))
