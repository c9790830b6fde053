"""Shows in and out of their rows."""

from collections.abc import Iterable
from datetime import datetime
from typing import Any, NamedTuple
from uuid import UUID

import msgspec
from django.db import OperationalError

from ritornel.core.model import Asset as CoreAsset
from ritornel.core.model import Bed as CoreBed
from ritornel.core.model import Chapter as CoreChapter
from ritornel.core.model import Show as CoreShow
from ritornel.core.model import Slide as CoreSlide
from ritornel.core.model.head import HEAD, TYPES
from ritornel.core.model.memory import Memory
from ritornel.core.model.stored import stored_slide
from ritornel.core.model.uses import assets_used
from ritornel.core.model.writing import encoded, plain
from ritornel.core.text.credits import told
from ritornel.library.models import Asset
from ritornel.shows.models import Bed, Chapter, Show, Slide

_COLUMNS = frozenset(field.name for field in Show._meta.get_fields())
"""What of a show's head has a column of its own; anything else is in ``more``."""

_SLIDES_BYTES = 64 * 1024 * 1024
_SHOWS_BYTES = 48 * 1024 * 1024
_TRIES_TO_READ = 20

_slides: Memory[tuple[str, str], CoreSlide] = Memory(_SLIDES_BYTES)


class _Read(NamedTuple):
    """A show, and by what its row is known to be the one in which it was found or written."""

    revision: int
    kept_at: datetime
    show: CoreShow


_shows: Memory[UUID, _Read] = Memory(_SHOWS_BYTES)


class Loaded(NamedTuple):
    """A show as it is at one revision: its row then, and the show in it."""

    row: Show
    show: CoreShow


def load(row: Show, bringing: Iterable[str] = ()) -> CoreShow:
    """Return the show of ``loaded``, for whoever asks what it is and not which revision of it."""
    return loaded(row, bringing).show


def loaded(row: Show, bringing: Iterable[str] = ()) -> Loaded:
    """Return the show in its rows, with the assets it uses and those an edit is about to bring in, and its row.

    ``row`` is not changed: if the show is at another revision by now, another row comes back, and what is computed of
    the show is to be kept under that one's revision. What was read or written last under a revision is not read again:
    it is the very same show, and what was computed of it is found again. What cannot be read does not keep the rest
    away: see ``core.model.stored``.
    """
    for _ in range(_TRIES_TO_READ):
        known = _shows.get(row.pk)
        if known is not None and (known.revision, known.kept_at) == (row.revision, row.kept_at):
            show = with_assets(row, known.show, bringing)
            return Loaded(row, show if show is known.show or bringing else remember(row, show))
        show = _read(row)
        now = Show.objects.get(pk=row.pk)
        if now.revision == row.revision:
            return Loaded(row, remember(row, with_assets(row, show, bringing)))
        row = now
    raise OperationalError("the show is being changed all the time")


def with_assets(row: Show, show: CoreShow, bringing: Iterable[str]) -> CoreShow:
    """Return the show with the assets as the library has them now, and its credits as they are with them."""
    assets = assets_of(row, assets_used(show) | set(bringing))
    return show if assets == show.assets else told(msgspec.structs.replace(show, assets=assets))


def remember(row: Show, show: CoreShow) -> CoreShow:
    """Remember the show as it is under the row's revision, and return it."""
    return _shows.put(row.pk, _Read(row.revision, row.kept_at, show), weight_of(show)).show


def weight_of(show: CoreShow) -> int:
    """Return about how many bytes a show takes."""
    parts = sum(len(slide.objects) + len(slide.running_order) for slide in show.slides)
    return 2000 + 1000 * len(show.slides) + 500 * parts


def _read(row: Show) -> CoreShow:
    slides = tuple(_slide(key, document) for key, document in row.slides.values_list("key", "document"))
    there = {s.id for s in slides}
    chapters = (CoreChapter(id=c.key, title=c.title, first=c.first) for c in row.chapters.all())
    return CoreShow(
        id=str(row.pk),
        **_head_of(row),
        chapters=tuple(c for c in chapters if c.first in there),
        slides=slides,
        beds=tuple(bed for b in row.beds.all() if (bed := _bed(b.document)) is not None),
    )


