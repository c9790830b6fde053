"""What a house style gives to the things of a slide: places, letters, grounds, ornaments."""

from collections.abc import Mapping
from typing import Any, NamedTuple

from msgspec.structs import replace

from ritornel.core.model import (
    Asset,
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
from ritornel.core.model.box import Box
from ritornel.core.model.roles import ORNAMENT, PICTURE, SPEAKER
from ritornel.core.model.style import STAGE
from ritornel.core.text.fitting import excess, shrunk
from ritornel.core.time.rounding import tenths

PLACE = ("x", "y", "width", "height")
COVERED = frozenset(
    {
        *PLACE,
        "font",
        "weight",
        "italic",
        "size",
        "colour",
        "line_height",
        "gap",
        "align",
        "valign",
        "fit",
        "frame",
        "plate",
    }
)
"""The fields of objects that a style gives."""

_BLANK = Placing()


class Room(NamedTuple):
    """Where slides are dressed: the stage's width and height in stage units, and the show's assets by their ids."""

    stage: tuple[int, int]
    assets: Mapping[str, Asset] = {}

    @property
    def across(self) -> float:
        """How far the stage is stretched across."""
        return self.stage[0] / STAGE[0]

    @property
    def down(self) -> float:
        """How far it is stretched down."""
        return self.stage[1] / STAGE[1]

    @property
    def scale(self) -> float:
        """How much larger letters are than the style draws them."""
        return min(self.across, self.down)


def placing_of(style: Style, kind: str) -> Placing:
    """Return what a style says of a kind of slide; of one it does not know what it says of a blank one."""
    return style.placings.get(kind) or style.placings.get("blank") or _BLANK


def placing_for(style: Style, slide: Slide) -> Placing:
    """Return what a style says of a slide; of one whose pictures all stand where somebody put them, as of one without.

    So nothing is kept free, or framed, for a picture that stands elsewhere. Who speaks has a place on each that shows
    somebody.
    """
    pictures = [o for o in slide.objects if isinstance(o, Picture | Clip) and o.role not in (ORNAMENT, SPEAKER)]
    elsewhere = pictures and not any(o.role == PICTURE and not set(PLACE) & set(o.own) for o in pictures)
    placing = placing_of(style, "list" if elsewhere and slide.kind == "picture-and-text" else slide.kind)
    shows_somebody = any(o.role == SPEAKER for o in slide.objects)
    return replace(placing, slots=(*placing.slots, style.speaker)) if shows_somebody else placing


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


def box_of(slot: Slot, room: Room) -> Box:
    """Return a place on the stage."""
    return Box(
        tenths(slot.x * room.across),
        tenths(slot.y * room.down),
        tenths(slot.width * room.across),
        tenths(slot.height * room.down),
    )


def wanted(
    thing: Object, style: Style, placing: Placing, slot: Slot | None, box: Box | None, room: Room
) -> dict[str, Any]:
    """Return what a style gives an object of a role, which stands in ``box``: fields and values."""
    values: dict[str, Any] = box._asdict() if box is not None else {}
    look = style.looks.get(thing.role)
    if isinstance(thing, Text) and look is not None:
        values |= _letters(look, style, placing, slot, room)
        if box is not None:
            values["size"] = _fitting(thing, values)
        if thing.grows:
            values.pop("height", None)
    if isinstance(thing, Picture | Clip) and slot is not None:
        frame = replace(thing.frame, mask=slot.mask)
        if slot.role == SPEAKER:
            line = colour_of(slot.line, style, placing) if slot.line else "none"
            radius, width = tenths(slot.corner_radius * room.scale), tenths(slot.line_width * room.scale)
            frame = replace(frame, corner_radius=radius, line=line, line_width=width)
        values |= {"fit": slot.fit, "frame": frame}
    return values


def fitted(text: Text, slide: Slide, style: Style, room: Room) -> dict[str, float]:
    """Return the size at which a text of a role, where it now stands on a slide, has room for its words."""
    look = style.looks.get(text.role)
    placing = placing_for(style, slide)
    slot = slots_of(slide, placing).get(text.id)
    if look is None or slot is None or text.grows:
        return {}
    return {"size": _fitting(text, {"size": size_of(look, slot, room)})}


def letters_of(style: Style, role: str, room: Room) -> dict[str, Any]:
    """Return how words of a role are set where the style has no place for them: fields and values; {} without a look."""
    look = style.looks.get(role)
    return {} if look is None else _letters(look, style, Placing(), None, room)


def size_of(look: Look, slot: Slot | None, room: Room) -> float:
    """Return the size that a text has in its style where it need not be smaller."""
    return tenths(look.size * (slot.scale if slot is not None else 1.0) * room.scale)


def tint_of(look: Look, slot: Slot | None) -> str:
    """Return the name of the colour that a text has in its style, on the ground the style has drawn."""
    return slot.colour if slot is not None and slot.colour != "ink" else look.colour


def colour_of(tint: str, style: Style, placing: Placing) -> str:
    """Return the colour that a name stands for on a kind of slide."""
    return style.palette.get(placing.inks.get(tint, tint), "#211c2b")


def ground_of(style: Style, placing: Placing) -> dict[str, Any]:
    """Return the fields of a slide that are its ground."""
    colour = style.palette.get(placing.ground, "#ffffff")
    below = style.palette.get(placing.below)
    if below is None:
        return {"background": colour, "ground": None}
    stops = (Stop(at=0, colour=colour), Stop(at=1, colour=below))
    return {"background": colour, "ground": Ground(gradient=Gradient(stops=stops))}


def ornaments_of(style: Style, placing: Placing, room: Room) -> list[Shape]:
    """Return what the style itself puts on a slide of that kind, from the bottom up."""
    return [_ornament(o, n, style, placing, room) for n, o in enumerate(placing.ornaments, 1)]


def _letters(look: Look, style: Style, placing: Placing, slot: Slot | None, room: Room) -> dict[str, Any]:
    values = {
        "font": look.font,
        "weight": look.weight,
        "italic": look.italic,
        "size": size_of(look, slot, room),
        "colour": colour_of(tint_of(look, slot), style, placing),
        "line_height": look.line_height,
        "gap": look.gap,
    }
    return values | ({"align": slot.align, "valign": slot.valign} if slot is not None else {})


def _fitting(text: Text, values: Mapping[str, Any]) -> float:
    """Return the size at which the words stay in their place: the look's, or smaller."""
    tried = replace(text, **values)
    return shrunk(tried).size if excess(tried) else float(values["size"])


def _ornament(ornament: Ornament, number: int, style: Style, placing: Placing, room: Room) -> Shape:
    colour = colour_of(ornament.colour, style, placing)
    return Shape(
        id=f"ornament-{style.name}-{number}",
        lineage=f"ornament-{style.name}-{number}",
        role=ORNAMENT,
        name=f"Ornament {number}",
        locked=True,
        form=ornament.form,
        x=tenths(ornament.x * room.across),
        y=tenths(ornament.y * room.down),
        width=max(0.1, tenths(ornament.width * room.across)),
        height=max(0.1, tenths(ornament.height * room.down)),
        fill="none" if ornament.line else colour,
        line=colour if ornament.line else "none",
        line_width=tenths(ornament.line_width * room.scale),
        opacity=ornament.opacity,
        corner_radius=ornament.corner_radius,
        corners=ornament.corners,
        rotation=ornament.rotation,
    )
