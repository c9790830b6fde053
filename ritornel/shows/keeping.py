"""Shows in and out of their rows, and every edit kept with its history, in one transaction."""

from collections.abc import Callable
from functools import lru_cache
from typing import NamedTuple

import msgspec
from django.db import transaction

from ritornel.core.edits import Command, apply
from ritornel.core.model import Asset as CoreAsset
from ritornel.core.model import Bed as CoreBed
from ritornel.core.model import Chapter as CoreChapter
from ritornel.core.model import Pace
from ritornel.core.model import Show as CoreShow
from ritornel.core.model import Slide as CoreSlide
from ritornel.core.model.patch import patch_to, patched
from ritornel.core.model.uses import assets_used
from ritornel.library.models import Asset
from ritornel.shows.models import Bed, Chapter, Entry, Show, Slide


class StaleRevision(Exception):
    """The page's state is not the newest: the show was changed elsewhere."""

    def __str__(self) -> str:
        return "the show was changed elsewhere; look at it and try again"


class NothingThere(Exception):
    """There is nothing to undo, or to redo."""


class Kept(NamedTuple):
    """A show before and after an edit, and its row."""

    row: Show
    before: CoreShow
    after: CoreShow


@lru_cache(maxsize=8192)
def _slide(document: str) -> CoreSlide:
    return msgspec.json.decode(document, type=CoreSlide)


def load(row: Show, bringing: tuple[str, ...] = ()) -> CoreShow:
    """Return the show in its rows, with the assets it uses and those an edit is about to bring in."""
    beds = tuple(msgspec.json.decode(b.document, type=CoreBed) for b in row.beds.all())
    show = CoreShow(
        id=str(row.pk),
        title=row.title,
        width=row.width,
        height=row.height,
        target_ms=row.target_ms,
        pace=msgspec.convert(row.pace, Pace),
        chapters=tuple(CoreChapter(id=c.key, title=c.title, first=c.first) for c in row.chapters.all()),
        slides=tuple(_slide(d) for d in row.slides.values_list("document", flat=True)),
        beds=beds,
    )
    return msgspec.structs.replace(show, assets=_assets(row, assets_used(show) | set(bringing)))


def _assets(row: Show, ids: set[str]) -> tuple[CoreAsset, ...]:
    if not ids:
        return ()
    found = Asset.objects.filter(owner_id=row.owner_id, sha256__in=ids).order_by("sha256")
    return tuple(asset.to_core() for asset in found)


def create(owner, show: CoreShow) -> Show:
    """Keep a new show of that owner; its history begins here."""
    with transaction.atomic():
        row = Show.objects.create(owner=owner, width=show.width, height=show.height)
        _write(row, CoreShow(width=show.width, height=show.height), show)
        row.save()
    return row


def edit(row_id, revision: int, command: Command) -> Kept:
    """Carry out a command on the show at ``revision`` and keep the result with its history.

    Raises ``StaleRevision`` if the show has moved on, ``BadEdit`` if the command cannot be carried out.
    """

    def change(row: Show, before: CoreShow) -> CoreShow:
        after = apply(before, command)
        if after != before:
            row.history.filter(number__gt=row.history_place, superseded=False).update(superseded=True)
            row.history_place += 1
            Entry.objects.create(
                show=row,
                number=row.history_place,
                label=command.label[:200],
                before=patch_to(after, before),
                after=patch_to(before, after),
            )
        return after

    return _changed(row_id, revision, change, command.brings_assets)


def undo(row_id, revision: int) -> Kept:
    """Take the last edit back. Raises ``NothingThere`` at the beginning of the history."""

    def change(row: Show, before: CoreShow) -> CoreShow:
        entry = entry_at(row, row.history_place)
        if entry is None:
            raise NothingThere
        row.history_place -= 1
        return patched(before, entry.before)

    return _changed(row_id, revision, change)


def redo(row_id, revision: int) -> Kept:
    """Carry out again what was undone last. Raises ``NothingThere`` at the end of the history."""

    def change(row: Show, before: CoreShow) -> CoreShow:
        entry = entry_at(row, row.history_place + 1)
        if entry is None:
            raise NothingThere
        row.history_place += 1
        return patched(before, entry.after)

    return _changed(row_id, revision, change)


def entry_at(row: Show, number: int) -> Entry | None:
    """Return the edit of that number on the line of history that is in force."""
    return row.history.filter(number=number, superseded=False).first()


def _changed(
    row_id, revision: int, change: Callable[[Show, CoreShow], CoreShow], bringing: tuple[str, ...] = ()
) -> Kept:
    with transaction.atomic():
        row = Show.objects.select_for_update().get(pk=row_id)
        if row.revision != revision:
            raise StaleRevision
        before = load(row, bringing)
        after = change(row, before)
        used = assets_used(after)
        known = {a.id: a for a in before.assets}
        missing = used - set(known)
        assets = tuple(known[i] for i in sorted(used & set(known))) + _assets(row, missing)
        after = msgspec.structs.replace(after, assets=assets)
        _write(row, before, after)
        row.revision += 1
        row.save()
    return Kept(row, before, after)


def _write(row: Show, before: CoreShow, after: CoreShow) -> None:
    row.title, row.target_ms = after.title, after.target_ms
    row.pace = msgspec.to_builtins(after.pace)
    _write_slides(row, before, after)
    if before.chapters != after.chapters:
        row.chapters.all().delete()
        Chapter.objects.bulk_create(
            Chapter(show=row, key=c.id, title=c.title, first=c.first, place=n) for n, c in enumerate(after.chapters)
        )
    if before.beds != after.beds:
        row.beds.all().delete()
        Bed.objects.bulk_create(Bed(show=row, key=b.id, document=_document(b)) for b in after.beds)


def _write_slides(row: Show, before: CoreShow, after: CoreShow) -> None:
    old = {s.id: (place, s) for place, s in enumerate(before.slides)}
    new = {s.id for s in after.slides}
    row.slides.filter(key__in=set(old) - new).delete()
    fresh: list[Slide] = []
    moved: dict[str, int] = {}
    displaced: list[Slide] = []
    for place, slide in enumerate(after.slides):
        known = old.get(slide.id)
        if known is None:
            fresh.append(Slide(show=row, key=slide.id, place=place, document=_document(slide)))
        elif known[1] is not slide and known[1] != slide:
            row.slides.filter(key=slide.id).update(place=place, document=_document(slide))
        elif known[0] != place:
            moved[slide.id] = place
    for slide in row.slides.filter(key__in=moved).only("pk", "key", "place") if moved else ():
        slide.place = moved[slide.key]
        displaced.append(slide)
    Slide.objects.bulk_update(displaced, ["place"], batch_size=200)
    Slide.objects.bulk_create(fresh)


def _document(thing: msgspec.Struct) -> str:
    return msgspec.json.encode(thing).decode()
