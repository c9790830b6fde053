"""Slides put into a house style, and from one style into another: what was set by hand stays as it is.

What an object has from its style is what equals what the style gives to its role and place; so a slide is whole without
its style, and going to another style and back changes nothing. What stayed as it was when the style changed is noted with
the object as its ``own``, so that it stays even if a style comes that happens to have the same.
"""

from collections.abc import Callable, Mapping
from typing import Any, NamedTuple

from msgspec.structs import replace

from ritornel.core.model import (
    Clip,
    Gradient,
    Ground,
    Look,
    Object,
    Ornament,
    Picture,
    Placing,
    Shape,
    Slide,
    Slot,
    Stop,
    Style,
    Text,
)
from ritornel.core.model.roles import ORNAMENT
from ritornel.core.model.style import STAGE
from ritornel.core.text.fitting import excess, shrunk
from ritornel.core.time.rounding import tenths

Size = tuple[int, int]
"""Width and height of a show's stage, in stage units."""

_PLACE = ("x", "y", "width", "height")
_LOOKS = ("font", "weight", "italic", "colour", "line_height", "gap")
_HAIR = 0.06
_BLANK = Placing()


class ByHand(NamedTuple):
    """An object that differs from its style, and in which of its fields."""

    object: str
    fields: tuple[str, ...]


def placing_of(style: Style, kind: str) -> Placing:
    """Return what a style says of a kind of slide; of one it does not know what it says of a blank one."""
    return style.placings.get(kind) or style.placings.get("blank") or _BLANK


def slots_of(slide: Slide, placing: Placing) -> dict[str, Slot]:
    """Return the place of every object that has one, by ids: the nth object of a role has the nth place of that role."""
    free: dict[str, list[Slot]] = {}
    for slot in placing.slots:
        free.setdefault(slot.role, []).append(slot)
    found = {}
    for thing in slide.objects:
        if thing.role and free.get(thing.role):
            found[thing.id] = free[thing.role].pop(0)
    return found


def wanted(thing: Object, style: Style, placing: Placing, slot: Slot | None, stage: Size) -> dict[str, Any]:
    """Return what a style gives an object of a role: fields and values."""
    values: dict[str, Any] = dict(zip(_PLACE, _box(slot, stage), strict=True)) if slot is not None else {}
    look = style.looks.get(thing.role)
    if isinstance(thing, Text) and look is not None:
        values |= _words(look, style, placing, slot, stage)
        if thing.grows:
            values.pop("height", None)
        else:
            values["size"] = _fitting(thing, values)
    if isinstance(thing, Picture | Clip) and slot is not None:
        values |= {"fit": slot.fit, "frame": replace(thing.frame, mask=slot.mask)}
    return values


def ground_of(style: Style, placing: Placing) -> dict[str, Any]:
    """Return the fields of a slide that are its ground."""
    colour = style.palette.get(placing.ground, "#ffffff")
    below = style.palette.get(placing.below)
    if below is None:
        return {"background": colour, "ground": None}
    stops = (Stop(at=0, colour=colour), Stop(at=1, colour=below))
    return {"background": colour, "ground": Ground(gradient=Gradient(stops=stops))}


def ornaments_of(style: Style, placing: Placing, stage: Size) -> list[Shape]:
    """Return what the style itself puts on a slide of that kind, from the bottom up."""
    return [_ornament(o, n, style, placing, stage) for n, o in enumerate(placing.ornaments, 1)]


def redressed(slide: Slide, old: Style | None, new: Style, stage: Size, *, kind: str | None = None) -> Slide:
    """Return a slide in another style, or as another ``kind``.

    Without an ``old`` style letters, colours and grounds are the new one's; places and sizes stay.
    """
    before = placing_of(old, slide.kind) if old is not None else _BLANK
    after = placing_of(new, slide.kind if kind is None else kind)
    was, will = slots_of(slide, before), slots_of(slide, after)
    tints = _tints(old, before, new, after) if old is not None else {}
    gone = _own_ornaments(slide, old, before, stage)
    objects = []
    for thing in slide.objects:
        if thing.id in gone:
            continue
        if thing.role and thing.role != ORNAMENT:
            had = wanted(thing, old, before, was.get(thing.id), stage) if old is not None else {}
            gets = wanted(_without_size(thing, had), new, after, will.get(thing.id), stage)
            if old is None:
                taken = {name: value for name, value in gets.items() if name in _LOOKS}
            else:
                own = _own(thing, had, old, was.get(thing.id), stage)
                taken = {name: value for name, value in gets.items() if name in had and name not in own}
                taken["own"] = tuple(sorted(own))
            thing = replace(thing, **taken)
            thing = _lit(thing, _colour("accent", new, after)) if old is None else _tinted(thing, tints)
        objects.append(thing)
    there = {o.id for o in objects}
    fresh = [o for o in ornaments_of(new, after, stage) if o.id not in there]
    ground = _ground_taken_over(slide, old, before, new, after)
    return replace(slide, objects=(*fresh, *objects), kind=slide.kind if kind is None else kind, **ground)


