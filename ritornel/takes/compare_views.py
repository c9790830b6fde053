"""Takes beside each other: chosen, named, applied one or several, deleted."""

from typing import Any
from uuid import UUID

from django.contrib import messages
from django.contrib.auth.decorators import login_required
from django.http import HttpRequest, HttpResponse
from django.shortcuts import get_object_or_404, redirect, render
from django.utils import timezone
from django.views.decorators.http import require_POST, require_safe

from ritornel.core.edits import BadEdit, Command
from ritornel.core.edits.takes import ApplyTake, ApplyTakes
from ritornel.core.model import Take as CoreTake
from ritornel.core.model.reading import BadDocument, convert
from ritornel.core.model.running import running
from ritornel.shows import keeping
from ritornel.shows.access import Act, loaded_for, show_for
from ritornel.takes.comparing import named, pace_paths, side_by_side
from ritornel.takes.models import Take

MOST = 6
"""So many takes are seen beside each other at most."""

_PACE = (900, 140)


@login_required
@require_safe
def takes(request: HttpRequest, show_id: UUID) -> HttpResponse:
    """Takes of a show beside each other: those of ?take=, or the newest two."""
    row, show = loaded_for(request, show_id, Act.RECORD)
    show = running(show)
    kept = list(Take.objects.filter(show=row))
    for number, one in enumerate(reversed(kept), 1):
        one.label = one.name or f"take {number}, {timezone.localtime(one.begun_at):%d %b %H:%M}"  # type: ignore[attr-defined]
    asked = {number for number in request.GET.getlist("take") if number.isdigit()}
    readable = [(one, read) for one in kept for read in [_read(one)] if read is not None]
    chosen = [(one, read) for one, read in readable if not asked or str(one.pk) in asked][: MOST if asked else 2]
    rows = side_by_side(show, [read for _, read in chosen])
    paths, most = pace_paths(show, {one.pk: read for one, read in chosen}, *_PACE)
    widest = max([1, *(r.planned_ms for r in rows), *(ms or 0 for r in rows for ms in r.given_ms)])
    context = {
        "show": row,
        "kept": kept,
        "chosen": [_shown(n, one, rows, paths[one.pk]) for n, (one, _) in enumerate(chosen)],
        "ids": {one.pk for one, _ in chosen},
        "rows": [_lines(r, chosen, widest) for r in rows],
        "planned": sum(r.planned_ms for r in rows),
        "most": most,
        "across": _PACE[0],
        "down": _PACE[1],
        "middle": _PACE[1] / 2,
    }
    return render(request, "takes/takes.html", context)


@login_required
@require_POST
def change(request: HttpRequest, take_id: int) -> HttpResponse:
    """Name a take, note something, or delete it."""
    kept = get_object_or_404(Take, pk=take_id)
    show_for(request, kept.show_id, Act.RECORD)
    if "delete" in request.POST:
        messages.info(request, f"The {kept} is deleted.")
        kept.delete()
    else:
        kept.name, kept.note = request.POST.get("name", "").strip()[:200], request.POST.get("note", "").strip()[:2000]
        kept.save(update_fields=["name", "note"])
    return redirect("takes:keep", kept.show_id)


@login_required
@require_POST
def apply_several(request: HttpRequest, show_id: UUID) -> HttpResponse:
    """Give the show the median of takes, or a slide the pace that it had in one; an edit that can be undone."""
    row = show_for(request, show_id, Act.EDIT)
    numbers = [number for number in request.POST.getlist("take") if number.isdigit()]
    kept = list(Take.objects.filter(show=row, pk__in=numbers))
    read = [one for one in map(_read, kept) if one is not None]
    slide = request.POST.get("slide", "")
    if not read:
        messages.error(request, "Choose at least one take.")
        return redirect("takes:keep", row.pk)
    command: Command = ApplyTake(take=read[0], slides=[slide]) if slide else ApplyTakes(takes=tuple(read))
    try:
        keeping.edit(row.pk, row.revision, command, keeping.Author(person=request.user.pk))
    except (keeping.Collision, BadEdit) as error:
        messages.error(request, f"Not applied: {error}.")
        return redirect("takes:keep", row.pk)
    if not slide:
        Take.objects.filter(pk__in=[one.pk for one in kept]).update(applied_at=timezone.now())
        messages.info(request, "The show now waits and holds as you did. Undo on the desk takes it back.")
        return redirect("desk:desk", row.pk)
    messages.info(request, "That slide now waits and holds as it did in that take. Undo on the desk takes it back.")
    return redirect(
        f"{request.path.removesuffix('/apply')}?{'&'.join(f'take={n}' for n in request.POST.getlist('beside'))}"
    )


def _read(kept: Take) -> CoreTake | None:
    try:
        return convert(kept.document, CoreTake)
    except BadDocument:
        return None


def _shown(number: int, kept: Take, rows: Any, path: str) -> dict[str, Any]:
    given = sum(row.given_ms[number] or 0 for row in rows)
    run = sum(row.planned_ms for row in rows if row.given_ms[number] is not None)
    return {
        "take": kept,
        "given": given,
        "difference": given - run,
        "named": named(rows, number),
        "path": path,
        "n": number,
    }


def _lines(row: Any, chosen: Any, widest: int) -> dict[str, Any]:
    lines = [
        {
            "take": one,
            "n": n,
            "ms": ms,
            "width": 400 * (ms or 0) // widest,
            "off": (ms or 0) - row.planned_ms,
            "nearest": n == row.nearest,
        }
        for n, ((one, _), ms) in enumerate(zip(chosen, row.given_ms, strict=True))
    ]
    return {"row": row, "planned": 400 * row.planned_ms // widest, "lines": lines}
