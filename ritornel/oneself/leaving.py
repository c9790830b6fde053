"""Leaving: shows go to whom they are given, editions are withdrawn, and after a week nothing is left."""

from collections.abc import Mapping
from datetime import timedelta
from typing import Any

from django.contrib.auth import get_user_model
from django.utils import timezone

from ritornel.accounts.audit import write_down
from ritornel.accounts.models import Happening, Profile
from ritornel.people.sharing import hand_over
from ritornel.publishing.models import Edition
from ritornel.shows.models import Show

DAYS = 7
WEEK = timedelta(days=DAYS)


class NoHeir(ValueError):
    """A show is given to somebody who has no part in it."""


def begin(person: Any, heirs: Mapping[str, int]) -> None:
    """Begin the week after which somebody's account is deleted.

    ``heirs``: for shows by their ids, who gets them; they have a part in them. The others go with the account. Raises
    ``NoHeir``, and ``BadMedia`` if who gets a show has no room for it: what was given before stays given.
    """
    given = []
    for show in Show.objects.filter(owner=person):
        if str(show.pk) not in heirs:
            continue
        member = show.members.filter(person_id=heirs[str(show.pk)]).first()
        if member is None:
            raise NoHeir(f"“{show.title}” is given to somebody who has no part in it; choose again")
        given.append((show, member))
    for show, member in given:
        hand_over(show, member)
    Edition.objects.filter(owner=person, withdrawn_at=None).update(withdrawn_at=timezone.now())
    Profile.objects.update_or_create(person=person, defaults={"leaves_at": timezone.now() + WEEK})


def stay(person: Any) -> None:
    """Come back within the week: the account stays, and its shows. Editions stay withdrawn."""
    Profile.objects.filter(person=person).update(leaves_at=None)


def delete_left() -> list[str]:
    """Delete the accounts whose week is over, with all that is theirs; return their names."""
    gone = []
    for person in get_user_model().objects.filter(profile__leaves_at__lte=timezone.now()):
        gone.append(person.get_username())
        person.delete()
        write_down(None, Happening.What.DELETED, "an account", who=gone[-1])
    return gone
