"""The pages of shows: the list, the desk, edits, documents in and out."""

from collections.abc import Callable, Iterable
from contextlib import suppress
from typing import Annotated, Any, Literal, TypeVar
from uuid import UUID

import msgspec
from django.contrib import messages
from django.contrib.auth.decorators import login_required
from django.core.exceptions import ObjectDoesNotExist
from django.db import OperationalError
from django.http import Http404, HttpRequest, HttpResponse, HttpResponseBase
from django.shortcuts import render
from django.urls import reverse
from django.views.decorators.http import require_GET, require_POST, require_safe

from ritornel.core.edits import BadEdit, Command, apply, read_command
from ritornel.core.edits.places import slides_of
from ritornel.core.linecheck.unreadable_slides import words as unreadable_words
from ritornel.core.model import Show as CoreShow
from ritornel.core.model.reading import BadDocument, convert
from ritornel.core.model.writing import write_show
from ritornel.core.score import compile
from ritornel.formats.media_kinds import BadMedia, NoRoom
from ritornel.formats.outline import MOST_CHARACTERS, BadOutline, read_outline
from ritornel.formats.show_document import zip_blocks
from ritornel.formats.svg_outline import MOST_BYTES, outline_of
from ritornel.jobs import queues
from ritornel.jobs.apart import TooMuch, done_apart
from ritornel.library.models import Asset, clean_name
from ritornel.library.serving import streamed
from ritornel.library.spots import bring
from ritornel.shows import desk_state, in_rows, keeping, pictures
from ritornel.shows.access import own_show, own_show_loaded
from ritornel.shows.models import Show
from ritornel.site.answering import NOT_CARRIED_OUT, answer, answering, asked, log, refused, signed_in
from ritornel.site.rates import at_most

FIRST_SLIDES = 2
"""So many slides come whole with the page; the others when they are come to."""

MOST_COMMANDS = 200
READING_S = 4.0
"""An outline is read in this time, or refused."""

T = TypeVar("T")
MOST_SLIDES_TOLD = 5


@signed_in
@require_safe
@at_most("pictures", ("GET",))
def show_strip(request: HttpRequest, show_id: UUID) -> HttpResponse:
    """The show's slides side by side as one picture, each as wide as it lasts. Its address has the revision in it."""
    row, show = own_show_loaded(request, show_id)
    made = pictures.strip(show, compile(show), assets_of(row, show), row.owner_id)
    caching = "private, max-age=86400" if made.complete else "no-store"
    return HttpResponse(made.content, content_type="image/png", headers={"Cache-Control": caching})


@signed_in
@require_safe
@at_most("pictures", ("GET",))
def slide_picture(request: HttpRequest, show_id: UUID, slide: str) -> HttpResponseBase:
    """A slide as a small picture, everything on it. Its address has in it what it looks like."""
    row, show = own_show_loaded(request, show_id)
    found = next((s for s in show.slides if s.id == slide), None)
    if found is None:
        raise Http404
    drawn = pictures.slide_picture(found, show, assets_of(row, show), row.owner_id)
    return pictures.served(request, drawn, lasting=request.GET.get("look") == pictures.look_of(found, show))


def assets_of(row: Show, show: CoreShow) -> dict[str, Asset]:
    """Return the rows of the assets that a show uses, by their hash."""
    rows = Asset.objects.filter(owner_id=row.owner_id, sha256__in=[a.id for a in show.assets])
    return {asset.sha256: asset for asset in rows}


@login_required
@require_GET
def export_document(request: HttpRequest, show_id: UUID) -> HttpResponse:
    """The show as a JSON document."""
    row, show = own_show_loaded(request, show_id)
    response = HttpResponse(write_show(show), content_type="application/json")
    response["Content-Disposition"] = _attachment(row, ".ritornel.json")
    return response


@login_required
@require_GET
def export_zip(request: HttpRequest, show_id: UUID) -> HttpResponseBase:
    """The show with its media, as a zip."""
    row, show = own_show_loaded(request, show_id)
    files = {a.sha256: a.path for a in Asset.objects.filter(owner=request.user, sha256__in=[a.id for a in show.assets])}
    headers = {"Content-Disposition": _attachment(row, ".zip")}
    return streamed(request, zip_blocks(show, files), "application/zip", headers)


