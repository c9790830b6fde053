"""The things of a sheet as stamps: sprites cut, blurred, faded and put into their places, ready to be drawn."""

from collections.abc import Iterable, Iterator, Mapping, Sequence
from itertools import groupby
from math import ceil, log2
from typing import NamedTuple

import numpy as np

from ritornel.core.score.frame import Ink, Sheet, Thing
from ritornel.render.drawings import Drawing
from ritornel.render.inked import inked
from ritornel.render.near import FAR_LARGER, LEAST
from ritornel.render.planes import ROOM, WORTH, Planes, about, around, is_plainly_drawn
from ritornel.render.slide_sprites import SlideSprites
from ritornel.render.sprites import Placed, drawn_within
from ritornel.render.surfaces import (
    NONE,
    Area,
    Map,
    Stamp,
    blurred,
    cut,
    drawn_mask,
    faded,
    is_flat,
    is_shift,
    moved,
    placed,
    scale_at,
)

_FINER = 0.07
"""A sprite is drawn twice as fine when it would be made larger by more than two to the power of this."""
_FINEST = 3
_NEAR_PIXELS = 16_000_000
"""Nothing larger is drawn from near, as what is to be cut or blurred would be, far beyond the stage."""


class Part(NamedTuple):
    """A thing that is drawn on a slide, or several as one; ``exact`` if it has all the detail that it can have."""

    thing: Thing | tuple[Thing, ...]
    stamps: tuple[Stamp, ...]
    area: Area
    exact: bool


class Stamping:
    """Makes the parts of a show's slides, on a stage with ``scale`` pixels to a unit."""

    def __init__(self, sprites: SlideSprites, scale: float) -> None:
        """Take the sprites that things are drawn of."""
        self._sprites, self._scale = sprites, scale
        self._units = np.diag((scale, scale, 1.0))
        self._exactly = self._warped = False
        self._planes = Planes(sprites)

    def parts(self, sheet: Sheet, within: Area, exactly: bool, known: Mapping[str, Part]) -> dict[str, Part]:
        """Return the things of a sheet as they are drawn, by their keys; what is ``known`` stays if it is the same.

        What lies on one another and is far larger than the stage is drawn as one, under the key of the lowest; so is
        what stands still on a plane.
        """
        slide = sheet.slide
        standing = self._planes.standing(sheet)
        found: dict[str, Part] = {}
        for together_, run in groupby(
            sheet.things, lambda one: one.key in standing or self._is_drawn_in_place(slide, one, within)
        ):
            some = tuple(run)
            before = known.get(some[0].key)
            if not together_ or not (len(some) >= WORTH or self._is_large(slide, some, within)):
                found |= {one.key: self.part(slide, one, within, exactly, known.get(one.key)) for one in some}
            elif before is not None and before.thing == some and before.exact:
                found[some[0].key] = before
            elif exactly or not self._planes.is_moving or not standing.issuperset(one.key for one in some):
                found[some[0].key] = self._in_place(slide, some, within)
            else:
                seen = self._planes.seen(sheet, some, self._units, within)
                found[some[0].key] = Part(some, (Stamp(within.left, within.top, seen),), within, False)
        return found

    def _is_large(self, slide: str, some: Iterable[Thing], within: Area) -> bool:
        return any(self._is_drawn_in_place(slide, thing, within) for thing in some)

    def _is_drawn_in_place(self, slide: str, thing: Thing, within: Area) -> bool:
        """Tell whether a thing is drawn where it is seen: a sprite of it would have far more pixels than are seen."""
        drawing = self._sprites.drawing(slide, thing.key)
        if drawing is None or thing.opacity <= 0 or thing.mask is not None or thing.blur or thing.inside:
            return False
        here = self._units @ about(thing.box, thing.place)
        return is_flat(here) and _times(here, thing.box, within) > FAR_LARGER and is_plainly_drawn(drawing, thing.ink)

    def _in_place(self, slide: str, things: Sequence[Thing], within: Area) -> Part:
        drawn, faces = [], set()
        for thing in things:
            drawing, here = self._sprites.drawing(slide, thing.key), self._units @ about(thing.box, thing.place)
            if drawing is not None and around(here, thing.box).common(within):
                drawn.append(Placed(drawing.draw(), here, thing.opacity))
                faces |= drawing.faces
        if not drawn:
            return Part(tuple(things), (), NONE, True)
        stamp = Stamp(within.left, within.top, drawn_within(drawn, within, faces))
        return Part(tuple(things), (stamp,), within, True)

    def part(self, slide: str, thing: Thing, within: Area, exactly: bool, known: Part | None) -> Part:
        """Return a thing as it is drawn, as far as it is within an area; the one that is known if it is that still.

        What is wanted ``exactly`` is drawn anew where it stands, if it does not stand as it rests.
        """
        if known is not None and known.thing == thing and (known.exact or not exactly):
            return known
        self._exactly, self._warped = exactly, False
        stamps = tuple(self._stamps(slide, thing, self._units, self._units, None, within))
        area = NONE
        for stamp in stamps:
            area = area.around(stamp.area)
        return Part(thing, stamps, area, exactly or not self._warped)

    def _stamps(
        self, slide: str, thing: Thing, around: Map, rests: Map, ink: Ink | None, within: Area
    ) -> Iterator[Stamp]:
        """Yield what is drawn of a thing, which stands in what ``around`` places, from below."""
        drawing = self._sprites.drawing(slide, thing.key)
        if drawing is None or thing.opacity <= 0:
            return
        ink = thing.ink or ink
        here, rest = around @ about(thing.box, thing.place), rests @ about(thing.box, drawing.rests)
        if thing.mask is not None or thing.blur:
            drawn = self._covered(slide, thing, drawing, here, rest, ink, within)
        elif thing.opacity < 1 and thing.inside:
            drawn = together(list(self._layers(slide, thing, drawing, here, rest, ink, within)))
        else:
            for stamp in self._layers(slide, thing, drawing, here, rest, ink, within):
                yield thinner(stamp, thing.opacity)
            return
        if drawn is not None:
            yield thinner(drawn, thing.opacity)

    def _layers(
        self, slide: str, thing: Thing, drawing: Drawing, here: Map, rest: Map, ink: Ink | None, within: Area
    ) -> Iterator[Stamp]:
        """Yield a thing and what stands in it, from below, where ``here`` puts them."""
        for inner in thing.inside:
            if inner.behind:
                yield from self._stamps(slide, inner, here, rest, ink, within)
        own = self._own(slide, thing, drawing, here, rest, ink, within)
        if own is not None:
            yield own
        for inner in thing.inside:
            if not inner.behind:
                yield from self._stamps(slide, inner, here, rest, ink, within)

    def _own(
        self, slide: str, thing: Thing, drawing: Drawing, here: Map, rest: Map, ink: Ink | None, within: Area
    ) -> Stamp | None:
        """Return what a thing itself shows."""
        area = around(here, thing.box).common(within)
        if not area:
            return None
        times = _times(here, thing.box, within) if is_flat(here) else 0.0
        may_be_near = times > LEAST and ink is None and area.size < _NEAR_PIXELS
        near = self._sprites.near(slide, drawing) if may_be_near else None
        if near is not None and times > near.times:
            self._warped = True  # drawn anew once it stays
            return near.drawn(here, area, self._exactly)
        larger = times > FAR_LARGER
        if larger and is_plainly_drawn(drawing, None) and (ink is None or ink.colour is None):
            svg = drawing.draw()
            if not svg:
                return None
            if ink is not None and ink != Ink():
                svg = inked(f'<svg xmlns="http://www.w3.org/2000/svg" overflow="visible">{svg}</svg>', ink)
            return Stamp(area.left, area.top, drawn_within([Placed(svg, here)], area, drawing.faces))
        from_rest = here @ np.linalg.inv(rest)
        if not is_shift(from_rest):
            self._warped = True
            if self._exactly and is_flat(here):
                rest, from_rest = here, np.eye(3)
        level = _level(here, rest, thing.box)
        sprite = self._sprites.sprite(
            slide, thing, drawing, np.linalg.inv(self._units) @ rest, self._scale * level, ink
        )
        if not sprite.pixels.size:
            return None
        times = self._scale / sprite.scale
        pixels = np.array([(times, 0, sprite.left * times), (0, times, sprite.top * times), (0, 0, 1)])
        return placed(sprite.pixels, from_rest @ pixels, within)

    def _covered(
        self, slide: str, thing: Thing, drawing: Drawing, here: Map, rest: Map, ink: Ink | None, within: Area
    ) -> Stamp | None:
        """Return a thing that is cut or blurred: drawn as it rests, cut and blurred so, then placed."""
        finer = _level(here, rest, thing.box)
        still = np.diag((finer, finer, 1.0)) @ rest
        room = Area(-ROOM, -ROOM, ROOM, ROOM)
        drawn = together(list(self._layers(slide, thing, drawing, still, rest, ink, room)))
        if drawn is None:
            return None
        pixels, left, top = drawn.pixels, drawn.area.left, drawn.area.top
        if thing.mask is not None:
            onto = moved(-left, -top) @ still
            pixels = cut(pixels, drawn_mask(thing.mask, thing.box[2:], onto, pixels.shape[1], pixels.shape[0]))
        if thing.blur:
            pixels, grown = blurred(pixels, thing.blur * scale_at(still, 0, 0))
            left, top = left - grown, top - grown
        return placed(pixels, here @ np.linalg.inv(still) @ moved(left, top), within)


