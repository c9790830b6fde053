"""Every edit of a show, kept with its history.

What an edit gives is read, computed and checked before the database is locked; the lock is held only to see that
nothing was changed meanwhile, and to write.
"""

from collections.abc import Callable
from contextlib import suppress
from typing import Any, NamedTuple

import msgspec
from django.db import IntegrityError, OperationalError, transaction

from ritornel.core.edits import Command, apply
from ritornel.core.edits.places import Place, meet, places_changed
from ritornel.core.edits.telling import what_was_done
from ritornel.core.model import Show as CoreShow
from ritornel.core.model.memory import Recalled
from ritornel.core.model.patch import patch_to, patched
from ritornel.core.model.uses import assets_used
from ritornel.core.score import compile, findings
from ritornel.core.text.credits import told
from ritornel.shows.in_rows import assets_of, changes_between, load, remember, weight_of, with_assets, write
from ritornel.shows.models import Change, Entry, Show

_STATES_BYTES = 32 * 1024 * 1024
_TRIES_TO_KEEP = 8

_states: Recalled[CoreShow] = Recalled(_STATES_BYTES)


class Collision(Exception):
    """What was to be changed was changed meanwhile in another page."""

    def __str__(self) -> str:
        return "this was changed in another page meanwhile; look at it and do it again if it is still wanted"


class NothingThere(Exception):
    """There is nothing to undo, or to redo."""


class Author(NamedTuple):
    """Who asks for a change: the page's id, and the id that it gave to the command."""

    page: str = ""
    command: str = ""


NOBODY = Author()


class Kept(NamedTuple):
    """A show before and after a change, its row, and where it was changed."""

    row: Show
    before: CoreShow
    after: CoreShow
    places: set[Place]


def create(owner, show: CoreShow, along: Callable[[Show], None] | None = None) -> Show:
    """Keep a new show of that owner; its history begins here. The show is compiled before it is kept.

    ``along`` is called with the row in the same transaction.
    """
    findings(show, compile(show))
    before = CoreShow(width=show.width, height=show.height)
    changes = changes_between(before, show)
    with transaction.atomic():
        row = Show.objects.create(owner=owner, width=show.width, height=show.height)
        write(row, before, show, changes)
        row.save()
        if along is not None:
            along(row)
    return row


def edit(row_id, base: int, command: Command, by: Author = NOBODY) -> Kept:
    """Carry out a command that was made on the show at revision ``base``, and keep the result with its history.

    It is carried out on the newest revision. Raises ``Collision`` if what it changes was changed meanwhile by others,
    ``BadEdit`` if it cannot be carried out. A command that was carried out before is not carried out again.
    """

    def compute(row: Show) -> _Computed:
        before = load(row, command.brings_assets)
        return _edited(row, before, _with_its_assets(row, before, apply(before, command)), command.label)

    return _carried_out(row_id, base, by, compute, merges=command.merges)


def undo(row_id, base: int, by: Author = NOBODY) -> Kept:
    """Take the last edit back. Raises ``NothingThere`` at the beginning of the history, and as ``edit``."""

    def compute(row: Show) -> _Computed:
        entry = _entry(row, row.history_place)
        if entry is None:
            raise NothingThere
        return _patched(row, entry.before, row.history_place - 1)

    return _carried_out(row_id, base, by, compute, alone=True)


def redo(row_id, base: int, by: Author = NOBODY) -> Kept:
    """Carry out again what was undone last. Raises ``NothingThere`` at the end of the history, and as ``edit``."""

    def compute(row: Show) -> _Computed:
        entry = _entry(row, row.history_place + 1)
        if entry is None:
            raise NothingThere
        return _patched(row, entry.after, row.history_place + 1)

    return _carried_out(row_id, base, by, compute, alone=True)


def return_to(row_id, base: int, then: CoreShow, label: str, by: Author = NOBODY) -> Kept:
    """Make the show what it was ``then``, as an edit that can be taken back like any other. Raises as ``edit``."""

    def compute(row: Show) -> _Computed:
        before = load(row)
        after = _with_its_assets(row, before, msgspec.structs.replace(then, id=before.id, assets=before.assets))
        findings(after, compile(after))
        return _edited(row, before, after, label)

    return _carried_out(row_id, base, by, compute, alone=True)


