"""Mails about what others said: at most once an hour to each, never of what they have seen or is just being said."""

from datetime import datetime, timedelta
from typing import Any

from django.conf import settings
from django.contrib.auth import get_user_model
from django.db.models import Q
from django.urls import reverse
from django.utils import timezone

from ritornel.accounts.addresses import address_of
from ritornel.accounts.models import profile_of
from ritornel.comments.models import Comment, Reading
from ritornel.shows.models import Show
from ritornel.site.mail import send

NOT_OFTENER = timedelta(hours=1)
SETTLES_IN = timedelta(minutes=2)
OLD = timedelta(days=7)
"""Of what was said longer ago, nobody is told any more."""

_MOST_QUOTED = 20


def send_digests() -> int:
    """Write to everybody who has not seen what others said; return how many mails went out."""
    now = timezone.now()
    recent = Comment.objects.filter(made_at__gt=now - OLD, made_at__lte=now - SETTLES_IN)
    shows = set(recent.values_list("show_id", flat=True))
    people = get_user_model().objects.filter(Q(shows__in=shows) | Q(parts__show__in=shows), is_active=True).distinct()
    return sum(_digest(person, now) for person in people)


def _digest(person: Any, now: datetime) -> bool:
    readings = {reading.show_id: reading for reading in Reading.objects.filter(person=person)}
    last = max((reading.told_at for reading in readings.values() if reading.told_at), default=None)
    address = address_of(person)
    if not address or not profile_of(person).wants_notices or (last and now - last < NOT_OFTENER):
        return False
    told = []
    for row in Show.objects.filter(Q(owner=person) | Q(members__person=person)).distinct():
        unseen = _unseen(row, person, readings.get(row.pk), now)
        if unseen:
            said = [(one.name, " ".join(one.words.split())) for one in unseen[:_MOST_QUOTED]]
            told.append({"row": row, "said": said, "link": _link(row), "more": len(unseen) - len(said)})
    count = sum(len(one["said"]) + one["more"] for one in told)
    if not told or not send(address, "comments/digest_mail.txt", {"told": told, "count": count}):
        return False
    for one in told:
        Reading.objects.update_or_create(show=one["row"], person=person, defaults={"told_at": now})
    return True


def _unseen(row: Show, person: Any, reading: Reading | None, now: datetime) -> list[Comment]:
    """Return what others said that somebody neither saw nor was told of."""
    known = [now - OLD]
    if reading is not None and reading.seen_at:
        known.append(reading.seen_at)
    if reading is not None and reading.told_at:
        known.append(reading.told_at - SETTLES_IN)
    found = row.comments.filter(made_at__gt=max(known), made_at__lte=now - SETTLES_IN, deleted_at=None)  # type: ignore[attr-defined]
    return list(found.exclude(by=person))


def _link(row: Show) -> str:
    return f"{settings.ADDRESS}{reverse('comments:page', args=[row.pk])}"