@login_required
@require_GET
def desk(request: HttpRequest, show_id: UUID) -> HttpResponse:
    """The desk: the page where the work is done."""
    row, show = own_show_loaded(request, show_id)
    first = [slide.id for slide in show.slides[:FIRST_SLIDES]]
    addresses = {
        "library": f"{reverse('shows:library')}?used={row.pk}",
        "list": reverse("shows:list"),
        "contact": reverse("shows:contact", args=[row.pk]),
        "history": reverse("shows:history", args=[row.pk]),
        "lectern": reverse("takes:lectern", args=[row.pk]),
        "publish": reverse("publishing:editions", args=[row.pk]),
    }
    page = {
        "state": desk_state.state(row, show, near=first),
        "vocabulary": desk_state.vocabulary(),
        "addresses": addresses,
    }
    bad = [unreadable_words(number, slide) for number, slide in enumerate(show.slides, 1) if slide.unreadable]
    if bad:
        messages.error(request, f"{'; '.join(bad)[:1000]}.".capitalize())
    return render(request, "shows/desk.html", {"row": row, "page": page})


NearIds = Annotated[list[str], msgspec.Meta(max_length=50)]
"""Slides that a page shows or is about to show: of these it wants to know everything."""


@signed_in
@require_GET
@answering
def state(request: HttpRequest, show_id: UUID) -> HttpResponse:
    """The newest state, for a page that learnt of a change elsewhere; ?near=s1,s2 asks for these slides whole."""
    row, show = own_show_loaded(request, show_id)
    return answer(desk_state.state(row, show, near=_ids(request, "near")))


@signed_in
@require_GET
@answering
def slides(request: HttpRequest, show_id: UUID) -> HttpResponse:
    """Slides with all that the desk shows of them: ?ids=s1,s2."""
    _, show = own_show_loaded(request, show_id)
    return answer({"slides": desk_state.whole_slides(show, _ids(request, "ids"))})


@signed_in
@require_GET
@answering
def revision(request: HttpRequest, show_id: UUID) -> HttpResponse:
    """The number of the newest revision."""
    return answer({"revision": own_show(request, show_id).revision})


def _ids(request: HttpRequest, name: str) -> list[str]:
    return convert([i for i in request.GET.get(name, "").split(",") if i], NearIds)


class One(msgspec.Struct):
    """One command of a page: its id there, the revision that the page had when it was made, and what is to be done."""

    id: Annotated[str, msgspec.Meta(min_length=1, max_length=40)]
    base: Annotated[int, msgspec.Meta(ge=0)]
    command: dict[str, Any] | Literal["undo", "redo"]


class Edits(msgspec.Struct):
    """What a page asks: commands in their order. ``have`` is the revision that it has now."""

    page: Annotated[str, msgspec.Meta(min_length=1, max_length=40)]
    have: int
    commands: Annotated[list[One], msgspec.Meta(min_length=1, max_length=MOST_COMMANDS)]
    near: NearIds = []


class Trial(msgspec.Struct):
    """What a page asks while something is dragged: the commands on their way, and last what is being dragged."""

    commands: Annotated[list[dict[str, Any]], msgspec.Meta(min_length=1, max_length=MOST_COMMANDS)]
    near: NearIds = []


class Result(msgspec.Struct, omit_defaults=True):
    """What became of one command: done, or why not; on which slides something changed, and which step went back."""

    id: str
    done: bool
    error: str = ""
    collided: bool = False
    slides: list[str] = []
    step: dict[str, str] = {}


@signed_in
@require_POST
@answering
def edit(request: HttpRequest, show_id: UUID) -> HttpResponse:
    """Carry out commands, one after another, each once however often it comes.

    Answers what became of each, and the newest state. 409 if what one of them changes was changed meanwhile in another
    page, else 400 if one of them cannot be carried out; the others are carried out all the same.
    """
    row, show = in_rows.loaded(own_show(request, show_id))
    wanted = asked(request, Edits)
    known = show if row.revision == wanted.have else None
    _bring(request, (one.command for one in wanted.commands))
    results = [_carry_out(row.pk, wanted.page, one) for one in wanted.commands]
    row, show = in_rows.loaded(own_show(request, show_id))
    status = 409 if any(r.collided for r in results) else 200 if all(r.done for r in results) else 400
    near = [*wanted.near, *(i for r in results for i in r.slides[:FIRST_SLIDES])]
    error = next((r.error for r in results if r.error), "")
    return answer({**desk_state.state(row, show, known, near), "results": results, "error": error}, status)