def state_at(row: Show, number: int) -> CoreShow:
    """Return the show as it was after so many edits of the line of history that is in force.

    A page of the history asks for one state once for every picture on it: the states looked at lately are remembered.
    """
    now = load(row)
    known = _states.get(now, by=number)
    if known is None:
        known = _states.put(with_assets(row, _went_to(row, now, number), ()), weight_of(now), now, by=number)
    return with_assets(row, known, ())


def _went_to(row: Show, show: CoreShow, number: int) -> CoreShow:
    line = row.history.filter(superseded=False)
    if number < row.history_place:
        for entry in line.filter(number__gt=number, number__lte=row.history_place).order_by("-number"):
            show = patched(show, entry.before)
    else:
        for entry in line.filter(number__gt=row.history_place, number__lte=number).order_by("number"):
            show = patched(show, entry.after)
    return show


def _entry(row: Show, number: int) -> Entry | None:
    return row.history.filter(number=number, superseded=False).first()


class _Computed(NamedTuple):
    """What a change would give: the show before and after, the place in the history, and its new entry."""

    before: CoreShow
    after: CoreShow
    history_place: int
    entry: Entry | None


def _edited(row: Show, before: CoreShow, after: CoreShow, label: str) -> _Computed:
    """Return a change with its new entry in the history; without one where nothing is changed."""
    if after == before:
        return _Computed(before, after, row.history_place, None)
    back, forth = patch_to(after, before), patch_to(before, after)
    place = row.history_place + 1
    return _Computed(before, after, place, Entry(show=row, number=place, label=label[:200], before=back, after=forth))


def _carried_out(
    row_id, base: int, by: Author, compute: Callable[[Show], _Computed], *, alone: bool = False, merges: bool = False
) -> Kept:
    """Compute a change on the newest revision and keep it; begin anew if the show was changed while it was computed.

    ``alone``: it stands for the whole show, and meets whatever others have done since ``base``; ``merges``: it meets
    nothing, as it brings both together.
    """
    for _ in range(_TRIES_TO_KEEP):
        row = Show.objects.get(pk=row_id)
        if by.command and row.changes.filter(command=by.command).exists():
            show = load(row)
            return Kept(row, show, show, set())
        others = _done_by_others(row, base, by)
        if alone and others:
            raise Collision
        computed = compute(row)
        places = places_changed(computed.before, computed.after)
        if not merges and (others is None or meet(places, others)):
            raise Collision
        with suppress(IntegrityError):  # the same command was carried out at this very moment
            kept = _keep(row, computed, places, by)
            if kept is not None:
                return kept
    raise OperationalError("the show is being changed all the time")


def _done_by_others(row: Show, base: int, by: Author) -> set[Place] | None:
    """Return where other pages have changed the show since ``base``; None if that is not known any more."""
    if base == row.revision:
        return set()
    since = list(row.changes.filter(revision__gt=base, revision__lte=row.revision).values_list("page", "places"))
    if base > row.revision or len(since) != row.revision - base:
        return None
    return {tuple(place) for page, places in since if not by.page or page != by.page for place in places}


def _patched(row: Show, patch: dict[str, Any], history_place: int) -> _Computed:
    before = load(row)
    after = _with_its_assets(row, before, patched(before, patch))
    findings(after, compile(after))
    return _Computed(before, after, history_place, None)


def _with_its_assets(row: Show, before: CoreShow, after: CoreShow) -> CoreShow:
    used = assets_used(after)
    known = {a.id: a for a in before.assets}
    assets = tuple(known[i] for i in sorted(used & set(known))) + assets_of(row, used - set(known))
    return told(after if assets == after.assets else msgspec.structs.replace(after, assets=assets))


def _keep(row: Show, computed: _Computed, places: set[Place], by: Author) -> Kept | None:
    """Write what was computed, if nothing was changed meanwhile; else None."""
    before, after, history_place, entry = computed
    changes = changes_between(before, after)
    revision = row.revision
    with transaction.atomic():
        row = Show.objects.select_for_update().get(pk=row.pk)
        if row.revision != revision:
            return None
        if entry is not None:
            entry.told = what_was_done(entry.label, places, before, after)
            row.history.filter(number__gt=row.history_place, superseded=False).update(superseded=True)
            entry.save(force_insert=True)
        row.history_place = history_place
        write(row, before, after, changes)
        row.revision += 1
        row.save()
        known = sorted(places)
        Change.objects.create(show=row, revision=row.revision, page=by.page, command=by.command, places=known)
    return Kept(row, before, remember(row, after), places)
