"""Shows in and out of their rows, and every edit kept with its history.

What an edit gives is read, computed and checked before the database is locked; the lock is held only to see that
nothing was changed meanwhile, and to write.
"""

from collections.abc import Callable, Iterable
from contextlib import suppress
from datetime import datetime
from typing import Any, NamedTuple
from uuid import UUID

import msgspec
from django.db import IntegrityError, OperationalError, transaction

from ritornel.core.edits import Command, apply
from ritornel.core.edits.places import Place, meet, places_changed
from ritornel.core.edits.telling import about
from ritornel.core.model import Asset as CoreAsset
from ritornel.core.model import Bed as CoreBed
from ritornel.core.model import Chapter as CoreChapter
from ritornel.core.model import Pace
from ritornel.core.model import Show as CoreShow
from ritornel.core.model import Slide as CoreSlide
from ritornel.core.model.memory import Memory
from ritornel.core.model.patch import patch_to, patched
from ritornel.core.model.show import Guide, OwnEffect
from ritornel.core.model.stored import stored_slide
from ritornel.core.model.style import Style
from ritornel.core.model.uses import assets_used
from ritornel.core.model.writing import encoded, plain
from ritornel.core.score import compile, findings
from ritornel.core.text.credits import told
from ritornel.library.models import Asset
from ritornel.shows.models import Bed, Change, Chapter, Entry, Show, Slide

_SLIDES_BYTES = 64 * 1024 * 1024
_SHOWS_BYTES = 48 * 1024 * 1024
_STATES_BYTES = 32 * 1024 * 1024
_TRIES_TO_READ = 20
_TRIES_TO_KEEP = 8


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


_slides: Memory[tuple[str, str], CoreSlide] = Memory(_SLIDES_BYTES)


class _Read(NamedTuple):
    """A show, and by what its row is known to be the one in which it was found or written."""

    revision: int
    kept_at: datetime
    show: CoreShow


_shows: Memory[UUID, _Read] = Memory(_SHOWS_BYTES)
_states: Memory[tuple[UUID, int, int], CoreShow] = Memory(_STATES_BYTES)


def load(row: Show, bringing: Iterable[str] = ()) -> CoreShow:
    """Return the show in its rows, with the assets it uses and those an edit is about to bring in.

    What was read or written last under the row's revision is not read again: it is the very same show, and what was
    computed of it is found again. Else ``row`` is brought up to the revision that was read. What cannot be read does
    not keep the rest away: see ``core.model.stored``.
    """
    known = _shows.get(row.pk)
    if known is not None and (known.revision, known.kept_at) == (row.revision, row.kept_at):
        show = _with_assets(row, known.show, bringing)
        return show if show is known.show or bringing else _remembered(row, show)
    for _ in range(_TRIES_TO_READ):
        show = _read(row)
        revision = Show.objects.values_list("revision", flat=True).get(pk=row.pk)
        if revision == row.revision:
            return _remembered(row, _with_assets(row, show, bringing))
        row.refresh_from_db()
    raise OperationalError("the show is being changed all the time")


def _with_assets(row: Show, show: CoreShow, bringing: Iterable[str]) -> CoreShow:
    """Return the show with the assets as the library has them now, and its credits as they are with them."""
    assets = _assets(row, assets_used(show) | set(bringing))
    return show if assets == show.assets else told(msgspec.structs.replace(show, assets=assets))


def _remembered(row: Show, show: CoreShow) -> CoreShow:
    return _shows.put(row.pk, _Read(row.revision, row.kept_at, show), _weight(show)).show


def _weight(show: CoreShow) -> int:
    """Return about how many bytes a show takes."""
    parts = sum(len(slide.objects) + len(slide.running_order) for slide in show.slides)
    return 2000 + 1000 * len(show.slides) + 500 * parts


def _read(row: Show) -> CoreShow:
    slides = tuple(_slide(key, document) for key, document in row.slides.values_list("key", "document"))
    there = {s.id for s in slides}
    chapters = (CoreChapter(id=c.key, title=c.title, first=c.first) for c in row.chapters.all())
    return CoreShow(
        id=str(row.pk),
        title=row.title,
        width=row.width,
        height=row.height,
        target_ms=row.target_ms,
        pace=_tolerantly(row.pace, Pace) or Pace(),
        guides=_tolerantly(row.guides, tuple[Guide, ...]) or (),
        effects=_tolerantly(row.effects, tuple[OwnEffect, ...]) or (),
        style=row.style,
        styles=_tolerantly(row.styles, tuple[Style, ...]) or (),
        chapters=tuple(c for c in chapters if c.first in there),
        slides=slides,
        beds=tuple(bed for b in row.beds.all() if (bed := _tolerantly(b.document, CoreBed)) is not None),
    )


