"""The lectern, the stage window, and takes beside their plan."""

from itertools import pairwise
from typing import Annotated
from uuid import UUID

import msgspec
from django.contrib import messages
from django.contrib.auth.decorators import login_required
from django.http import HttpRequest, HttpResponse
from django.shortcuts import get_object_or_404, redirect, render
from django.templatetags.static import static
from django.urls import reverse
from django.utils import timezone
from django.views.decorators.http import require_POST, require_safe

from ritornel.core.edits import BadEdit
from ritornel.core.edits.command import slide_of
from ritornel.core.edits.inking import KeepInk
from ritornel.core.edits.passages import speaker_place
from ritornel.core.edits.takes import ApplyTake
from ritornel.core.model import Show as CoreShow
from ritornel.core.model import Slide, limits
from ritornel.core.model import Take as CoreTake
from ritornel.core.model.reading import BadDocument, convert
from ritornel.core.model.running import Called, running, with_called
from ritornel.core.model.writing import plain
from ritornel.core.motion.pointing import POINTERS
from ritornel.core.score import Score, compile
from ritornel.core.styles import room_of, style_of
from ritornel.core.styles.pens import pens_for
from ritornel.library.describing import described
from ritornel.library.models import Asset
from ritornel.library.room import check_room
from ritornel.render.player import playable
from ritornel.shows import in_rows, keeping
from ritornel.shows.access import Act, loaded_for, may, show_for
from ritornel.shows.giving import names_given
from ritornel.shows.models import Show
from ritornel.site.answering import answer, answering, asked, signed_in
from ritornel.takes import compare_views
from ritornel.takes.comparing import compared, planned_lengths
from ritornel.takes.models import Take
from ritornel.takes.passages import Strokes
from ritornel.takes.planned import plan_of, planes_of


@login_required
@require_safe
def lectern(request: HttpRequest, show_id: UUID) -> HttpResponse:
    """The speaker's page while rehearsing."""
    row, show = loaded_for(request, show_id, Act.RECORD)
    called = with_called(show)
    page = _page(row, called) | {"planes": planes_of(called.show)}
    context = {"row": row, "page": page, "slides": called.planned, "edits": _edits(request, row)}
    return render(request, "takes/lectern.html", context)


@login_required
@require_safe
def record(request: HttpRequest, show_id: UUID) -> HttpResponse:
    """The speaker's page while recording."""
    row, show = loaded_for(request, show_id, Act.RECORD)
    show = running(show)
    places = {slide.id: n for n, slide in enumerate(show.slides)}
    chapters = [(c.title, places[c.first]) for c in show.chapters if c.first in places]
    page = _page(row, Called(show, len(show.slides), ())) | {
        "rehearse": reverse("takes:lectern", args=[row.pk]),
        "runs": reverse("takes:begin-run", args=[row.pk]),
        "passages": reverse("takes:ledger", args=[row.pk]),
        "voices": reverse("voices:stand-in", args=[row.pk]).removesuffix("stand-in"),
        "worklet": static("parts/recording/microphone_worklet.js"),
        "chapters": [
            {"title": title, "first": first, "last": end - 1}
            for (title, first), (_, end) in pairwise([*chapters, ("", len(show.slides))])
        ],
    }
    context = {"row": row, "page": page, "slides": len(show.slides), "keep": True, "edits": _edits(request, row)}
    return render(request, "takes/lectern.html", context)


def _edits(request: HttpRequest, row: Show) -> bool:
    return may(request.user, row, Act.EDIT)


def _page(row: Show, called: Called) -> dict:
    show, score = called.show, compile(called.show)
    given = names_given(row)
    return {
        "play": _playable(row, called, score),
        "plan": [
            plan_of(slide, time) | {"given": given.get(slide.id, "")}
            for slide, time in zip(show.slides, score.times, strict=True)
        ],
        "target": show.target_ms,
        "takes": reverse("takes:keep", args=[row.pk]),
        "stage": reverse("takes:stage", args=[row.pk]),
        "beside": reverse("takes:beside", args=[row.pk]),
        "companions": reverse("takes:companions", args=[row.pk]),
        "pictures": [reverse("shows:picture", args=[row.pk, slide.id]) for slide in show.slides],
    }


@signed_in
@require_safe
@answering
def beside(request: HttpRequest, show_id: UUID) -> HttpResponse:
    """Answer of ?slide= the ``pens`` that stand out on it, and where who speaks is seen: the ``speaker``.

    ``styled``: where the style would have them.
    """
    _, show = loaded_for(request, show_id, Act.RECORD)
    slide = slide_of(show, request.GET.get("slide", ""))
    pens = pens_for(slide, style_of(show), room_of(show))
    return answer({"pens": pens, "speaker": _speaker(show, slide), "styled": _speaker(show, slide, "style")})


def _speaker(show: CoreShow, slide: Slide, placing: str = "") -> dict:
    """Return where who speaks is seen on a slide, or would be, in shares of the stage, and whether that is round."""
    x, y, width, height, mask = speaker_place(show, slide, placing)
    across, down = show.width, show.height
    return {
        "x": x / across,
        "y": y / down,
        "width": width / across,
        "height": height / down,
        "round": mask == "ellipse",
    }


@login_required
@require_safe
def stage(request: HttpRequest, show_id: UUID) -> HttpResponse:
    """The audience's page: follows the lectern."""
    row, show = loaded_for(request, show_id, Act.RECORD)
    called = with_called(show)
    play = _playable(row, called, compile(called.show))
    return render(request, "takes/stage.html", {"row": row, "page": {"play": play}})


