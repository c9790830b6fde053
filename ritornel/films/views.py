"""What pages ask of films: made, watched while they are, stopped, fetched, deleted."""

from typing import Annotated, Any, Literal
from uuid import UUID

import msgspec
from django.contrib.auth.decorators import login_required
from django.http import Http404, HttpRequest, HttpResponse, HttpResponseBase
from django.shortcuts import get_object_or_404
from django.urls import reverse
from django.views.decorators.http import require_http_methods, require_POST, require_safe

from ritornel.core.model import Show as CoreShow
from ritornel.films import making
from ritornel.films.models import Film
from ritornel.jobs.models import Job
from ritornel.library import shared
from ritornel.library.serving import attachment, file_response
from ritornel.render.filming import LINES, RATES, FilmSettings, Shape, chapter_slides
from ritornel.render.ways_out import WAYS
from ritornel.shows.access import Act, check_may, loaded_for, show_for
from ritornel.shows.models import Show
from ritornel.site.answering import answer, answering, asked, refused, signed_in
from ritornel.site.rates import at_most

_MOST_UNDER_WAY = 8


class Wished(msgspec.Struct):
    """A film as a page asks for it: of the whole show, of a ``chapter`` by its number, or of ``slides``."""

    kind: str = "mp4"
    lines: int = 1080
    fps: int = 30
    shape: Shape = "as the show"
    burnt: Annotated[str, msgspec.Meta(max_length=40)] | None = None
    chapter: int | None = None
    slides: list[str] | None = None


@signed_in
@require_http_methods(["GET", "HEAD", "POST"])
@answering
@at_most("films")
def films(request: HttpRequest, show_id: UUID) -> HttpResponse:
    """List the films of a show with how far they are; POST begins one."""
    if request.method != "POST":
        return answer({"films": told(show_for(request, show_id, Act.EDIT))})
    row, show = loaded_for(request, show_id, Act.EDIT)
    if row.films.filter(made_at=None, stopped_at=None, trouble="").count() >= _MOST_UNDER_WAY:
        return refused(f"{_MOST_UNDER_WAY} films of this show are under way; stop one, or wait for it", 409)
    try:
        film = _planned(row, show, asked(request, Wished))
    except ValueError as error:
        return refused(f"not made: {error}")
    making.begin(film)
    return answer({"films": told(row)})


@signed_in
@require_POST
@answering
@at_most("looking")
def cost(request: HttpRequest, show_id: UUID) -> HttpResponse:
    """Answer what a film would cost: ``seconds`` if they are known, and which ``share`` of it is there already."""
    row, show = loaded_for(request, show_id, Act.EDIT)
    try:
        film = _planned(row, show, asked(request, Wished))
    except ValueError as error:
        return answer({"not": str(error)})
    found = making.cost_of(film)
    return answer({
        "seconds": found.seconds,
        "share": found.spared / max(1, found.weight),
        "length": film.length_ms,
        "width": film.width,
        "height": film.height,
    })  # fmt: skip


class Asked(msgspec.Struct):
    """What is to become of a film that is being made."""

    act: Literal["stop", "again"]


@signed_in
@require_http_methods(["POST", "DELETE"])
@answering
def film(request: HttpRequest, show_id: UUID, film_id: UUID) -> HttpResponse:
    """Stop a film, or go on with it; DELETE deletes it."""
    row = show_for(request, show_id, Act.EDIT)
    one = get_object_or_404(Film, pk=film_id, show=row)
    if request.method == "DELETE":
        making.forget(one)
    elif asked(request, Asked).act == "stop":
        making.halt(one)
    else:
        making.again(one)
    return answer({"films": told(row)})


@login_required
@require_safe
def fetch(request: HttpRequest, film_id: UUID) -> HttpResponseBase:
    """A film that is made, as a file."""
    one = get_object_or_404(Film.objects.select_related("show"), pk=film_id)
    check_may(request, one.show, one.owner_id, Act.EDIT)
    way = WAYS[one.settings.kind]
    if one.made_at is None:
        raise Http404
    response = file_response(request, shared.at_hand(one.path(way.ending)), way.mime, one.size)
    response["Content-Disposition"] = attachment(one.title, f".{way.ending}")
    return response


def told(row: Show) -> list[dict[str, Any]]:
    """Return the films of a show as pages are told of them."""
    rows = list(row.films.select_related("owner").defer("document"))
    jobs: dict[str, list[Job]] = {}
    if any(one.made_at is None for one in rows):
        for job in Job.objects.filter(owner_id=row.owner_id, kind__in=(making.PIECE, making.JOIN)):
            jobs.setdefault(job.subject.split(":")[0], []).append(job)
    for one in rows:
        if one.made_at is None and one.stopped_at is None and not one.trouble:
            making.look_after(one, jobs.get(one.pk.hex, []))
    return [_told(one, jobs.get(one.pk.hex, [])) for one in rows]


def _told(one: Film, jobs: list[Job]) -> dict[str, Any]:
    working = [job for job in jobs if job.kind == making.PIECE and job.state == Job.WORKING]
    way = WAYS[one.settings.kind]
    state = "made" if one.made_at else "stopped" if one.stopped_at else "trouble" if one.trouble else "making"
    return {
        "id": str(one.pk),
        "kind": one.settings.kind,
        "label": way.label,
        "of": one.of,
        "width": one.width,
        "height": one.height,
        "fps": one.settings.fps if "fps" in way.sets else 0,
        "burnt": one.settings.burnt,
        "length": one.length_ms,
        "state": state,
        "trouble": one.trouble,
        "size": one.size,
        "at": one.made_at or one.asked_at,
        "address": reverse("films:fetch", args=[one.pk]),
        **({} if state == "made" else making.far(one, working)),
    }


def _planned(row: Show, show: CoreShow, wished: Wished) -> Film:
    if wished.kind not in WAYS or wished.lines not in LINES or wished.fps not in RATES:
        raise ValueError("there is no such film; choose among what the page offers")
    settings = FilmSettings(wished.kind, wished.lines, wished.fps, wished.shape, wished.burnt)
    if wished.chapter is not None:
        title = show.chapters[wished.chapter - 1].title if 1 <= wished.chapter <= len(show.chapters) else ""
        return making.plan(row, show, settings, chapter_slides(show, wished.chapter), f"chapter “{title}”")
    if wished.slides is not None:
        return making.plan(row, show, settings, wished.slides, _slides_in_words(show, wished.slides))
    return making.plan(row, show, settings, None, "the whole show")


def _slides_in_words(show: CoreShow, slides: list[str]) -> str:
    numbers = [n for n, slide in enumerate(show.slides, 1) if slide.id in set(slides)]
    if not numbers:
        raise ValueError("these slides are not there any more; choose others")
    if len(numbers) == 1:
        return f"slide {numbers[0]}"
    in_one = numbers == list(range(numbers[0], numbers[-1] + 1))
    return f"slides {numbers[0]} to {numbers[-1]}" if in_one else f"{len(numbers)} slides"
