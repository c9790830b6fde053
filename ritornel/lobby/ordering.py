"""In which order somebody has their shows: as they were kept, by title, or as they put them themselves."""

from collections.abc import Sequence
from typing import Any

from ritornel.accounts.models import Profile, profile_of

ORDERS = {"kept": "the last kept first", "title": "by title", "own": "as I put them"}


def ordered(person: Any, shows: Sequence[Any]) -> list[Any]:
    """Return shows, the last kept first, in somebody's order; what they have not put anywhere yet comes first."""
    profile = profile_of(person)
    if profile.order == "title":
        return sorted(shows, key=lambda row: row.title.casefold())
    if profile.order != "own":
        return list(shows)
    places = {name: place for place, name in enumerate(profile.places)}
    return sorted(shows, key=lambda row: places.get(str(row.pk), -1))


def set_order(person: Any, order: str) -> None:
    """Have one's shows in an order from now on; one that does not exist is the usual one."""
    Profile.objects.update_or_create(person=person, defaults={"order": order if order in ORDERS else "kept"})


def move(person: Any, shows: Sequence[Any], name: str, by: int) -> None:
    """Put a show so many places further down among those that are listed; the order is one's own from then on."""
    names = [str(row.pk) for row in ordered(person, shows)]
    if name not in names:
        return
    at = names.index(name)
    names.insert(min(max(0, at + by), len(names) - 1), names.pop(at))
    rest = [one for one in profile_of(person).places if one not in names]
    Profile.objects.update_or_create(person=person, defaults={"order": "own", "places": names + rest})