def _bring(request: HttpRequest, commands: Iterable[dict[str, Any] | str]) -> None:
    """Take sounds that ship into the owner's library before an edit names them."""
    with suppress(BadEdit):
        made = [read_command(command) for command in commands if isinstance(command, dict)]
        bring(request.user, [asset for command in made for asset in command.brings_assets])


def _carry_out(show_id: UUID, page: str, one: One) -> Result:
    """Carry out a command; return what became of it."""
    try:
        kept = _kept(show_id, page, one)
    except keeping.Collision as error:
        return Result(one.id, False, str(error), collided=True)
    except keeping.NothingThere:
        return Result(one.id, False, f"there is nothing to {one.command}")
    except (BadEdit, BadDocument, BadMedia) as error:
        return Result(one.id, False, str(error))
    except (ObjectDoesNotExist, OperationalError, NoRoom):
        raise
    except Exception:
        log.exception("a command of show %s was not foreseen", show_id)
        return Result(one.id, False, NOT_CARRIED_OUT)
    there = {s.id for s in kept.after.slides}
    changed = [i for i in slides_of(kept.places) if i in there][:MOST_SLIDES_TOLD]
    step = {} if kept.step is None else {"label": kept.step.label, "page": kept.step.page}
    return Result(one.id, True, slides=changed, step=step)


def _kept(show_id: UUID, page: str, one: One) -> keeping.Kept:
    by = keeping.Author(page, one.id)
    if one.command == "undo":
        return keeping.undo(show_id, one.base, by)
    if one.command == "redo":
        return keeping.redo(show_id, one.base, by)
    return keeping.edit(show_id, one.base, read_command(one.command), by)


@signed_in
@require_POST
@answering
def try_edit(request: HttpRequest, show_id: UUID) -> HttpResponse:
    """Answer what commands would give, and keep nothing: what a drag shows while it lasts.

    Commands on their way that cannot be carried out are passed over; the last must be one that can.
    """
    row = own_show(request, show_id)
    wanted = asked(request, Trial)
    *before, last = [read_command(command) for command in wanted.commands]
    _bring(request, wanted.commands)
    row, known = in_rows.loaded(row, [asset for command in (*before, last) for asset in command.brings_assets])
    show = carried_on(known, before)
    return answer({"revision": row.revision, **desk_state.trial(apply(show, last), known, wanted.near)})


def carried_on(show: CoreShow, commands: Iterable[Command]) -> CoreShow:
    """Return the show after commands that are on their way; those that cannot be carried out are passed over."""
    for command in commands:
        with suppress(BadEdit):
            show = apply(show, command)
    return show


@signed_in
@require_POST
@answering
@at_most("outlines")
def outline(request: HttpRequest) -> HttpResponse:
    """Answer the outlines in an SVG drawing, sent as the body, as one path."""
    name = clean_name(request.GET.get("name", "drawing.svg"))
    if len(request.body) > MOST_BYTES:
        return refused("this drawing is larger than an outline may be; export it simpler")
    try:
        return answer({"path": _apart(request, outline_of, request.body, name)})
    except TooMuch:
        return refused(f"“{name}” takes more time or memory than an outline may; export it simpler")


def _apart(request: HttpRequest, work: Callable[..., T], *args: Any) -> T:
    """Return what is done apart, when it is the turn of whoever asks."""
    with queues.drawing().of(str(request.user.pk), queues.PATIENCE_S):
        return done_apart(READING_S, work, *args)


@signed_in
@require_POST
@answering
@at_most("outlines")
def outlined(request: HttpRequest) -> HttpResponse:
    """Answer the slides that a text outlines, Markdown or plain, sent as the body in UTF-8."""
    name = clean_name(request.GET.get("name", "outline.md"))
    if len(request.body) > 4 * MOST_CHARACTERS:
        return refused(f"“{name}” is larger than an outline may be; part it in two")
    try:
        return answer({"slides": _apart(request, read_outline, request.body.decode("utf-8-sig"))})
    except UnicodeDecodeError:
        return refused(f"“{name}” is not text in UTF-8; save it as such and try again")
    except BadOutline as error:
        return refused(f"“{name}” makes no slides: {error}")
    except TooMuch:
        return refused(f"“{name}” takes more time or memory to read than an outline may; part it in two")


def _file_name(row: Show) -> str:
    return "".join(c if c.isalnum() else "-" for c in row.title.lower()).strip("-")[:60] or "show"


def _attachment(row: Show, ending: str) -> str:
    return f'attachment; filename="{_file_name(row).encode("ascii", "ignore").decode() or "show"}{ending}"'