def _times(here: Map, box: tuple[float, float, float, float], within: Area) -> float:
    """Return how many times the pixels of an area a sprite of something would have."""
    return box[2] * box[3] * scale_at(here, box[2] / 2, box[3] / 2) ** 2 / within.size


def _level(here: Map, rest: Map, box: tuple[float, float, float, float]) -> float:
    """Return how many times finer a sprite is drawn than as it rests: 1, 2, 4 or 8, so that it is never coarse."""
    middle = box[2] / 2, box[3] / 2
    larger = scale_at(here, *middle) / max(1e-9, scale_at(rest, *middle))
    if larger <= 1:
        return 1.0
    return float(2 ** min(_FINEST, max(0, ceil(log2(larger) - _FINER))))


def thinner(stamp: Stamp, opacity: float) -> Stamp:
    """Return a stamp that is so much less opaque."""
    if opacity >= 1:
        return stamp
    return Stamp(stamp.area.left, stamp.area.top, faded(stamp.pixels, opacity))


def together(stamps: list[Stamp]) -> Stamp | None:
    """Return stamps as one, from the bottom up; None for none."""
    if len(stamps) < 2:
        return stamps[0] if stamps else None
    area = NONE
    for stamp in stamps:
        area = area.around(stamp.area)
    canvas = np.zeros((area.bottom - area.top, area.right - area.left, 4), np.uint8)
    whole = Area(0, 0, canvas.shape[1], canvas.shape[0])
    for stamp in stamps:
        Stamp(stamp.area.left - area.left, stamp.area.top - area.top, stamp.pixels).put(canvas, whole)
    return Stamp(area.left, area.top, canvas)
