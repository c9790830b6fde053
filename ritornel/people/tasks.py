"""What is given to somebody, and what is still missing of it."""

from typing import Any, NamedTuple

from django.http import HttpRequest
from django.urls import reverse

from ritornel.accounts.addresses import address_of
from ritornel.accounts.models import profile_of
from ritornel.core.model import Show as CoreShow
from ritornel.core.model.slide import Slide
from ritornel.core.text.naming import slide_title
from ritornel.core.text.unfinished import unfinished
from ritornel.shows import in_rows
from ritornel.shows.access import Act, act_of, home_of, may
from ritornel.shows.models import Show
from ritornel.site.mail import send
from ritornel.takes.passages import of_show, said_of


class Task(NamedTuple):
    """A slide that is given to somebody: its number and title, what is missing of it, and where it is spoken."""

    number: int
    title: str
    missing: list[str]
    record: str


class ShowTasks(NamedTuple):
    """A show with the slides of it that are given to somebody; how many of them lack something."""

    row: Show
    home: str
    tasks: list[Task]
    left: int


def tasks_of(person: Any) -> list[ShowTasks]:
    """Return what is given to somebody, show by show, those first of which most is missing."""
    found = []
    for row in Show.objects.filter(assignments__person=person).distinct().select_related("owner"):
        act = act_of(person, row)
        if act is None:
            continue
        show = in_rows.load(row)
        own = set(row.assignments.filter(person=person).values_list("slide", flat=True))  # type: ignore[attr-defined]
        tasks = [_task(row, show, n, act) for n, slide in enumerate(show.slides) if slide.id in own]
        found.append(ShowTasks(row, home_of(row, person), tasks, sum(bool(task.missing) for task in tasks)))
    return sorted(found, key=lambda one: -one.left)


def _task(row: Show, show: CoreShow, number: int, act: Act) -> Task:
    slide = show.slides[number]
    speaks = act >= Act.RECORD
    link = f"{reverse('takes:record', args=[row.pk])}#{slide.id}" if speaks else ""
    return Task(number + 1, slide_title(slide, number + 1), [*_voice_missing(row, slide), *unfinished(slide)], link)


def _voice_missing(row: Show, slide: Slide) -> list[str]:
    if slide.narration is None or slide.narration.scratch:
        return ["not spoken yet"] if slide.script.strip() else ["nothing to be said yet"]
    latest = next((one for one in reversed(of_show(row)) if one.slide == slide.id and one.gone_at is None), None)
    return (
        ["the words have changed since it was spoken"] if latest is not None and latest.said != said_of(slide) else []
    )


def ask(request: HttpRequest, row: Show, person: Any, slides: list[str]) -> bool:
    """Write to somebody that slides are theirs now; tell whether that could be sent."""
    address = address_of(person)
    if not address or not profile_of(person).wants_notices:
        return False
    show = in_rows.load(row)
    numbers = [n for n, slide in enumerate(show.slides, 1) if slide.id in set(slides)]
    speaks = may(person, row, Act.RECORD)
    way = f"{reverse('takes:record', args=[row.pk])}#{slides[0]}" if speaks else home_of(row, person)
    about = {
        "row": row,
        "by": request.user.get_username(),
        "slides": _in_words(numbers),
        "many": len(numbers) > 1,
        "speaks": speaks,
        "link": request.build_absolute_uri(way),
        "mine": request.build_absolute_uri(reverse("people:mine")),
    }
    return send(address, "people/given_mail.txt", about)


def _in_words(numbers: list[int]) -> str:
    """Return numbers with those that follow each other as one: “2, 4 to 6”."""
    runs: list[list[int]] = []
    for number in numbers:
        if runs and number == runs[-1][-1] + 1:
            runs[-1].append(number)
        else:
            runs.append([number])
    return ", ".join(f"{run[0]} to {run[-1]}" if len(run) > 2 else ", ".join(map(str, run)) for run in runs)
