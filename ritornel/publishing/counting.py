"""Watching counted without watching people: how far an edition was seen, by its slides. Nobody is told apart."""

from typing import Annotated

import msgspec
from django.db import transaction
from django.http import HttpRequest, HttpResponse
from django.views.decorators.csrf import csrf_exempt
from django.views.decorators.http import require_POST

from ritornel.core.model.reading import BadDocument
from ritornel.publishing.models import Edition
from ritornel.site.answering import asked
from ritornel.site.rates import TooOften, count


class Seen(msgspec.Struct):
    """The furthest slide that was seen, and the one on which it was left, by their places from 0."""

    reached: Annotated[int, msgspec.Meta(ge=0, le=2000)]
    left: Annotated[int, msgspec.Meta(ge=0, le=2000)]


@csrf_exempt
@require_POST
def seen(request: HttpRequest, token: str) -> HttpResponse:
    """Count one more that has watched an edition so far; what is none, or comes too often, counts as nothing."""
    try:
        count("watching", token)
        told = asked(request, Seen)
    except (TooOften, BadDocument):
        return HttpResponse(status=204)
    with transaction.atomic():
        edition = (
            Edition.objects.filter(token=token, withdrawn_at=None, is_counted=True).only("reached", "left").first()
        )
        if edition is not None:
            edition.reached = _with(edition.reached, told.reached)
            edition.left = _with(edition.left, told.left)
            edition.save(update_fields=["reached", "left"])
    return HttpResponse(status=204)


def _with(counts: list[int], place: int) -> list[int]:
    counts = counts + [0] * (place + 1 - len(counts))
    counts[place] += 1
    return counts


def line_of(edition: Edition, slides: int) -> dict[str, object] | None:
    """Return how many have watched an edition, and the ``line`` of how many had come to each slide, for an SVG.

    None where nobody has, or it is not counted. The line has a step for each slide, from 0 to 100 across and down.
    """
    watched = sum(edition.reached)
    if not edition.is_counted or not watched:
        return None
    come = [sum(edition.reached[place:]) for place in range(max(slides, len(edition.reached)))]
    points = []
    for place, many in enumerate(come):
        y = round(100 - 100 * many / watched, 1)
        points += [f"{100 * place / len(come):.2f},{y}", f"{100 * (place + 1) / len(come):.2f},{y}"]
    most_left = max(range(len(edition.left)), key=edition.left.__getitem__) if edition.left else 0
    return {"watched": watched, "whole": come[-1], "line": " ".join(points), "left_at": most_left + 1}
