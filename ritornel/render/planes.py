"""Things on a plane that stand still while the stage goes over them: drawn as one, as their plane is seen."""

from collections.abc import Mapping, Sequence

import numpy as np

from ritornel.core.motion.placing import Matrix
from ritornel.core.score.frame import Ink, Sheet, Thing
from ritornel.core.text.fonts import Face
from ritornel.render.drawings import Drawing
from ritornel.render.scenery import Run, Scenery, Standing
from ritornel.render.slide_sprites import SlideSprites
from ritornel.render.surfaces import Area, Map, Surface, is_flat, moved

_CAST = 120.0
"""So many stage units around its box something may reach, by its shadow."""
ROOM = 6_000
"""What is cut or blurred reaches no further from the stage than so many pixels."""
_SLIDES, _RUNS = 2, 12
"""So many slides', and runs', things are remembered beside those that are seen."""
WORTH = 3
"""So many things that lie on one another are worth being drawn as one."""
_SAME = 3
"""Digits by which places on a plane are told from one another."""


class Planes:
    """Finds what stands still on planes, from frame to frame, and draws it as one."""

    def __init__(self, sprites: SlideSprites) -> None:
        """Take the sprites that things are drawn of."""
        self._sprites = sprites
        self._scenery = Scenery()
        self._stood: dict[str, tuple[Matrix, Mapping[str, int]]] = {}
        self._runs: dict[int, Run] = {}
        self.is_moving = False

    def standing(self, sheet: Sheet) -> set[str]:
        """Return the keys of what stands on a sheet's plane as it did when that was seen last.

        From then on ``is_moving`` tells whether the stage has gone on since.
        """
        self.is_moving = False
        if sheet.view is None:
            return set()
        was, before = self._stood.pop(sheet.slide, (sheet.view, None))
        self.is_moving = was != sheet.view
        back = np.linalg.inv(np.array(sheet.view).reshape(3, 3))
        now = {one.key: _stands(one, back) for one in sheet.things if self._may_stand(sheet.slide, one)}
        self._stood = {**dict(list(self._stood.items())[-_SLIDES:]), sheet.slide: (sheet.view, now)}
        return set(now) if before is None else {key for key, how in now.items() if before.get(key, how) == how}

    def seen(self, sheet: Sheet, things: Sequence[Thing], units: Map, within: Area) -> Surface:
        """Return what is seen of things that stand on a plane, in an area of the stage, as pixels of that area."""
        assert sheet.view is not None
        view = np.array(sheet.view).reshape(3, 3)
        _, stood = self._stood[sheet.slide]
        key = hash((sheet.slide, *((thing.key, stood[thing.key]) for thing in things)))
        if key not in self._runs:
            run = self._run(sheet.slide, key, things, np.linalg.inv(view))
            self._runs = {**dict(list(self._runs.items())[-_RUNS:]), key: run}
        self._scenery.keep_only(set(self._runs))
        return self._scenery.seen(self._runs[key], units @ view, within)

    def _run(self, slide: str, key: int, things: Sequence[Thing], back: Map) -> Run:
        standing: list[Standing] = []
        faces: set[Face] = set()
        for thing in things:
            drawing = self._sprites.drawing(slide, thing.key)
            svg = "" if drawing is None else drawing.draw()
            if drawing is None or not svg:
                continue
            place = back @ about(thing.box, thing.place)
            reach = around(place, thing.box)
            standing.append(Standing(svg, place, thing.opacity, (reach.left, reach.top, reach.right, reach.bottom)))
            faces |= drawing.faces
        return Run(key, standing, frozenset(faces))

    def _may_stand(self, slide: str, thing: Thing) -> bool:
        """Tell whether a thing is its drawing and nothing else, so that it can be drawn together with others."""
        drawing = self._sprites.drawing(slide, thing.key)
        if drawing is None or thing.opacity <= 0 or thing.mask is not None or thing.blur:
            return False
        if any(self._sprites.drawing(slide, inner.key) is not None for inner in thing.inside):
            return False
        return is_flat(about(thing.box, thing.place)) and is_plainly_drawn(drawing, thing.ink)


def _stands(thing: Thing, back: Map) -> int:
    """Return what tells a thing that moved on its plane, or became more or less opaque, from one that stands."""
    place = np.round(back @ about(thing.box, thing.place), _SAME) + 0.0
    return hash((place.tobytes(), round(thing.opacity, _SAME)))


def around(here: Map, box: tuple[float, float, float, float]) -> Area:
    """Return where on the stage something reaches, with what it casts around itself."""
    room = _CAST + 0.25 * max(box[2:])
    corners = np.array([(x, y, 1) for x in (-room, box[2] + room) for y in (-room, box[3] + room)]) @ here.T
    if corners[:, 2].min() <= 0:
        return Area(-ROOM, -ROOM, ROOM, ROOM)
    (left, top), (right, bottom) = ((corners[:, :2] / corners[:, 2:]).min(0), (corners[:, :2] / corners[:, 2:]).max(0))
    most = 2**30
    return Area(*(int(np.clip(value, -most, most)) for value in (left, top, right + 1, bottom + 1)))


def is_plainly_drawn(drawing: Drawing, ink: Ink | None) -> bool:
    """Tell whether a thing is its drawing and nothing else: no picture, nothing soft, in its own colours."""
    plainly = drawing.media is None and drawing.softly is None and not drawing.reaches
    return plainly and (ink is None or ink == Ink())


def about(box: tuple[float, float, float, float], place: Matrix) -> Map:
    """Return where the corner of a thing's box and what is in it go: it is placed about the box's middle."""
    x, y, width, height = box
    middle = moved(x + width / 2, y + height / 2) @ np.array(place).reshape(3, 3)
    return middle @ moved(-width / 2, -height / 2)  # type: ignore[no-any-return]
