"""Who does what: slides that are given to people, to be spoken and looked after by them."""

from collections.abc import Iterable, Mapping
from typing import Any

from django.db import transaction
from django.db.models import F

from ritornel.core.model import Show as CoreShow
from ritornel.shows.access import Act, may
from ritornel.shows.models import Assignment, Show


class NotGiven(ValueError):
    """Slides were not given; the words say why, and what to do."""


def given_in(row: Show) -> dict[str, Any]:
    """Return to whom slides are given, by their ids."""
    return {one.slide: one.person for one in row.assignments.select_related("person")}  # type: ignore[attr-defined]


def names_given(row: Show) -> dict[str, str]:
    """Return the names of those to whom slides are given, by the slides' ids."""
    return {slide: person.get_username() for slide, person in given_in(row).items()}


def give(row: Show, slides: Iterable[str], name: str) -> tuple[Any, list[str]]:
    """Give slides to somebody who has a part in the show, or to nobody; return who it is, and what is new of theirs.

    Raises ``NotGiven``.
    """
    person = next((one for one in people_of(row) if one.get_username() == name), None)
    if name and person is None:
        raise NotGiven(f"{name} has no part in this show; share it with them first")
    wanted = list(dict.fromkeys(slides))
    known = set(row.slides.values_list("key", flat=True))
    if missing := [slide for slide in wanted if slide not in known]:
        raise NotGiven(f"{len(missing)} of these slides are not there any more; choose again")
    with transaction.atomic():
        before = {one.slide: one.person_id for one in row.assignments.filter(slide__in=wanted)}  # type: ignore[attr-defined]
        row.assignments.filter(slide__in=wanted).delete()  # type: ignore[attr-defined]
        if person is not None:
            Assignment.objects.bulk_create(Assignment(show=row, slide=slide, person=person) for slide in wanted)
        Show.objects.filter(pk=row.pk).update(comments_changed=F("comments_changed") + 1)
    return person, [slide for slide in wanted if person is not None and before.get(slide) != person.pk]


def people_of(row: Show) -> list[Any]:
    """Return all who have a part in a show, its owner first."""
    return [row.owner, *(member.person for member in row.members.select_related("person"))]


def may_speak(user: Any, row: Show, show: CoreShow) -> frozenset[str]:
    """Return the slides whose voice somebody may choose: all, for who edits; else those that are given to them.

    A recorder to whom nothing is given speaks what is given to nobody.
    """
    every = frozenset(slide.id for slide in show.slides)
    if may(user, row, Act.EDIT):
        return every
    given = {slide: person.pk for slide, person in given_in(row).items()}
    own = frozenset(slide for slide, pk in given.items() if pk == user.pk)
    return own & every if own else every - set(given)


def initials_of(names: Iterable[str]) -> Mapping[str, str]:
    """Return for each name so many of its first letters that no other begins so; at most three."""
    every = sorted(set(names))
    found = {}
    for name in every:
        others = [one.lower() for one in every if one != name]
        length = next((n for n in (1, 2, 3) if not any(o.startswith(name[:n].lower()) for o in others)), 3)
        found[name] = name[:length].capitalize()
    return found