def _head_of(row: Show) -> dict[str, Any]:
    """Return the fields of a show's head; one that cannot be read is as in a new show."""
    kept = {name: getattr(row, name) if name in _COLUMNS else row.more.get(name) for name in HEAD}
    read = {name: _tolerantly(value, TYPES[name]) for name, value in kept.items() if value is not None}
    return {name: value for name, value in read.items() if value is not None}


def _slide(key: str, document: str) -> CoreSlide:
    known = _slides.get((key, document))
    return known or _slides.put((key, document), stored_slide(key, document), 1000 + 12 * len(document))


def forget() -> None:
    """Forget everything that was read, as a new process."""
    _slides.clear()
    _shows.clear()


def _bed(document: str) -> CoreBed | None:
    try:
        return _tolerantly(msgspec.json.decode(document), CoreBed)
    except msgspec.MsgspecError:
        return None


def _tolerantly(document: Any, kind: Any) -> Any:
    try:
        return msgspec.convert(document, kind)
    except msgspec.MsgspecError:
        return None


def assets_of(row: Show, ids: set[str]) -> tuple[CoreAsset, ...]:
    """Return those of the owner's assets, as the library has them now."""
    if not ids:
        return ()
    found = Asset.objects.filter(owner_id=row.owner_id, sha256__in=ids).order_by("sha256")
    return tuple(asset.to_core() for asset in found)


class Changes(NamedTuple):
    """What becomes of the rows of slides: ids that go, (id, place, document) that come or change, places by id."""

    gone: set[str]
    fresh: list[tuple[str, int, str]]
    changed: list[tuple[str, int, str]]
    moved: dict[str, int]


def changes_between(before: CoreShow, after: CoreShow) -> Changes:
    """Return which slides' rows are to be made, changed, moved and deleted."""
    old = {s.id: (place, s) for place, s in enumerate(before.slides)}
    changes = Changes(set(old) - {s.id for s in after.slides}, [], [], {})
    for place, slide in enumerate(after.slides):
        known = old.get(slide.id)
        if known is None:
            changes.fresh.append((slide.id, place, _document(slide)))
        elif known[1] is not slide and known[1] != slide:
            changes.changed.append((slide.id, place, _document(slide)))
        elif known[0] != place:
            changes.moved[slide.id] = place
    return changes


def bytes_of(changes: Changes) -> int:
    """Return how many bytes the slides have that come or change."""
    return sum(len(document) for _, _, document in (*changes.fresh, *changes.changed))


def bytes_before(changes: Changes, before: CoreShow) -> int:
    """Return how many bytes the slides had that change or go."""
    touched = changes.gone | {key for key, _, _ in changes.changed}
    return sum(len(_document(slide)) for slide in before.slides if slide.id in touched) if touched else 0


def write(row: Show, before: CoreShow, after: CoreShow, changes: Changes) -> None:
    """Write what has changed into a show's rows; the row itself is not saved."""
    head = {name: plain(getattr(after, name)) for name in HEAD}
    for name in HEAD:
        if name in _COLUMNS:
            setattr(row, name, head[name])
    row.more = {name: value for name, value in head.items() if name not in _COLUMNS}
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
        _write_beds(row, before, after)


def _write_beds(row: Show, before: CoreShow, after: CoreShow) -> None:
    """Write the beds that changed, came or went, each by its id; what cannot be read stays as it is."""
    had = {b.id: (place, b) for place, b in enumerate(before.beds)}
    row.beds.filter(key__in=had.keys() - {b.id for b in after.beds}).delete()
    for place, bed in enumerate(after.beds):
        if bed.id not in had:
            Bed.objects.create(show=row, key=bed.id, place=place, document=_document(bed))
        elif had[bed.id] != (place, bed):
            row.beds.filter(key=bed.id).update(place=place, document=_document(bed))


def _document(thing: msgspec.Struct) -> str:
    return encoded(thing).decode()
