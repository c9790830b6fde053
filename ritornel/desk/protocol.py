"""How pages and the server speak of edits: commands in their order, each carried out once, and trials of a drag."""

from collections.abc import Iterable
from contextlib import suppress
from typing import Annotated, Any, Literal
from uuid import UUID

import msgspec
from django.core.exceptions import ObjectDoesNotExist
from django.db import OperationalError
from django.http import HttpRequest, HttpResponse
from django.views.decorators.http import require_POST

from ritornel.core.edits import BadEdit, Command, apply, read_command
from ritornel.core.edits.places import slides_of
from ritornel.core.model import Show as CoreShow
from ritornel.core.model.reading import BadDocument
from ritornel.desk import projection
from ritornel.desk.had import remember
from ritornel.desk.page import FIRST_SLIDES, NearIds
from ritornel.formats.media_kinds import BadMedia, NoRoom
from ritornel.library.handing_on import hand_on
from ritornel.library.spots import bring
from ritornel.shows import in_rows, keeping, stepping
from ritornel.shows.access import Act, show_for
from ritornel.shows.models import Show
from ritornel.site.answering import NOT_CARRIED_OUT, answer, answering, asked, log, signed_in

MOST_COMMANDS = 200
MOST_SLIDES_TOLD = 5


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
    row, show = in_rows.loaded(show_for(request, show_id, Act.EDIT))
    wanted = asked(request, Edits)
    if row.revision == wanted.have:
        remember(row, show, projection.versions_of(show))  # a process that was started since has told nobody
    _bring(request, row, (one.command for one in wanted.commands))
    results = [_carry_out(row.pk, wanted.page, request.user.pk, one) for one in wanted.commands]
    row, show = in_rows.loaded(show_for(request, show_id, Act.EDIT))
    status = 409 if any(r.collided for r in results) else 200 if all(r.done for r in results) else 400
    near = [*wanted.near, *(i for r in results for i in r.slides[:FIRST_SLIDES])]
    error = next((r.error for r in results if r.error), "")
    return answer(
        {**projection.state(row, show, wanted.have, near, request.user.pk), "results": results, "error": error}, status
    )


def _bring(request: HttpRequest, row: Show, commands: Iterable[dict[str, Any] | str]) -> None:
    """Take sounds that ship, and what an editor has, into the owner's library before an edit names them."""
    with suppress(BadEdit):
        made = [read_command(command) for command in commands if isinstance(command, dict)]
        brought = {asset for command in made for asset in command.brings_assets}
        bring(row.owner, brought)
        hand_on(request.user.pk, row.owner, brought, row.title)


def _carry_out(show_id: UUID, page: str, person: int, one: One) -> Result:
    """Carry out a command; return what became of it."""
    try:
        kept = _kept(show_id, keeping.Author(page, one.id, person), one)
    except keeping.Collision as error:
        return Result(one.id, False, str(error), collided=True)
    except stepping.NothingThere:
        return Result(one.id, False, f"there is nothing to {one.command}")
    except (BadEdit, BadDocument, BadMedia, stepping.InTheWay) as error:
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


def _kept(show_id: UUID, by: keeping.Author, one: One) -> keeping.Kept:
    if one.command == "undo":
        return stepping.undo(show_id, one.base, by)
    if one.command == "redo":
        return stepping.redo(show_id, one.base, by)
    return keeping.edit(show_id, one.base, read_command(one.command), by)


@signed_in
@require_POST
@answering
def try_edit(request: HttpRequest, show_id: UUID) -> HttpResponse:
    """Answer what commands would give, and keep nothing: what a drag shows while it lasts.

    Commands on their way that cannot be carried out are passed over; the last must be one that can.
    """
    row = show_for(request, show_id, Act.EDIT)
    wanted = asked(request, Trial)
    *before, last = [read_command(command) for command in wanted.commands]
    _bring(request, row, wanted.commands)
    row, known = in_rows.loaded(row, [asset for command in (*before, last) for asset in command.brings_assets])
    show = carried_on(known, before)
    return answer({"revision": row.revision, **projection.trial(apply(show, last), known, wanted.near)})


def carried_on(show: CoreShow, commands: Iterable[Command]) -> CoreShow:
    """Return the show after commands that are on their way; those that cannot be carried out are passed over."""
    for command in commands:
        with suppress(BadEdit):
            show = apply(show, command)
    return show
