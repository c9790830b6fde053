"""Where in a show an edit changed something: what tells whether two edits, made at the same time, meet.

A place is a path of names: ``("slide", "s1", "objects", "o2", "x")``. One place lies in another that it begins with, so
that a deleted slide meets everything that was done on it.
"""

from collections.abc import Iterable, Sequence
from typing import Any

from msgspec import Struct
from msgspec.structs import asdict, astuple

from ritornel.core.model import Show, Slide
from ritornel.core.model.head import HEAD
from ritornel.core.model.writing import plain

Place = tuple[str, ...]

_THINGS = ("objects", "running_order")
_NOTHING: frozenset[str] = frozenset()
_SAID_BY_ITSELF = frozenset({"paragraphs", "size"})
"""What a text that tells the credits says by itself: two who bring pictures at the same time do not meet in it."""


def places_changed(before: Show, after: Show) -> set[Place]:
    """Return the places in which two states of a show differ; assets aside."""
    found: set[Place] = set()
    for name in HEAD:
        found |= _field_changed(name, getattr(before, name), getattr(after, name))
    for name in ("chapters", "beds"):
        found |= _things_changed((name,), getattr(before, name), getattr(after, name))
    was, now = {s.id: s for s in before.slides}, {s.id: s for s in after.slides}
    found |= {("slide", i) for i in was.keys() ^ now.keys()}
    found |= _order_changed(("slides",), list(was), list(now))
    for slide_id, slide in now.items():
        had = was.get(slide_id)
        if had is not None and had is not slide and had != slide:
            found |= _slide_changed(had, slide)
    return found


def meet(one: Iterable[Place], other: Iterable[Place]) -> set[Place]:
    """Return the places of ``one`` that lie in, or hold, a place of ``other``."""
    others = set(other)
    inside = {place[:n] for place in others for n in range(1, len(place))}
    return {p for p in one if p in inside or any(p[:n] in others for n in range(1, len(p) + 1))}


def slides_of(places: Iterable[Place]) -> list[str]:
    """Return the ids of the slides in which places lie."""
    return sorted({place[1] for place in places if place[0] == "slide"})


def _field_changed(name: str, had: Any, has: Any) -> set[Place]:
    """Return where a field of the show's head differs: in its own fields, where it has some."""
    if had == has:
        return set()
    if not isinstance(had, Struct) or type(had) is not type(has):
        return {(name,)}
    old, new = asdict(had), asdict(has)
    return {(name, part) for part in old if old[part] != new[part]}


def _slide_changed(had: Slide, slide: Slide) -> set[Place]:
    at = ("slide", slide.id)
    found: set[Place] = {(*at, name) for name in _fields_changed(had, slide) if name not in _THINGS}
    for name in _THINGS:
        found |= _things_changed((*at, name), getattr(had, name), getattr(slide, name))
    return found


def _things_changed(at: Place, old: Sequence[Any], new: Sequence[Any]) -> set[Place]:
    if old is new:
        return set()
    was, now = {t.id: t for t in old}, {t.id: t for t in new}
    found = {(*at, i) for i in was.keys() ^ now.keys()}
    for name in was.keys() & now.keys():
        if was[name] != now[name]:
            said = _SAID_BY_ITSELF if getattr(was[name], "tells", "") and getattr(now[name], "tells", "") else _NOTHING
            found |= {(*at, name, field) for field in _fields_changed(was[name], now[name]) - said}
    return found | _order_changed((*at, "order"), list(was), list(now))


def _fields_changed(had: Struct, has: Struct) -> set[str]:
    """Return the names, as documents have them, of what differs between two structures."""
    if type(had) is not type(has):
        old, new = plain(had), plain(has)
        return {name for name in old.keys() | new.keys() if old.get(name) != new.get(name)}
    names = zip(has.__struct_encode_fields__, astuple(had), astuple(has), strict=True)
    return {name for name, before, after in names if before != after}


def _order_changed(at: Place, old: Sequence[str], new: Sequence[str]) -> set[Place]:
    """What comes or goes does not change the order of the others."""
    both = set(old) & set(new)
    return {at} if [i for i in old if i in both] != [i for i in new if i in both] else set()
