"""For whom an edition is published, as the Publish page's form says it."""

from datetime import date, datetime, time, timedelta
from typing import NamedTuple

from django.http import QueryDict
from django.utils import timezone

from ritornel.publishing.seeing import addresses_in

_MOST = 1_000_000


class Wished(NamedTuple):
    """Who may see an edition (nobody named: everybody with its link), until when, how often.

    ``counted``: whether watching is counted; ``remarks``: whether those who have a part in the show comment on it.
    """

    invited: tuple[str, ...] = ()
    until: datetime | None = None
    most_views: int | None = None
    counted: bool = True
    remarks: bool = False


def wished_in(form: QueryDict) -> Wished:
    """Return what a form wishes. Raises ``ValueError`` with words for what cannot be."""
    invited = tuple(addresses_in(form.get("invited", ""))) if form.get("who") == "invited" else ()
    until = _end_of(form.get("day", "")) if form.get("ends") == "day" else None
    most = _number(form.get("most", "")) if form.get("times") == "most" else None
    return Wished(invited, until, most, form.get("counted") != "no", form.get("remarks") == "yes")


def _end_of(day: str) -> datetime:
    try:
        last = date.fromisoformat(day)
    except ValueError as error:
        raise ValueError("the last day is no date; choose it again") from error
    until = timezone.make_aware(datetime.combine(last + timedelta(days=1), time()))
    if until <= timezone.now():
        raise ValueError("the last day is past; choose one that is to come")
    return until


def _number(text: str) -> int:
    if not text.strip().isdecimal() or not 1 <= int(text) <= _MOST:
        raise ValueError(f"“{text}” is not how often it may be opened; write a number from 1 on")
    return int(text)
