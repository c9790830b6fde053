"""Colours that people have used from a style's palette, and those of their drawings, taken over into another style."""

from typing import NamedTuple

import numpy as np
from msgspec.structs import replace

from ritornel.core.drawing.backdrop import Behind, Points, behind
from ritornel.core.drawing.colour import least_contrast
from ritornel.core.drawing.figures import flattened
from ritornel.core.drawing.forms import outline
from ritornel.core.drawing.lines import drawn_line
from ritornel.core.model import Line, Object, Placing, Shape, Slide, Style, Text
from ritornel.core.model.roles import ORNAMENT
from ritornel.core.styles.giving import Room, colour_of

_SEEN = 1.4
"""A drawing of less contrast than this to its ground is not seen."""

_PLAIN = 2.6
"""A colour of the palette that has less is taken from its pair, if that has more."""

_MOST_POINTS = 120
_MOST_DRAWINGS = 200


class Dyes(NamedTuple):
    """Two styles, and what they say of the kind of a slide before and after."""

    old: Style
    before: Placing
    new: Style
    after: Placing

    def name_of(self, colour: str) -> str:
        """Return the old style's name of a colour; “” where it has none."""
        names = [*self.old.palette, *self.before.inks]
        return next((name for name in names if colour_of(name, self.old, self.before) == colour), "")

    def new_name_of(self, colour: str) -> str:
        """Return the new style's name of a colour; “” where it has none."""
        names = [*self.new.palette, *self.after.inks]
        return next((name for name in names if colour_of(name, self.new, self.after) == colour), "")

    def over(self, colour: str) -> str:
        """Return what stands in the new style for a colour of the old one; one that is not of it as it is."""
        name = self.name_of(colour)
        return colour_of(name, self.new, self.after) if name in self.new.palette else colour


def recoloured(slide: Slide, dyes: Dyes, there: Slide, room: Room) -> Slide:
    """Return a slide in the new style's colours where it had the old one's.

    ``there`` is the slide on its new ground. A drawing that was seen and is not seen there any more is in the style's
    ink, and keeps what was ``meant``.
    """
    objects: list[Object] = []
    left = _MOST_DRAWINGS
    for place, thing in enumerate(slide.objects):
        if isinstance(thing, Text):
            objects.append(_words(thing, dyes))
        elif isinstance(thing, Shape | Line) and thing.role != ORNAMENT and left:
            left -= 1
            was = _around(thing, slide, place, room)
            now = _around(thing, replace(there, objects=(*objects, *slide.objects[place:])), place, room)
            objects.append(_drawing(thing, dyes, was, now))
        else:
            objects.append(thing)
    return replace(slide, objects=tuple(objects))


def _words(text: Text, dyes: Dyes) -> Text:
    """Return a text whose words that have a colour of their own have the new style's where it was the old one's."""
    if not any(run.colour for p in text.paragraphs for run in p.runs):
        return text
    paragraphs = tuple(
        replace(p, runs=tuple(replace(r, colour=dyes.over(r.colour)) if r.colour else r for r in p.runs))
        for p in text.paragraphs
    )
    return replace(text, paragraphs=paragraphs)


def _drawing(thing: Shape | Line, dyes: Dyes, was: Behind, now: Behind) -> Object:
    """Return a drawing in the new style's colours; what they stand for is noted where the style has no one name for it."""
    meant = dict(thing.meant)
    values, kept = {}, {}
    for field in ("fill", "line") if isinstance(thing, Shape) else ("line",):
        colour: str = getattr(thing, field)
        if colour == "none":
            continue
        means = meant.get(field) or dyes.name_of(colour) or colour
        shown = colour_of(means, dyes.new, dyes.after) if means in dyes.new.palette else means
        if not shown.startswith("#"):
            means = shown = colour
        turned = dyes.new.palette.get(dyes.new.turned.get(means, ""), shown)
        if _contrast(shown, now) < _PLAIN <= _contrast(turned, now):
            shown = turned
        if _lost(thing, field, colour, shown, was, now):
            shown = _other(dyes, now)
        values[field] = shown
        if means not in (shown, dyes.new_name_of(shown)):
            kept[field] = means
    return replace(thing, **values, meant=tuple(kept.items()))


def _lost(thing: Shape | Line, field: str, colour: str, shown: str, was: Behind, now: Behind) -> bool:
    """Tell whether what was seen in a colour would not be seen any more; a fill with a line around it is seen by that."""
    if isinstance(thing, Shape) and (thing.gradient is not None or (field == "fill" and thing.line != "none")):
        return False
    return _contrast(shown, now) < _SEEN <= _contrast(colour, was)


def _contrast(colour: str, seen: Behind) -> float:
    middle = np.array([float((seen.low + seen.high).mean() / 2)])
    return least_contrast(colour, middle, middle)


def _other(dyes: Dyes, now: Behind) -> str:
    names = [name for name in ("ink", dyes.new.turned.get("ink", "")) if name in dyes.new.palette]
    colours = [colour_of(name, dyes.new, dyes.after) for name in names] or ["#000000", "#ffffff"]
    return max(colours, key=lambda colour: _contrast(colour, now))


def _around(thing: Shape | Line, slide: Slide, place: int, room: Room) -> Behind:
    """Return what is behind a drawing, at places all along it."""
    path = outline(thing) if isinstance(thing, Shape) else drawn_line(thing)[0]
    points = np.array(list(flattened(path)))
    every: Points = points[:: max(1, len(points) // _MOST_POINTS)] + np.array([thing.x, thing.y])
    return behind(slide, place, every, room.stage, room.assets)