def by_hand(slide: Slide, style: Style, stage: Size) -> list[ByHand]:
    """Return what of a slide differs from its style; its ground under the id “”."""
    placing = placing_of(style, slide.kind)
    slots = slots_of(slide, placing)
    found = []
    ground = ground_of(style, placing)
    if any(getattr(slide, name) != value for name, value in ground.items()):
        found.append(ByHand("", ("ground",)))
    for thing in slide.objects:
        if not thing.role or thing.role == ORNAMENT:
            continue
        gets = wanted(thing, style, placing, slots.get(thing.id), stage)
        own = _own(thing, gets, style, slots.get(thing.id), stage)
        if own:
            found.append(ByHand(thing.id, tuple(sorted(own))))
    return found


def restored(slide: Slide, style: Style, stage: Size, ids: frozenset[str]) -> Slide:
    """Return a slide in which objects (its ground under the id “”) are as the style has them."""
    placing = placing_of(style, slide.kind)
    slots = slots_of(slide, placing)
    objects = tuple(
        _followed(o, style, placing, slots.get(o.id), stage) if o.id in ids and o.role else o for o in slide.objects
    )
    return replace(slide, objects=objects, **(ground_of(style, placing) if "" in ids else {}))


def settled(slide: Slide, style: Style, stage: Size) -> Slide:
    """Return a slide in which nothing is noted as an object's own but what differs from the style."""
    placing = placing_of(style, slide.kind)
    slots = slots_of(slide, placing)

    def own(thing: Object) -> tuple[str, ...]:
        bare = replace(thing, own=())
        gets = wanted(bare, style, placing, slots.get(thing.id), stage)
        return tuple(sorted(_own(bare, gets, style, slots.get(thing.id), stage)))

    return replace(slide, objects=tuple(replace(o, own=own(o)) if o.own else o for o in slide.objects))


def _own(thing: Object, gets: Mapping[str, Any], style: Style, slot: Slot | None, stage: Size) -> set[str]:
    """Return in which fields an object is not as its style, which ``gets`` is of, has it; its place is one."""
    found = {name for name, value in gets.items() if not _same(getattr(thing, name), value)}
    look = style.looks.get(thing.role)
    if isinstance(thing, Text) and look is not None and _same(thing.size, _size(look, slot, stage)):
        found.discard("size")  # it does not stay in its place: that is the words' doing
    found |= set(thing.own) & set(gets)
    return found | (set(_PLACE) & set(gets) if found & set(_PLACE) else set())


def _same(one: Any, other: Any) -> bool:
    if isinstance(one, float | int) and isinstance(other, float | int) and not isinstance(one, bool):
        return abs(one - other) < _HAIR
    return bool(one == other)


def _box(slot: Slot, stage: Size) -> tuple[float, float, float, float]:
    across, down = stage[0] / STAGE[0], stage[1] / STAGE[1]
    return tenths(slot.x * across), tenths(slot.y * down), tenths(slot.width * across), tenths(slot.height * down)


def _scale(stage: Size) -> float:
    return min(stage[0] / STAGE[0], stage[1] / STAGE[1])


def _words(look: Look, style: Style, placing: Placing, slot: Slot | None, stage: Size) -> dict[str, Any]:
    tint = slot.colour if slot is not None and slot.colour != "ink" else look.colour
    values = {
        "font": look.font,
        "weight": look.weight,
        "italic": look.italic,
        "size": _size(look, slot, stage),
        "colour": _colour(tint, style, placing),
        "line_height": look.line_height,
        "gap": look.gap,
    }
    return values | ({"align": slot.align, "valign": slot.valign} if slot is not None else {})


