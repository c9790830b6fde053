"""What was set by hand in one object, for all of its role: in each of them, or in the house style itself."""

from typing import Any, ClassVar

from msgspec.structs import replace

from ritornel.core.edits.command import BadEdit, Command, slide_of
from ritornel.core.model import Clip, Object, Picture, Placing, Show, Slide, Slot, Style, Text, limits
from ritornel.core.model.roles import ORNAMENT
from ritornel.core.styles import STYLES, room_of, style_of
from ritornel.core.styles.dressing import noted, redressed, restored
from ritornel.core.styles.giving import PLACE, Room, placing_for, size_of, slots_of
from ritornel.core.styles.tints import named_tint
from ritornel.core.time.rounding import tenths

_LETTERS = frozenset({"font", "weight", "italic", "size", "colour", "line_height", "gap", "plate"})
"""What of a text is its look, wherever it stands."""

_SLOT = frozenset({*PLACE, "align", "valign", "fit"})
"""What of an object is its place on its kind of slide."""


class LookForAll(Command, frozen=True, kw_only=True):
    """Let everything of an object's role look as that object was set by hand: its letters, not its place."""

    slide: str
    object: str

    def apply(self, show: Show) -> Show:
        """Return the show with the look in every object of the role."""
        like = _like(show, self.slide, self.object)
        fields = _LETTERS & set(like.own) if isinstance(like, Text) else {"frame"} & set(like.own)
        if not fields:
            raise BadEdit("nothing of its look was set by hand; set its colour, face or size first")
        values = {name: getattr(like, name) for name in fields}

        def looks(thing: Object) -> Object:
            if thing.role != like.role or type(thing) is not type(like):
                return thing
            return replace(thing, **values, own=noted(set(thing.own) | fields))

        slides = tuple(
            replace(s, objects=tuple(map(looks, s.objects))) if any(o.role == like.role for o in s.objects) else s
            for s in show.slides
        )
        return replace(show, slides=slides)

    @property
    def label(self) -> str:
        """Name it as people do."""
        return "give every one of its role the same look"


class LookInStyle(Command, frozen=True, kw_only=True):
    """Take what was set by hand in an object into the house style: what is of its role follows, but for its own.

    The letters are those of the role, the place is that on its kind of slide. A style that ships is kept as the show's
    own under another name.
    """

    slide: str
    object: str
    restyles: ClassVar[bool] = True

    def apply(self, show: Show) -> Show:
        """Return the show in the changed style."""
        like, style = _like(show, self.slide, self.object), style_of(show)
        if style is None:
            raise BadEdit("choose a house style first")
        if not like.own:
            raise BadEdit("it is as the style has it; set its colour, face, size or place first")
        slide, room = slide_of(show, self.slide), room_of(show)
        placing = placing_for(style, slide)
        slot = slots_of(slide, placing).get(like.id)
        changed = _with_look(style, like, slot, room) if isinstance(like, Text) else style
        if slot is not None and _SLOT & set(like.own):
            kind = next((k for k, p in style.placings.items() if p is placing), slide.kind)
            changed = replace(changed, placings={**changed.placings, kind: _with_slot(placing, slot, like, room)})
        changed = _as_own(changed, show)
        others = tuple(s for s in show.styles if s.name != changed.name)
        if len(others) >= limits.OWN_STYLES:
            raise BadEdit(f"a show may have {limits.OWN_STYLES} styles of its own at most; take one away first")

        def dressed(slide: Slide) -> Slide:
            slide = redressed(slide, style, changed, room)
            return restored(slide, changed, room, frozenset({like.id})) if slide.id == self.slide else slide

        slides = tuple(s if s.unreadable else dressed(s) for s in show.slides)
        return replace(show, style=changed.name, styles=(*others, changed), slides=slides)

    @property
    def label(self) -> str:
        """Name it as people do."""
        return "take a look into the house style"


def _like(show: Show, slide_id: str, object_id: str) -> Object:
    thing = next((o for o in slide_of(show, slide_id).objects if o.id == object_id), None)
    if thing is None:
        raise BadEdit("that object is not on the slide any more")
    if not thing.role or thing.role == ORNAMENT:
        raise BadEdit("it has no role in the house style; give it one first")
    return thing


def _with_look(style: Style, like: Text, slot: Slot | None, room: Room) -> Style:
    """Return a style in which a role has the letters of a text, as far as they were set by hand."""
    look = style.looks.get(like.role)
    if look is None:
        return style
    values: dict[str, Any] = {n: getattr(like, n) for n in like.own if n in _LETTERS - {"size", "colour", "plate"}}
    if "size" in like.own:
        values["size"] = tenths(look.size * like.size / size_of(look, slot, room))
    if "colour" in like.own and like.colour != "none":
        style, values["colour"] = named_tint(style, like.colour)
    return replace(style, looks={**style.looks, like.role: replace(look, **values)})


def _with_slot(placing: Placing, slot: Slot, like: Object, room: Room) -> Placing:
    """Return a kind of slide in which a place is where an object was put."""
    values: dict[str, Any] = {}
    if set(PLACE) & set(like.own):
        values = {"x": tenths(like.x / room.across), "width": tenths(like.width / room.across)}
        values |= {"y": tenths(like.y / room.down), "height": tenths(like.height / room.down)}
        values = {n: max(0.1, v) if n in ("width", "height") else v for n, v in values.items()}
    if isinstance(like, Text):
        values |= {name: getattr(like, name) for name in ("align", "valign") if name in like.own}
        values |= {"colour": "ink"} if "colour" in like.own else {}
    if isinstance(like, Picture | Clip) and "fit" in like.own:
        values["fit"] = like.fit
    return replace(placing, slots=tuple(replace(s, **values) if s is slot else s for s in placing.slots))


def _as_own(style: Style, show: Show) -> Style:
    """Return a style as one of the show's own."""
    if any(own.name == style.name for own in show.styles) or style.name not in STYLES:
        return style
    label = f"{style.label}, changed"[:300]
    return replace(style, name=f"{style.name}-changed", label=label, voice="changed in this show")
