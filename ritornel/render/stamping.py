"""The things of a sheet as stamps: sprites cut, blurred, faded and put into their places, ready to be drawn."""

from collections.abc import Iterator
from math import ceil, log2
from typing import NamedTuple

import numpy as np

from ritornel.core.motion.placing import Matrix
from ritornel.core.score.frame import Ink, Thing
from ritornel.render.drawings import Drawing
from ritornel.render.slide_sprites import SlideSprites
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
_ROOM = 6_000
"""What is cut or blurred reaches no further from the stage than so many pixels."""


class Part(NamedTuple):
    """A thing that is drawn on a slide; ``exact`` if it has all the detail that it can have."""

    thing: Thing
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
        here, rest = around @ _about(thing.box, thing.place), rests @ _about(thing.box, drawing.rests)
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
        room = Area(-_ROOM, -_ROOM, _ROOM, _ROOM)
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


def _about(box: tuple[float, float, float, float], place: Matrix) -> Map:
    """Return where the corner of a thing's box and what is in it go: it is placed about the box's middle."""
    x, y, width, height = box
    middle = moved(x + width / 2, y + height / 2) @ np.array(place).reshape(3, 3)
    return middle @ moved(-width / 2, -height / 2)  # type: ignore[no-any-return]


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
