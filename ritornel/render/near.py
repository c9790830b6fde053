"""Pictures that are far larger than the stage, as on a plane: only what is seen of them is drawn, with all its detail.

A picture in tiles (``formats.tiles``) is read where it is seen; a drawing is drawn there as the vectors it is.
"""

import base64
from math import ceil, floor
from pathlib import Path
from typing import Protocol
from zipfile import BadZipFile

import cv2
import numpy as np

from ritornel.core.drawing.framing import framed
from ritornel.core.model import Picture
from ritornel.core.model.framing import Framing
from ritornel.render.numbers import number
from ritornel.render.pictures import is_drawing
from ritornel.render.sprites import Placed, drawn_within
from ritornel.render.surfaces import Area, Map, Stamp, moved, premultiplied
from ritornel.render.tiles import Tiles

_EDGE = 2
"""So many pixels more are read on every side, for what lies between two."""
FAR_LARGER = 4.0
"""What would have so many times the pixels of the stage is not made a sprite, but drawn where it is seen."""
LEAST = 0.25
"""What is smaller on the stage than that is made a sprite, whatever it is a picture of."""
_COARSER = 0.85
"""What moves on at once may be so much coarser: nobody sees that while all of it moves."""


class Near(Protocol):
    """A picture that can be looked at from near.

    It is drawn so where it would be larger than so many ``times`` the stage: ``LEAST`` or more.
    """

    times: float

    def drawn(self, here: Map, within: Area, exactly: bool) -> Stamp:
        """Return what is seen of it in an area, when ``here`` puts the corner of its box and what is in it there.

        What is not wanted ``exactly`` moves on at once.
        """
        ...


def near(thing: Picture, path: Path, size: tuple[int, int], at: tuple[float, float]) -> Near | None:
    """Return a picture as it can be looked at from near; None for one whose file, or frame, does not let it.

    ``size`` are its pixels, ``at`` the place that stays in sight where it is cut.
    """
    plain = Framing(crop=thing.frame.crop, line_width=thing.frame.line_width)
    if thing.frame != plain or thing.shadow is not None or thing.soft_edge:
        return None
    try:
        if path.suffix == ".zip":
            return NearTiles(thing, Tiles(path), at)
        with path.open("rb") as file:
            start = file.read(256)
        return NearDrawing(thing, path.read_bytes(), size, at) if is_drawing(start) else None
    except (OSError, BadZipFile, KeyError):
        return None


class NearTiles:
    """A picture in tiles."""

    times = LEAST

    def __init__(self, thing: Picture, tiles: Tiles, at: tuple[float, float]) -> None:
        """Take where it lies in its box."""
        about = tiles.about
        self._tiles = tiles
        size = about.width, about.height
        self._seen, self._whole = framed(thing.width, thing.height, thing.fit, thing.frame.crop, size, at)

    def drawn(self, here: Map, within: Area, exactly: bool) -> Stamp:
        """Return what is seen of it in an area."""
        about, seen, whole = self._tiles.about, self._seen, self._whole
        width, height = within.right - within.left, within.bottom - within.top
        scale = float(np.sqrt(abs(np.linalg.det(here[:2, :2])))) * whole.width / about.width
        level = self._tiles.level_for(scale if exactly else scale * _COARSER)
        pixels = about.size(level)
        by = (whole.width / pixels[0], whole.height / pixels[1])
        units = np.array([(by[0], 0, whole.x), (0, by[1], whole.y), (0, 0, 1)])
        into = np.array([(1, 0, -within.left), (0, 1, -within.top), (0, 0, 1)]) @ here @ units
        way = cv2.INTER_CUBIC if exactly and scale * 2**level > 1 else cv2.INTER_LINEAR

        def onto(x: int, y: int) -> Map:
            """Return where the pixels of a part go whose corner is there."""
            middles = moved(0.5, 0.5)
            return (np.linalg.inv(middles) @ into @ moved(x, y) @ middles)[:2]  # type: ignore[no-any-return]

        corners = np.array([(x, y, 1) for x in (0, width) for y in (0, height)]) @ np.linalg.inv(into).T
        low, high = corners[:, :2].min(axis=0), corners[:, :2].max(axis=0)
        left = max(floor(low[0]) - _EDGE, floor((seen.x - whole.x) / by[0]))
        top = max(floor(low[1]) - _EDGE, floor((seen.y - whole.y) / by[1]))
        right = min(ceil(high[0]) + _EDGE, ceil((seen.right - whole.x) / by[0]))
        bottom = min(ceil(high[1]) + _EDGE, ceil((seen.bottom - whole.y) / by[1]))
        if left >= right or top >= bottom:
            return Stamp(within.left, within.top, np.zeros((0, 0, 4), np.uint8))
        part = self._tiles.part(level, left, top, right, bottom)
        hides = self._tiles.is_opaque and left <= low[0] and top <= low[1] and right >= high[0] and bottom >= high[1]
        edge = cv2.BORDER_REPLICATE if hides else cv2.BORDER_CONSTANT
        part = part if self._tiles.is_opaque else premultiplied(part)
        shown = cv2.warpAffine(part, onto(left, top), (width, height), flags=way, borderMode=edge)
        return Stamp(within.left, within.top, shown, hides=hides or None)  # type: ignore[arg-type]


class NearDrawing:
    """A drawing (SVG)."""

    times = FAR_LARGER

    def __init__(self, thing: Picture, content: bytes, size: tuple[int, int], at: tuple[float, float]) -> None:
        """Take where it lies in its box."""
        seen, whole = framed(thing.width, thing.height, thing.fit, thing.frame.crop, size, at)
        place = [(name, getattr(whole, name)) for name in ("x", "y", "width", "height")]
        box = [(name, getattr(seen, name)) for name in ("x", "y", "width", "height")]
        written = [" ".join(f'{name}="{number(value)}"' for name, value in one) for one in (place, box)]
        address = f"data:image/svg+xml;base64,{base64.b64encode(content).decode()}"
        image = f'<image {written[0]} preserveAspectRatio="none" href="{address}"/>'
        self._drawing = f'<clipPath id="seen"><rect {written[1]}/></clipPath><g clip-path="url(#seen)">{image}</g>'

    def drawn(self, here: Map, within: Area, exactly: bool) -> Stamp:
        """Return what is seen of it in an area."""
        return Stamp(within.left, within.top, drawn_within([Placed(self._drawing, here)], within, ()))