class Given(CoreTake, frozen=True, kw_only=True):
    """A take, and what was drawn in it: strokes by the number of the slide among its instants."""

    ink: Annotated[dict[str, Strokes], msgspec.Meta(max_length=limits.SLIDES)] = {}


def _ink_by_slide(given: Given) -> dict[str, Strokes]:
    """Return what was drawn on each slide: the last time that something was."""
    slides = [instant.slide for instant in given.instants if instant.kind == "slide"]
    return {slide: given.ink[str(n)] for n, slide in enumerate(slides) if given.ink.get(str(n))}


def takes(request: HttpRequest, show_id: UUID) -> HttpResponse:
    """Keep a take that was given; or show those that are kept."""
    return keep(request, show_id) if request.method == "POST" else compare_views.takes(request, show_id)


@signed_in
@require_POST
@answering
def keep(request: HttpRequest, show_id: UUID) -> HttpResponse:
    """Keep a take that has ended; answer where it can be seen."""
    row = show_for(request, show_id, Act.RECORD)
    given = asked(request, Given)
    take = CoreTake(instants=given.instants)
    ink = _ink_by_slide(given)
    planned = planned_lengths(running(in_rows.load(row)))
    size = len(request.body) + len(msgspec.json.encode(planned))
    check_room(row.owner, size, "this take")
    kept = Take.objects.create(show=row, document=plain(take), planned=planned, ink=plain(ink), size=size)
    return answer({"take": reverse("takes:take", args=[kept.pk])})


@signed_in
@require_safe
@answering
def last(request: HttpRequest, show_id: UUID) -> HttpResponse:
    """Answer the newest take of a show, and when it was given; null where there is none."""
    kept = Take.objects.filter(show=show_for(request, show_id, Act.RECORD)).first()
    return answer({"take": None if kept is None else kept.document, "given": "" if kept is None else str(kept)})


@login_required
@require_safe
def take(request: HttpRequest, take_id: int) -> HttpResponse:
    """A take: planned against given, per slide."""
    kept = get_object_or_404(Take, pk=take_id)
    show_for(request, kept.show_id, Act.RECORD)
    try:
        rows = compared(running(in_rows.load(kept.show)), convert(kept.document, CoreTake), kept.planned)
    except BadDocument as error:
        messages.error(request, f"That take cannot be read: {error}.")
        return redirect("desk:desk", kept.show_id)
    run = [r for r in rows if r.given_ms is not None]
    tools = {one.get("tool") for strokes in kept.ink.values() for one in strokes}
    context = {
        "take": kept,
        "show": kept.show,
        "rows": rows,
        "planned": sum(r.planned_ms for r in run),
        "given": sum(r.given_ms for r in run),
        "difference": sum(r.difference_ms for r in run),
        "widest": max([1, *(r.planned_ms for r in rows), *(r.given_ms or 0 for r in rows)]),
        "cannot": [r for r in rows if r.cannot],
        "applied": sum(r.applied_ms for r in rows),
        "rushed": sum(len(r.rushed) for r in rows),
        "inked": bool(tools.difference(POINTERS)),
        "pointed": bool(tools.intersection(POINTERS)),
    }
    return render(request, "takes/take.html", context)


@login_required
@require_POST
def apply(request: HttpRequest, take_id: int) -> HttpResponse:
    """Give the show the take's waits and holds, as one edit that can be undone."""
    kept = get_object_or_404(Take, pk=take_id)
    show_for(request, kept.show_id, Act.EDIT)
    try:
        command = ApplyTake(take=convert(kept.document, CoreTake))
        keeping.edit(kept.show_id, kept.show.revision, command, keeping.Author(person=request.user.pk))
    except (keeping.Collision, BadEdit, BadDocument) as error:
        messages.error(request, f"Not applied: {error}.")
        return redirect("takes:take", kept.pk)
    kept.applied_at = timezone.now()
    kept.save(update_fields=["applied_at"])
    messages.info(request, "The show now waits and holds as you did. Undo on the desk takes it back.")
    return redirect("desk:desk", kept.show_id)


@login_required
@require_POST
def keep_ink(request: HttpRequest, take_id: int) -> HttpResponse:
    """Keep what was drawn in a take as drawings of the show's slides, as one edit that can be undone."""
    kept = get_object_or_404(Take, pk=take_id)
    show_for(request, kept.show_id, Act.EDIT)
    there = set(kept.show.slides.values_list("key", flat=True))
    left_out = () if request.POST.get("pointer") else POINTERS
    ink = {
        name: found
        for name, strokes in kept.ink.items()
        if name in there and (found := [one for one in strokes if one.get("tool") not in left_out])
    }
    try:
        command = convert({"do": "keep-ink", "ink": ink}, KeepInk)
        keeping.edit(kept.show_id, kept.show.revision, command, keeping.Author(person=request.user.pk))
    except (keeping.Collision, BadEdit, BadDocument) as error:
        messages.error(request, f"The ink was not kept: {error}.")
        return redirect("takes:take", kept.pk)
    messages.info(request, "What you drew stands on the slides now. Undo on the desk takes it back.")
    return redirect("desk:desk", kept.show_id)


def _playable(row: Show, called: Called, score: Score) -> dict:
    """Return what pages play; of its slides the first ``planned`` are the show, the others can be called for."""
    show = called.show
    assets = Asset.objects.filter(owner_id=row.owner_id, sha256__in=[a.id for a in show.assets])
    played = playable(show, score) | {"assets": {a.sha256: described(a) for a in assets}}
    planned_ms = sum(time.length_ms for time in score.times[: called.planned])
    return played | {"length": planned_ms, "planned": called.planned, "after": called.after}