def _slide(key: str, document: str) -> CoreSlide:
    known = _slides.get((key, document))
    return known or _slides.put((key, document), stored_slide(key, document), 1000 + 12 * len(document))


def forget() -> None:
    """Forget everything that was read, as a new process."""
    _slides.clear()
    _shows.clear()
    _states.clear()


def _tolerantly(document: str | dict[str, Any], kind: type):
    try:
        return msgspec.convert(msgspec.json.decode(document) if isinstance(document, str) else document, kind)
    except msgspec.MsgspecError:
        return None


def _assets(row: Show, ids: set[str]) -> tuple[CoreAsset, ...]:
    if not ids:
        return ()
    found = Asset.objects.filter(owner_id=row.owner_id, sha256__in=ids).order_by("sha256")
    return tuple(asset.to_core() for asset in found)


def create(owner, show: CoreShow, along: Callable[[Show], None] | None = None) -> Show:
    """Keep a new show of that owner; its history begins here. The show is compiled before it is kept.

    ``along`` is called with the row in the same transaction.
    """
    findings(show, compile(show))
    before = CoreShow(width=show.width, height=show.height)
    changes = _changes(before, show)
    with transaction.atomic():
        row = Show.objects.create(owner=owner, width=show.width, height=show.height)
        _write(row, before, show, changes)
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
    before = load(row)
    by = (row.pk, row.revision, number)
    known = _states.get(by)
    if known is None:
        known = _states.put(by, _with_assets(row, _went_to(row, before, number), ()), _weight(before))
    return _with_assets(row, known, ())


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
    assets = tuple(known[i] for i in sorted(used & set(known))) + _assets(row, used - set(known))
    return told(after if assets == after.assets else msgspec.structs.replace(after, assets=assets))


def _keep(row: Show, computed: _Computed, places: set[Place], by: Author) -> Kept | None:
    """Write what was computed, if nothing was changed meanwhile; else None."""
    before, after, history_place, entry = computed
    changes = _changes(before, after)
    revision = row.revision
    with transaction.atomic():
        row = Show.objects.select_for_update().get(pk=row.pk)
        if row.revision != revision:
            return None
        if entry is not None:
            entry.about = about(places, before, after)
            row.history.filter(number__gt=row.history_place, superseded=False).update(superseded=True)
            entry.save(force_insert=True)
        row.history_place = history_place
        _write(row, before, after, changes)
        row.revision += 1
        row.save()
        known = sorted(places)
        Change.objects.create(show=row, revision=row.revision, page=by.page, command=by.command, places=known)
    return Kept(row, before, _remembered(row, after), places)


class _Changes(NamedTuple):
    """What becomes of the rows of slides: ids that go, (id, place, document) that come or change, places by id."""

    gone: set[str]
    fresh: list[tuple[str, int, str]]
    changed: list[tuple[str, int, str]]
    moved: dict[str, int]


def _changes(before: CoreShow, after: CoreShow) -> _Changes:
    old = {s.id: (place, s) for place, s in enumerate(before.slides)}
    changes = _Changes(set(old) - {s.id for s in after.slides}, [], [], {})
    for place, slide in enumerate(after.slides):
        known = old.get(slide.id)
        if known is None:
            changes.fresh.append((slide.id, place, _document(slide)))
        elif known[1] is not slide and known[1] != slide:
            changes.changed.append((slide.id, place, _document(slide)))
        elif known[0] != place:
            changes.moved[slide.id] = place
    return changes


def _write(row: Show, before: CoreShow, after: CoreShow, changes: _Changes) -> None:
    row.title, row.target_ms, row.style = after.title, after.target_ms, after.style
    for name in ("pace", "guides", "effects", "styles"):
        setattr(row, name, plain(getattr(after, name)))
    row.slides.filter(key__in=changes.gone).delete()
    for key, place, document in changes.changed:
        row.slides.filter(key=key).update(place=place, document=document)
    displaced = list(row.slides.filter(key__in=changes.moved).only("pk", "key", "place")) if changes.moved else []
    for slide in displaced:
        slide.place = changes.moved[slide.key]
    Slide.objects.bulk_update(displaced, ["place"], batch_size=200)
    Slide.objects.bulk_create(Slide(show=row, key=k, place=place, document=d) for k, place, d in changes.fresh)
    if before.chapters != after.chapters:
        row.chapters.all().delete()
        Chapter.objects.bulk_create(
            Chapter(show=row, key=c.id, title=c.title, first=c.first, place=n) for n, c in enumerate(after.chapters)
        )
    if before.beds != after.beds:
        row.beds.filter(key__in=[b.id for b in before.beds]).delete()
        Bed.objects.bulk_create(Bed(show=row, key=b.id, document=_document(b)) for b in after.beds)


def _document(thing: msgspec.Struct) -> str:
    return encoded(thing).decode()