def _colour(tint: str, style: Style, placing: Placing) -> str:
    return style.palette.get(placing.inks.get(tint, tint), "#211c2b")


def _fitting(text: Text, values: Mapping[str, Any]) -> float:
    """Return the size at which the words stay in their place: the look's, or smaller."""
    tried = replace(text, **values)
    return shrunk(tried).size if excess(tried) else float(values["size"])


def _without_size(thing: Object, had: Mapping[str, Any]) -> Object:
    return replace(thing, size=had["size"]) if isinstance(thing, Text) and "size" in had else thing


def _followed(thing: Object, style: Style, placing: Placing, slot: Slot | None, stage: Size) -> Object:
    """Return an object as its style has it."""
    return replace(thing, **wanted(thing, style, placing, slot, stage), own=())


def _size(look: Look, slot: Slot | None, stage: Size) -> float:
    """Return the size that a text has in its style where it need not be smaller."""
    return tenths(look.size * (slot.scale if slot is not None else 1.0) * _scale(stage))


def _ornament(ornament: Ornament, number: int, style: Style, placing: Placing, stage: Size) -> Shape:
    across, down = stage[0] / STAGE[0], stage[1] / STAGE[1]
    colour = _colour(ornament.colour, style, placing)
    return Shape(
        id=f"ornament-{style.name}-{number}",
        lineage=f"ornament-{style.name}-{number}",
        role=ORNAMENT,
        name=f"Ornament {number}",
        locked=True,
        form=ornament.form,
        x=tenths(ornament.x * across),
        y=tenths(ornament.y * down),
        width=max(0.1, tenths(ornament.width * across)),
        height=max(0.1, tenths(ornament.height * down)),
        fill="none" if ornament.line else colour,
        line=colour if ornament.line else "none",
        line_width=tenths(ornament.line_width * _scale(stage)),
        opacity=ornament.opacity,
        corner_radius=ornament.corner_radius,
        corners=ornament.corners,
        rotation=ornament.rotation,
    )


def _own_ornaments(slide: Slide, style: Style | None, placing: Placing, stage: Size) -> set[str]:
    """Return the ids of ornaments that are as the style put them there, and that nothing builds."""
    if style is None:
        return set()
    built = {step.object for step in slide.running_order}
    known = {o.id: o for o in ornaments_of(style, placing, stage)}
    return {o.id for o in slide.objects if known.get(o.id) == o and o.id not in built}


def _tints(old: Style, before: Placing, new: Style, after: Placing) -> dict[str, str]:
    """Return for colours of one palette those of the same name in another."""
    names = [*old.palette, *before.inks]
    return {_colour(name, old, before): _colour(name, new, after) for name in reversed(names) if name in new.palette}


def _lit(thing: Object, accent: str) -> Object:
    """Return a text in which words that had a colour of their own stand out in the style's."""
    return _recoloured(thing, lambda _: accent) if isinstance(thing, Text) else thing


def _tinted(thing: Object, tints: Mapping[str, str]) -> Object:
    """Return an object whose words and forms have the new palette's colours where they had the old one's."""
    if isinstance(thing, Shape):
        return replace(thing, fill=tints.get(thing.fill, thing.fill), line=tints.get(thing.line, thing.line))
    return _recoloured(thing, lambda colour: tints.get(colour, colour)) if isinstance(thing, Text) else thing


def _recoloured(text: Text, colour: Callable[[str], str]) -> Text:
    """Return a text whose words that have a colour of their own have another."""
    paragraphs = tuple(
        replace(p, runs=tuple(replace(r, colour=colour(r.colour)) if r.colour else r for r in p.runs))
        for p in text.paragraphs
    )
    return replace(text, paragraphs=paragraphs)


def _ground_taken_over(slide: Slide, old: Style | None, before: Placing, new: Style, after: Placing) -> dict[str, Any]:
    """Return the new ground, where the slide had the old style's; one set by hand stays whole."""
    if old is not None and any(getattr(slide, n) != v for n, v in ground_of(old, before).items()):
        return {}
    return {} if old is None and slide.ground is not None and slide.ground.asset else ground_of(new, after)
