"""What follows its house style after an edit: what was set is the object's own from now on, inks follow grounds."""

from collections.abc import Iterable
from typing import Any

from msgspec.structs import replace

from ritornel.core.model import Clip, Object, Picture, Show, Slide, Style, Text
from ritornel.core.model.roles import ORNAMENT
from ritornel.core.styles import room_of, style_of
from ritornel.core.styles.dressing import noted
from ritornel.core.styles.giving import COVERED, Room, fitted
from ritornel.core.styles.inking import inked

_OF_A_TEXT = COVERED - {"fit", "frame"}
_OF_A_PICTURE = frozenset({"x", "y", "width", "height", "fit", "frame"})


def followed(before: Show, after: Show, *, by_hand: bool) -> Show:
    """Return a show after an edit: in slides that changed, words are as large as there is room, and readable.

    What was set ``by_hand`` in an object of a role, or of a picture's frame, is noted as its own.
    """
    style = style_of(after)
    if style is None:
        return after
    room = room_of(after)
    old = {s.id: s for s in before.slides}
    same = {id(s) for s in before.slides} if before.assets == after.assets else set()

    def changed(slide: Slide) -> Slide:
        if id(slide) in same or slide.unreadable:
            return slide
        was = old.get(slide.id)
        if by_hand and was is not None and was.kind == slide.kind:
            slide = replace(slide, objects=tuple(_own(was.objects, slide.objects)))
        return inked(_fitted(slide, was, style, room), style, room)

    return replace(after, slides=tuple(map(changed, after.slides)))


def _own(before: Iterable[Object], after: Iterable[Object]) -> Iterable[Object]:
    """Yield objects with what was set in them noted as their own."""
    old = {o.id: o for o in before}
    for thing in after:
        was = old.get(thing.id)
        fields = set() if was is None or was is thing else set(_set_in(was, thing))
        yield replace(thing, own=noted(fields | set(thing.own))) if fields - set(thing.own) else thing


def _set_in(was: Object, now: Object) -> Iterable[str]:
    if type(was) is not type(now) or was.role != now.role or was.own != now.own:
        return
    covered: frozenset[str] = _OF_A_TEXT if isinstance(now, Text) else _OF_A_PICTURE
    if not now.role or now.role == ORNAMENT:
        covered = frozenset({"frame"}) if isinstance(now, Picture | Clip) else frozenset()
    elif not isinstance(now, Text | Picture | Clip):
        return
    for name in covered:
        grown = name == "height" and isinstance(now, Text) and now.grows
        if not grown and getattr(was, name) != getattr(now, name):
            yield name


def _fitted(slide: Slide, was: Slide | None, style: Style, room: Room) -> Slide:
    """Return the slide with words that changed as large as their style has them, or smaller where they must be."""
    same = {id(o) for o in was.objects} if was is not None else set()

    def fit(thing: Object) -> Object:
        if id(thing) in same or not isinstance(thing, Text) or not thing.role or "size" in thing.own:
            return thing
        values: dict[str, Any] = fitted(thing, slide, style, room)
        return replace(thing, **values) if values else thing

    objects = tuple(map(fit, slide.objects))
    return slide if objects == slide.objects else replace(slide, objects=objects)
