"""The boxes of what builds move: objects, and the lines, words and letters of texts."""

from collections.abc import Mapping, Sequence
from typing import NamedTuple

from ritornel.core.model import Object, Part, Text
from ritornel.core.model.box import Box
from ritornel.core.model.keys import target_key
from ritornel.core.text.layout import set_text
from ritornel.core.text.parts import PartPlace, Unit, part_places


class Stood(NamedTuple):
    """A target's key, and where it stands, in stage units."""

    key: str
    box: Box


class Boxes:
    """Where the targets of a slide stand; the letters of a text are asked for once, however many of them are moved."""

    def __init__(self, objects: Mapping[str, Object]) -> None:
        """Begin with the objects of a slide, by their ids."""
        self._objects = objects
        self._placed: dict[tuple[str, int, bool], tuple[str, Sequence[PartPlace | None]]] = {}

    def of(self, name: str, part: Part | None) -> Stood | None:
        """Return an object, or a part of it, with its box; None if it has no such part."""
        thing = self._objects[name]
        if part is None or (part.word is None and part.character is None) or not isinstance(thing, Text):
            box = target_box(thing, part)
            return None if box is None else Stood(target_key(name, part), box)
        number = part.number
        family = (name, part.paragraph, part.character is None)
        known = self._placed.get(family)
        if known is None:
            if part.paragraph >= len(thing.paragraphs):
                return None
            unit: Unit = "word" if part.character is None else "character"
            prefix = target_key(name, part)[: -len(str(number))]
            known = self._placed[family] = prefix, part_places(thing, part.paragraph, unit)
        prefix, places = known
        place = places[number] if number < len(places) else None
        if place is None:
            return None
        return Stood(f"{prefix}{number}", Box(thing.x + place.x, thing.y + place.y, place.width, place.height))


def target_box(thing: Object, part: Part | None) -> Box | None:
    """Return the box of an object, or of a part of it, in stage units; None if it has no such part."""
    if part is None:
        return Box(thing.x, thing.y, thing.width, thing.height)
    if not isinstance(thing, Text) or part.paragraph >= len(thing.paragraphs):
        return None
    if part.unit == "line":
        placed = set_text(thing)[part.paragraph]
        return Box(thing.x, thing.y + placed.top, thing.width, placed.height)
    stood = Boxes({thing.id: thing}).of(thing.id, part)
    return None if stood is None else stood.box
