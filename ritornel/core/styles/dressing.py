"""Slides put into a house style, and from one style into another: what was set by hand stays as it is.

An object's ``own`` names what of it was set by hand; everything else that a style gives follows from the slide and the
style, so a slide is whole without its style, and going to another style and back changes nothing.
"""

from collections.abc import Mapping
from typing import Any, NamedTuple

from msgspec.structs import replace

from ritornel.core.model import Object, Placing, Slide, Slot, Style
from ritornel.core.model.box import Box
from ritornel.core.model.roles import ORNAMENT
from ritornel.core.styles.arranging import arranged, boxes_of, not_struck
from ritornel.core.styles.colouring import Dyes, recoloured
from ritornel.core.styles.giving import COVERED, PLACE, Room, ground_of, ornaments_of, placing_for, slots_of, wanted
from ritornel.core.styles.inking import inked

_HAIR = 0.06


class ByHand(NamedTuple):
    """An object that differs from its style, and in which of its fields."""

    object: str
    fields: tuple[str, ...]


def redressed(slide: Slide, old: Style, new: Style, room: Room, *, kind: str | None = None) -> Slide:
    """Return a slide that is in one style in another, or as another ``kind``."""
    before = placing_for(old, slide)
    slide = slide if kind is None else replace(slide, kind=kind)
    after = placing_for(new, slide)
    gone = _own_ornaments(slide, old, before, room)
    ground = _ground_taken_over(slide, old, before, new, after)
    bare = replace(slide, objects=tuple(o for o in slide.objects if o.id not in gone))
    dyed = recoloured(bare, Dyes(old, before, new, after), replace(bare, **ground), room)
    dressed = _dressed(replace(dyed, **ground), new, after, room)
    there = {o.id for o in dressed.objects}
    fresh = [o for o in not_struck(ornaments_of(new, after, room), dressed.objects) if o.id not in there]
    return inked(replace(dressed, objects=(*fresh, *dressed.objects)), new, room)


def by_hand(slide: Slide, style: Style) -> list[ByHand]:
    """Return what of a slide was set by hand; its ground under the id “”."""
    placing = placing_for(style, slide)
    ground = ground_of(style, placing)
    found = []
    if any(getattr(slide, name) != value for name, value in ground.items()):
        found.append(ByHand("", ("ground",)))
    for thing in slide.objects:
        own = set(thing.own) & COVERED
        if thing.role and thing.role != ORNAMENT and own:
            found.append(ByHand(thing.id, tuple(sorted(own))))
    return found


def restored(slide: Slide, style: Style, room: Room, ids: frozenset[str]) -> Slide:
    """Return a slide in which objects (its ground under the id “”) are as the style has them."""
    placing = placing_for(style, slide)
    objects = tuple(replace(o, own=()) if o.id in ids and o.role else o for o in slide.objects)
    slide = replace(slide, objects=objects, **(ground_of(style, placing) if "" in ids else {}))
    return inked(_dressed(slide, style, placing, room, ids), style, room)


def settled(slide: Slide, style: Style, room: Room) -> Slide:
    """Return a slide in which nothing is noted as an object's own but what differs from the style."""
    placing = placing_for(style, slide)
    bare = replace(slide, objects=tuple(replace(o, own=()) for o in slide.objects))
    gets = _given(inked(_dressed(bare, style, placing, room), style, room), bare, style, placing, room)

    def own(thing: Object) -> tuple[str, ...]:
        return noted({n for n in thing.own if n in gets[thing.id] and not _same(getattr(thing, n), gets[thing.id][n])})

    return replace(slide, objects=tuple(replace(o, own=own(o)) if o.own and o.id in gets else o for o in slide.objects))


def differing(slide: Slide, style: Style, room: Room) -> dict[str, tuple[str, ...]]:
    """Return in which fields objects are not as the style would have them if nothing was set by hand, by their ids."""
    placing = placing_for(style, slide)
    bare = replace(slide, objects=tuple(replace(o, own=()) for o in slide.objects))
    gets = _given(inked(_dressed(bare, style, placing, room), style, room), bare, style, placing, room)
    return {
        o.id: noted({n for n, value in gets[o.id].items() if not _same(getattr(o, n), value)})
        for o in slide.objects
        if o.id in gets
    }


def noted(fields: set[str]) -> tuple[str, ...]:
    """Return fields as an object notes them as its own; its place is one."""
    return tuple(sorted(fields | (set(PLACE) if fields & set(PLACE) else set())))


def _dressed(slide: Slide, style: Style, placing: Placing, room: Room, among: frozenset[str] | None = None) -> Slide:
    """Return a slide whose things of a role, only those ``among`` if given, have from a style what is not their own."""
    slots = slots_of(slide, placing)
    boxes = boxes_of(slide, slots, arranged(slide, style, placing, room), room)

    def followed(thing: Object) -> Object:
        chosen = among is None or thing.id in among
        if not thing.role or thing.role == ORNAMENT or not chosen:
            return thing
        return replace(thing, **_taken(thing, style, placing, slots.get(thing.id), boxes.get(thing.id), room))

    return replace(slide, objects=tuple(map(followed, slide.objects)))


def _taken(
    thing: Object, style: Style, placing: Placing, slot: Slot | None, box: Box | None, room: Room
) -> dict[str, Any]:
    """Return what an object has from its style: all that is not its own, letters as large as its place lets them be."""
    place = Box(thing.x, thing.y, thing.width, thing.height) if set(PLACE) & set(thing.own) else box
    gets = wanted(thing, style, placing, slot, place, room)
    return {
        name: value
        for name, value in gets.items()
        if name not in thing.own and not (place is not box and name in PLACE)
    }


def _given(dressed: Slide, bare: Slide, style: Style, placing: Placing, room: Room) -> Mapping[str, Mapping[str, Any]]:
    """Return what a style gave the objects of a slide, by their ids: fields and values."""
    slots = slots_of(bare, placing)
    boxes = boxes_of(bare, slots, arranged(bare, style, placing, room), room)
    was = {o.id: o for o in bare.objects}
    found = {}
    for thing in dressed.objects:
        if thing.role and thing.role != ORNAMENT and thing.id in was:
            names = wanted(was[thing.id], style, placing, slots.get(thing.id), boxes.get(thing.id), room)
            found[thing.id] = {name: getattr(thing, name) for name in names}
    return found


def _same(one: Any, other: Any) -> bool:
    if isinstance(one, float | int) and isinstance(other, float | int) and not isinstance(one, bool):
        return abs(one - other) < _HAIR
    return bool(one == other)


def _own_ornaments(slide: Slide, style: Style, placing: Placing, room: Room) -> set[str]:
    """Return the ids of ornaments that are as the style put them there, and that nothing builds."""
    built = {step.object for step in slide.running_order}
    known = {o.id: o for o in ornaments_of(style, placing, room)}
    return {o.id for o in slide.objects if known.get(o.id) == o and o.id not in built}


def _ground_taken_over(slide: Slide, old: Style, before: Placing, new: Style, after: Placing) -> dict[str, Any]:
    """Return the new ground, where the slide had the old style's; one set by hand stays whole."""
    if any(getattr(slide, n) != v for n, v in ground_of(old, before).items()):
        return {}
    return ground_of(new, after)
