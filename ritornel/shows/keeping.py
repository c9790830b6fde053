"""Every edit of a show, kept with its history.

What an edit gives is read, computed and checked before the database is locked: all of it of the one revision that was
read. The lock is held only to see that this still is the newest, and to write; if it is not, all begins anew. In one
process the changes of a show are computed in turn (``turns``).
"""

from collections.abc import Callable, Iterable
from contextlib import suppress
from typing import NamedTuple, TypeVar

import msgspec
from django.db import IntegrityError, OperationalError, transaction

from ritornel.core.edits import Command, apply
from ritornel.core.edits.places import Place, meet, places_changed
from ritornel.core.edits.telling import what_was_done
from ritornel.core.linecheck import findings
from ritornel.core.model import Show as CoreShow
from ritornel.core.model.patch import patch_to
from ritornel.core.model.uses import assets_used
from ritornel.core.score import compile
from ritornel.core.text.credits import told
from ritornel.library.room import check_room
from ritornel.shows.in_rows import (
    Loaded,
    assets_of,
    bytes_before,
    bytes_of,
    changes_between,
    loaded,
    remember,
    write,
)
from ritornel.shows.models import Change, Entry, Show
from ritornel.shows.turns import in_turn

T = TypeVar("T")

LARGE_BYTES = 64 * 1024
"""What grows by less than this is kept also where an account has no room: so that it can be put in order."""

TRIES = 20
CHANGED_ALL_THE_TIME = "the show is being changed all the time"


class Collision(Exception):
    """What was to be changed was changed meanwhile in another page."""

    def __str__(self) -> str:
        return "this was changed in another page meanwhile; look at it and do it again if it is still wanted"


class Author(NamedTuple):
    """Who asks for a change: the page's id, the id that it gave to the command, and that of the person."""

    page: str = ""
    command: str = ""
    person: int | None = None


NOBODY = Author()


class Kept(NamedTuple):
    """A show before and after a change, its row, and where it was changed; the step that was taken back or again."""

    row: Show
    before: CoreShow
    after: CoreShow
    places: set[Place]
    step: Entry | None = None


def create(owner, show: CoreShow, along: Callable[[Show], None] | None = None) -> Show:
    """Keep a new show of that owner; its history begins here. The show is compiled before it is kept.

    ``along`` is called with the row in the same transaction.
    """
    findings(show, compile(show))
    before = CoreShow(width=show.width, height=show.height)
    changes = changes_between(before, show)
    size = bytes_of(changes)
    if size > LARGE_BYTES:
        check_room(owner, size, show.title)
    with transaction.atomic():
        row = Show.objects.create(owner=owner, width=show.width, height=show.height, kept_bytes=size)
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

    def compute(row: Show, before: CoreShow) -> Computed:
        return edited(row, before, with_its_assets(row, before, apply(before, command)), command.label)

    return carried_out(row_id, base, by, compute, brings=command.brings_assets, merges=command.merges)


class Computed(NamedTuple):
    """What a change would give: the show after it, the place in the history, its new entry, and where it changes."""

    after: CoreShow
    history_place: int
    entry: Entry | None
    places: set[Place] | None = None
    """None: it was carried out before."""
    step: Entry | None = None


def edited(row: Show, before: CoreShow, after: CoreShow, label: str) -> Computed:
    """Return a change with its new entry in the history; without one where nothing is changed."""
    if after == before:
        return Computed(after, row.history_place, None)
    back, forth = patch_to(after, before), patch_to(before, after)
    place = row.history_place + 1
    return Computed(after, place, Entry(show=row, number=place, label=label[:200], before=back, after=forth))


