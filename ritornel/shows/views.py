"""The pages of shows: the list, the desk, edits, documents in and out."""

import json
import tempfile
from pathlib import Path
from uuid import UUID

import msgspec
from django.conf import settings
from django.contrib import messages
from django.contrib.auth.decorators import login_required
from django.db import transaction
from django.http import FileResponse, HttpRequest, HttpResponse, HttpResponseBase, JsonResponse
from django.shortcuts import redirect, render
from django.views.decorators.http import require_GET, require_POST

from ritornel.core.edits import BadEdit, apply, read_command
from ritornel.core.model import Asset as CoreAsset
from ritornel.core.model import Show as CoreShow
from ritornel.core.model import Slide as CoreSlide
from ritornel.core.model.reading import BadDocument, write_show
from ritornel.core.score import compile
from ritornel.formats.media import BadMedia
from ritornel.formats.show_document import read_any, write_zip
from ritornel.library.models import Asset
from ritornel.library.taking_in import take_in
from ritornel.render.stage import nodes
from ritornel.shows import desk_state, keeping
from ritornel.shows.access import own_show
from ritornel.shows.models import Show


@login_required
@require_GET
def show_list(request: HttpRequest) -> HttpResponse:
    """The user's shows, each as a strip of its slides drawn to time."""
    told = []
    for row in Show.objects.filter(owner=request.user).prefetch_related("chapters", "beds"):
        show = keeping.load(row)
        score = compile(show)
        strip = [
            {"id": s.id, "title": s.title, "length": t.length_ms, "nodes": nodes(s), "background": s.background}
            for s, t in zip(show.slides, score.times, strict=True)
        ]
        told.append({"row": row, "length": score.length_ms, "count": len(show.slides), "strip": strip})
    page = {str(t["row"].pk): {"slides": t["strip"], "width": t["row"].width, "height": t["row"].height} for t in told}
    return render(request, "shows/list.html", {"shows": told, "strips": page})


@login_required
@require_POST
def new_show(request: HttpRequest) -> HttpResponse:
    """Make a show with one empty slide and open its desk."""
    title = request.POST.get("title", "").strip()[:300] or "Untitled show"
    row = keeping.create(request.user, CoreShow(title=title, slides=(CoreSlide(id="slide-1"),)))
    return redirect("shows:desk", row.pk)


@login_required
@require_POST
def delete_show(request: HttpRequest, show_id: UUID) -> HttpResponse:
    """Delete a show for good; what it published stays until it is withdrawn."""
    row = own_show(request, show_id)
    title = row.title
    row.delete()
    messages.info(request, f"“{title}” is deleted.")
    return redirect("shows:list")


@login_required
@require_POST
def import_show(request: HttpRequest) -> HttpResponse:
    """Take in a show document or a zip, as a new show."""
    file = request.FILES.get("document")
    if file is None:
        messages.error(
            request, "Choose a file first: a .ritornel.json document, or a zip that was exported with its media."
        )
        return redirect("shows:list")

    def keep_asset(asset: CoreAsset, data: bytes) -> None:
        with tempfile.TemporaryDirectory() as folder:
            path = Path(folder) / "asset"
            path.write_bytes(data)
            take_in(request.user, path, asset.name, asset.licence, asset.credit)

    try:
        with transaction.atomic():
            row = keeping.create(request.user, read_any(file, keep_asset, settings.ASSET_MAX_BYTES))
    except (BadDocument, BadMedia) as error:
        messages.error(request, f"{file.name} was not taken in: {error}.")
        return redirect("shows:list")
    return redirect("shows:desk", row.pk)


@login_required
@require_GET
def export_document(request: HttpRequest, show_id: UUID) -> HttpResponse:
    """The show as a JSON document."""
    row = own_show(request, show_id)
    response = HttpResponse(write_show(keeping.load(row)), content_type="application/json")
    response["Content-Disposition"] = _attachment(row, ".ritornel.json")
    return response


@login_required
@require_GET
def export_zip(request: HttpRequest, show_id: UUID) -> HttpResponseBase:
    """The show with its media, as a zip."""
    row = own_show(request, show_id)
    show = keeping.load(row)
    files = {a.sha256: a.path for a in Asset.objects.filter(owner=request.user, sha256__in=[a.id for a in show.assets])}
    target = tempfile.TemporaryFile()  # noqa: SIM115 -- FileResponse closes it
    write_zip(show, files, target)
    target.seek(0)
    return FileResponse(target, as_attachment=True, filename=f"{_file_name(row)}.zip")


@login_required
@require_GET
def desk(request: HttpRequest, show_id: UUID) -> HttpResponse:
    """The desk: the page where the work is done."""
    row = own_show(request, show_id)
    show = keeping.load(row)
    page = {"state": desk_state.state(row, show), "vocabulary": desk_state.vocabulary()}
    return render(request, "shows/desk.html", {"row": row, "page": page})


@login_required
@require_GET
def state(request: HttpRequest, show_id: UUID) -> HttpResponse:
    """The whole state, for a page that is out of date."""
    row = own_show(request, show_id)
    return _json(desk_state.state(row, keeping.load(row)))


@login_required
@require_POST
def edit(request: HttpRequest, show_id: UUID) -> HttpResponse:
    """Carry out {revision, command}, or {revision, command: "undo" | "redo"}.

    Answers the new state; 409 with the newer state if the page was out of date; 400 with words if it cannot be done.
    """
    row = own_show(request, show_id)
    try:
        asked = json.loads(request.body)
        revision, command = int(asked["revision"]), asked["command"]
        if command == "undo":
            kept = keeping.undo(row.pk, revision)
        elif command == "redo":
            kept = keeping.redo(row.pk, revision)
        else:
            kept = keeping.edit(row.pk, revision, read_command(command))
    except keeping.StaleRevision:
        row.refresh_from_db()
        return _json(desk_state.state(row, keeping.load(row)), status=409)
    except keeping.NothingThere:
        return _refused(f"there is nothing to {command}")
    except BadEdit as error:
        return _refused(str(error))
    except (ValueError, KeyError, TypeError, AttributeError):
        return _refused("this edit could not be read; reload the page and try again")
    return _json(desk_state.state(kept.row, kept.after, kept.before))


@login_required
@require_POST
def try_edit(request: HttpRequest, show_id: UUID) -> HttpResponse:
    """Answer what {command} would give, and keep nothing: what a drag shows while it lasts."""
    row = own_show(request, show_id)
    try:
        command = read_command(json.loads(request.body)["command"])
        before = keeping.load(row, command.brings_assets)
        return _json(desk_state.trial(apply(before, command), before))
    except BadEdit as error:
        return _refused(str(error))
    except (ValueError, KeyError, TypeError, AttributeError):
        return _refused("this edit could not be read; reload the page and try again")


def _json(data: dict, status: int = 200) -> HttpResponse:
    return HttpResponse(msgspec.json.encode(data), content_type="application/json", status=status)


def _refused(message: str) -> JsonResponse:
    return JsonResponse({"error": message}, status=400)


def _file_name(row: Show) -> str:
    return "".join(c if c.isalnum() else "-" for c in row.title.lower()).strip("-")[:60] or "show"


def _attachment(row: Show, ending: str) -> str:
    return f'attachment; filename="{_file_name(row).encode("ascii", "ignore").decode() or "show"}{ending}"'
