"""The difference between two states of a show, small enough to keep for every edit, and back again."""

from collections.abc import Mapping
from contextlib import suppress
from typing import Any

from msgspec.structs import asdict, replace

from ritornel.core.model.head import HEAD, TYPES
from ritornel.core.model.reading import BadDocument, convert, read_json
from ritornel.core.model.show import Show
from ritornel.core.model.slide import Slide
from ritornel.core.model.stored import stored_slide
from ritornel.core.model.writing import document_of, plain

_THINGS = ("objects", "running_order")


def patch_to(start: Show, end: Show) -> dict[str, Any]:
    """Return, as plain data, what must be set in ``start`` to make it ``end`` (assets aside).

    Fields: ``head`` (title, pace, ...), ``chapters``, ``beds``, ``order`` (slide ids), ``slides`` (documents by
    id, of those that are not in ``start``; None for a slide that is not in ``end``), ``within`` (of those in both, what
    differs in each). What does not differ is left out.
    """
    patch: dict[str, Any] = {}
    old, new = asdict(start), asdict(end)
    if any(old[name] != new[name] for name in HEAD):
        patch["head"] = {name: plain(new[name]) for name in HEAD}
    for name in ("chapters", "beds"):
        if old[name] != new[name]:
            patch[name] = plain(new[name])
    before = {s.id: s for s in start.slides}
    after = {s.id: s for s in end.slides}
    slides: dict[str, Any] = {i: None for i in before if i not in after}
    within: dict[str, Any] = {}
    for slide in end.slides:
        had = before.get(slide.id)
        if had is slide or had == slide:
            continue
        if had is None or had.unreadable or slide.unreadable:
            slides[slide.id] = document_of(slide)
        else:
            within[slide.id] = _differences(had, slide)
    patch |= {name: found for name, found in (("slides", slides), ("within", within)) if found}
    if list(before) != list(after):
        patch["order"] = list(after)
    return patch


def _differences(start: Slide, end: Slide) -> dict[str, Any]:
    """Return what must be set in a slide's document: its fields (None for one that goes), and its things by their ids.

    Of each list of things: those that are new or differ, and the order of all where that differs.
    """
    old, new = document_of(start), document_of(end)
    names = [*new, *(name for name in old if name not in new)]
    differ = [name for name in names if old.get(name) is not new.get(name) and old.get(name) != new.get(name)]
    found: dict[str, Any] = {name: new.get(name) for name in differ if name not in _THINGS}
    for name in differ:
        if name in _THINGS:
            had = {thing["id"]: thing for thing in old.get(name, ())}
            now = new.get(name, [])
            order = [thing["id"] for thing in now]
            differing = [t for t in now if had.get(t["id"]) is not t and had.get(t["id"]) != t]
            found[name] = {"set": differing} if order == list(had) else {"set": differing, "order": order}
    return found


def _as_kept(slide: Slide) -> Mapping[str, Any]:
    """Return a slide's document; that of one which could not be read as it came, where it is a document at all."""
    if not slide.unreadable:
        return document_of(slide)
    with suppress(BadDocument):
        kept = read_json(slide.unreadable)
        if isinstance(kept, dict):
            return kept
    return document_of(slide)


def _differing(document: Mapping[str, Any], differences: Mapping[str, Any]) -> dict[str, Any]:
    """Return a slide's document with what ``_differences`` gives set in it."""
    found = dict(document)
    for name, value in differences.items():
        if name in _THINGS:
            there = {thing["id"]: thing for thing in found.get(name, ())}
            there |= {thing["id"]: thing for thing in value["set"]}
            found[name] = [there[i] for i in value.get("order", there) if i in there]
        elif value is None:
            found.pop(name, None)
        else:
            found[name] = value
    return found


def patched(show: Show, patch: Mapping[str, Any]) -> Show:
    """Return the show with a patch of ``patch_to`` applied.

    A slide that cannot be read any more comes back as ``stored_slide`` gives it; so a patch never fails for it.
    """
    if "head" in patch:
        head = {name: convert(value, TYPES[name]) for name, value in patch["head"].items() if name in HEAD}
        show = replace(show, **head)
    for name in ("chapters", "beds"):
        if name in patch:
            show = replace(show, **{name: convert(patch[name], TYPES[name])})
    slides = {s.id: s for s in show.slides}
    for slide_id, document in patch.get("slides", {}).items():
        if document is None:
            slides.pop(slide_id, None)
        else:
            slides[slide_id] = stored_slide(slide_id, document)
    for slide_id, differences in patch.get("within", {}).items():
        if slide_id in slides:
            slides[slide_id] = stored_slide(slide_id, _differing(_as_kept(slides[slide_id]), differences))
    order = patch["order"] if "order" in patch else [s.id for s in show.slides]
    placed = [i for i in order if i in slides]
    rest = [i for i in slides if i not in set(placed)]
    return replace(show, slides=tuple(slides[i] for i in (*placed, *rest)))
