"""Edits that place several objects at once: align, spread, tidy, make alike in size. A group is placed as one."""

from collections.abc import Callable, Mapping
from typing import Annotated, Literal

from msgspec import Meta
from msgspec.structs import replace

from ritornel.core.alignment import Shifts
from ritornel.core.alignment.aligned import Edge, aligned
from ritornel.core.alignment.boxes import around, filled
from ritornel.core.alignment.spread import Direction, spread
from ritornel.core.alignment.tidied import Form, tidied
from ritornel.core.edits.command import BadEdit, Command, Ids, change_slide, slide_of
from ritornel.core.model import Clip, Object, Picture, Show, Slide, Text
from ritornel.core.model.box import Box
from ritornel.core.model.units import FARTHEST
from ritornel.core.time.rounding import tenths

Gap = Annotated[float, Meta(ge=-FARTHEST, le=FARTHEST)]


class AlignObjects(Command, frozen=True, kw_only=True):
    """Bring objects' edges or middles into line: with each other, with the slide, or with the first of ``objects``."""

    slide: str
    objects: Ids
    edge: Edge
    to: Literal["each other", "slide", "first"] = "each other"

    def apply(self, show: Show) -> Show:
        """Return the show with the objects aligned."""

        def shifts(boxes: Mapping[str, Box]) -> Shifts:
            if self.to == "slide":
                return aligned(boxes, self.edge, Box(0, 0, show.width, show.height))
            first = boxes[_first(slide_of(show, self.slide), self.objects)]
            return aligned(boxes, self.edge, around(boxes.values()) if self.to == "each other" else first)

        return _shifted(show, self.slide, self.objects, 1 if self.to == "slide" else 2, shifts)

    @property
    def label(self) -> str:
        """Name the line."""
        return f"align objects at the {self.edge}"


class SpreadObjects(Command, frozen=True, kw_only=True):
    """Spread objects evenly: equal gaps, equal steps from middle to middle, or a ``gap`` in stage units."""

    slide: str
    objects: Ids
    along: Direction
    by: Literal["gaps", "middles"] = "gaps"
    gap: Gap | None = None

    def apply(self, show: Show) -> Show:
        """Return the show with the objects spread."""
        least = 3 if self.gap is None else 2
        return _shifted(
            show, self.slide, self.objects, least, lambda boxes: spread(boxes, self.along, self.by, self.gap)
        )

    @property
    def label(self) -> str:
        """Name the direction."""
        return f"spread objects {self.along}"


class TidyObjects(Command, frozen=True, kw_only=True):
    """Bring objects into a row, a column or a grid."""

    slide: str
    objects: Ids
    form: Form

    def apply(self, show: Show) -> Show:
        """Return the show with the objects tidied."""
        return _shifted(show, self.slide, self.objects, 2, lambda boxes: tidied(boxes, self.form))

    @property
    def label(self) -> str:
        """Name the form."""
        return f"tidy objects into a {self.form}"


class SizeObjects(Command, frozen=True, kw_only=True):
    """Make objects as wide, as high, or as large as the first of them. Pictures and clips keep their proportions."""

    slide: str
    objects: Ids
    alike: Literal["width", "height", "both"]

    def apply(self, show: Show) -> Show:
        """Return the show with the objects alike in size, each with its own top left corner."""

        def change(slide: Slide) -> Slide:
            first, *others = _chosen(slide, self.objects, 2)
            sized = {o.id: self._sized(o, first) for o in others}
            return replace(slide, objects=tuple(sized.get(o.id, o) for o in slide.objects))

        return change_slide(show, self.slide, change)

    def _sized(self, thing: Object, first: Object) -> Object:
        width = first.width if self.alike != "height" else thing.width
        height = first.height if self.alike != "width" else thing.height
        if isinstance(thing, Picture | Clip):
            share = min(first.width / thing.width, first.height / thing.height)
            share = {"width": width / thing.width, "height": height / thing.height, "both": share}[self.alike]
            width, height = thing.width * share, thing.height * share
        thing = replace(thing, width=width, height=height)
        return replace(thing, grows=False) if isinstance(thing, Text) and self.alike != "width" else thing

    @property
    def label(self) -> str:
        """Name what is made alike."""
        return f"make objects alike in {'size' if self.alike == 'both' else self.alike}"


def _chosen(slide: Slide, ids: Ids, least: int) -> list[Object]:
    """Return the objects in the order in which they were named; ``BadEdit`` if one is gone, or they are too few."""
    known = {o.id: o for o in slide.objects}
    chosen = [known[i] for i in dict.fromkeys(ids) if i in known]
    if len(chosen) < len(set(ids)):
        raise BadEdit("that object is not on the slide any more")
    _enough(len(chosen), least)
    return chosen


def _enough(count: int, least: int) -> None:
    if count < least:
        raise BadEdit(f"select {('an object', 'two objects', 'three objects')[least - 1]} at least")


def _shift_of(thing: Object, ids: Ids, shifts: Shifts) -> tuple[float, float]:
    return shifts.get(thing.group or thing.id, (0.0, 0.0)) if thing.id in ids else (0.0, 0.0)


def _first(slide: Slide, ids: Ids) -> str:
    """Return what the first of the objects is placed as: its group, or itself."""
    return next(o.group or o.id for o in slide.objects if o.id == ids[0])


def _shifted(show: Show, slide_id: str, ids: Ids, least: int, rule: Callable[[Mapping[str, Box]], Shifts]) -> Show:
    def change(slide: Slide) -> Slide:
        units: dict[str, list[Object]] = {}
        for thing in _chosen(slide, ids, 1):
            units.setdefault(thing.group or thing.id, []).append(thing)
        _enough(len(units), least)
        shifts = rule({unit: around(map(filled, members)) for unit, members in units.items()})
        return replace(slide, objects=tuple(_moved(o, *_shift_of(o, ids, shifts)) for o in slide.objects))

    return change_slide(show, slide_id, change)


def _moved(thing: Object, dx: float, dy: float) -> Object:
    """Return the object so much further, at tenths of a stage unit; itself where it does not move."""
    x = tenths(thing.x + dx) if dx else thing.x
    y = tenths(thing.y + dy) if dy else thing.y
    return thing if (x, y) == (thing.x, thing.y) else replace(thing, x=x, y=y)