def carried_out(
    row_id,
    base: int,
    by: Author,
    compute: Callable[[Show, CoreShow], Computed],
    *,
    brings: Iterable[str] = (),
    alone: Callable[[Show], bool] = lambda row: False,
    merges: bool = False,
) -> Kept:
    """Compute a change on the newest revision and keep it; begin anew if the show was changed while it was computed.

    ``alone`` tells whether it stands for the whole show, and meets whatever others have done since ``base``;
    ``merges``: it meets nothing, as it brings both together.
    """

    def wanted(at: Loaded) -> Computed:
        if _is_carried_out(at.row, by):
            return Computed(at.show, at.row.history_place, None)
        others = _done_by_others(at.row, base, by)
        if alone(at.row) and (others is None or others):
            raise Collision
        computed = compute(at.row, at.show)
        places = places_changed(at.show, computed.after)
        if not merges and (others is None or meet(places, others)):
            raise Collision
        return computed._replace(places=places)

    with in_turn(str(row_id)):
        for _ in range(TRIES):
            at = loaded(Show.objects.get(pk=row_id), brings)
            computed = steady(at, lambda at=at: wanted(at))
            if computed is None:
                continue
            if computed.places is None:
                return Kept(at.row, at.show, at.show, set())
            with suppress(IntegrityError):  # the same command was carried out at this very moment
                kept = _keep(at, computed, computed.places, by)
                if kept is not None:
                    return kept
    raise OperationalError(CHANGED_ALL_THE_TIME)


def steady(at: Loaded, compute: Callable[[], T]) -> T | None:
    """Return what is computed of a show and of its history; None if the show was changed meanwhile.

    The history and the changes are read after the show: what is computed of both, also that nothing can be, holds only
    if the show is still where it was.
    """
    try:
        found = compute()
    except Exception:
        if _is_newest(at.row):
            raise
        return None
    return found if _is_newest(at.row) else None


def _is_newest(row: Show) -> bool:
    return Show.objects.values_list("revision", flat=True).get(pk=row.pk) == row.revision


def _is_carried_out(row: Show, by: Author) -> bool:
    return bool(by.command) and row.changes.filter(page=by.page, command=by.command).exists()


def _done_by_others(row: Show, base: int, by: Author) -> set[Place] | None:
    """Return where other pages have changed the show since ``base``; None if that is not known any more."""
    if base == row.revision:
        return set()
    since = list(row.changes.filter(revision__gt=base, revision__lte=row.revision).values_list("page", "places"))
    if base > row.revision or len(since) != row.revision - base:
        return None
    return {tuple(place) for page, places in since if not by.page or page != by.page for place in places}


def with_its_assets(row: Show, before: CoreShow, after: CoreShow) -> CoreShow:
    """Return a show with the assets that it uses, as the library has them, and its credits as they are with them."""
    used = assets_used(after)
    known = {a.id: a for a in before.assets}
    assets = tuple(known[i] for i in sorted(used & set(known))) + assets_of(row, used - set(known))
    return told(after if assets == after.assets else msgspec.structs.replace(after, assets=assets))


def _keep(at: Loaded, computed: Computed, places: set[Place], by: Author) -> Kept | None:
    """Write what was computed, if nothing was changed meanwhile; else None."""
    before, after, entry = at.show, computed.after, computed.entry
    changes, known = changes_between(before, after), sorted(places)
    growth = bytes_of(changes) - bytes_before(changes, before)
    if entry is not None:
        entry.told = what_was_done(entry.label, places, before, after)
        entry.page, entry.by_id = by.page, by.person
        growth += sum(len(msgspec.json.encode(patch)) for patch in (entry.before, entry.after))
    if growth > LARGE_BYTES:
        check_room(at.row.owner, growth, after.title)
    with transaction.atomic():
        row = Show.objects.select_for_update().get(pk=at.row.pk)
        if row.revision != at.row.revision:
            return None
        if entry is not None:
            row.history.filter(number__gt=row.history_place, superseded=False).update(superseded=True)
            entry.save(force_insert=True)
        row.history_place = computed.history_place
        row.kept_bytes = max(0, row.kept_bytes + growth)
        write(row, before, after, changes)
        row.revision += 1
        row.save()
        Change.objects.create(show=row, revision=row.revision, page=by.page, command=by.command, places=known)
    return Kept(row, before, remember(row, after), places, computed.step)
