"""What stands still on a plane while the stage goes over it: drawn together in tiles of some nearness, then placed.

A level has pixels at least as fine as they are seen, and not half as fine again; its tiles are squares of the plane.
"""

from collections.abc import Iterator, Sequence
from math import ceil, floor, log2
from typing import NamedTuple

import cv2
import numpy as np

from ritornel.core.model.memory import Memory
from ritornel.core.text.fonts import Face
from ritornel.render.sprites import Placed, drawn_within
from ritornel.render.surfaces import Area, Map, Surface, moved, scale_at

_SIDE = 128
_LEVELS_AN_OCTAVE = 2
_HARDLY = 0.6
"""So much of an octave a level may be coarser than what is seen: while all of it moves, nobody sees that."""
_KEPT_BYTES = 128 * 1024 * 1024
_AHEAD = 3
"""So many tiles are drawn further than is needed yet."""

_Tile = tuple[int, int]


class Standing(NamedTuple):
    """Something that stands on a plane: its drawing, where that lies, how opaque it is, and what it reaches."""

    drawing: str
    place: Map
    opacity: float
    reach: tuple[float, float, float, float]


class Run(NamedTuple):
    """Things that lie on one another on a plane, from below; ``key`` is the same for what looks the same."""

    key: int
    things: Sequence[Standing]
    faces: frozenset[Face]


class Scenery:
    """Draws runs of what stands on a plane, as it is seen through a view."""

    def __init__(self) -> None:
        """Begin without any tile."""
        self._tiles: Memory[tuple[int, int, int, int], Surface] = Memory(_KEPT_BYTES)
        self._mosaics: dict[int, tuple[tuple[int, Area], Surface]] = {}

    def seen(self, run: Run, view: Map, within: Area) -> Surface:
        """Return what is seen of a run in an area, when ``view`` puts places of the plane there."""
        level = ceil((log2(scale_at(view, 0, 0)) - _HARDLY) * _LEVELS_AN_OCTAVE)
        scale = 2.0 ** (level / _LEVELS_AN_OCTAVE)
        corners = np.array([(x, y, 1) for x in (within.left, within.right) for y in (within.top, within.bottom)])
        on_plane = (corners @ np.linalg.inv(view).T)[:, :2] * scale
        (left, top), (right, bottom) = on_plane.min(axis=0), on_plane.max(axis=0)
        tiles = Area(
            floor((left - 1) / _SIDE), floor((top - 1) / _SIDE), ceil((right + 1) / _SIDE), ceil((bottom + 1) / _SIDE)
        )
        mosaic = self._mosaic(run, level, scale, tiles)
        middles = moved(0.5, 0.5)
        onto = moved(-within.left, -within.top) @ view @ np.diag((1 / scale, 1 / scale, 1.0))
        onto = np.linalg.inv(middles) @ onto @ moved(tiles.left * _SIDE, tiles.top * _SIDE) @ middles
        size = within.right - within.left, within.bottom - within.top
        return cv2.warpAffine(mosaic, onto[:2], size, flags=cv2.INTER_LINEAR)  # type: ignore[return-value]

    def keep_only(self, keys: set[int]) -> None:
        """Let go of what was put together for other runs than these."""
        self._mosaics = {key: one for key, one in self._mosaics.items() if key in keys}

    def _mosaic(self, run: Run, level: int, scale: float, tiles: Area) -> Surface:
        """Return tiles of a level put together: those that were, if they still are all that is needed."""
        known = self._mosaics.get(run.key)
        if known is not None and known[0] == (level, tiles):
            return known[1]
        places = [(x, y) for y in range(tiles.top, tiles.bottom) for x in range(tiles.left, tiles.right)]
        found = {place: self._tiles.get((run.key, level, *place)) for place in places}
        for block in _blocks([place for place, tile in found.items() if tile is None], tiles):
            found |= self._drawn(run, level, scale, block)
        rows = [[found[x, y] for x in range(tiles.left, tiles.right)] for y in range(tiles.top, tiles.bottom)]
        mosaic = np.vstack([np.hstack(row) for row in rows])  # type: ignore[arg-type]
        self._mosaics[run.key] = ((level, tiles), mosaic)
        return mosaic

    def _drawn(self, run: Run, level: int, scale: float, block: Area) -> dict[_Tile, Surface]:
        """Draw a block of tiles, and keep them."""
        within = Area(*(side * _SIDE for side in block))
        here = [
            Placed(one.drawing, np.diag((scale, scale, 1.0)) @ one.place, one.opacity)
            for one in run.things
            if _reaches(one.reach, within, scale)
        ]
        pixels = drawn_within(here, within, run.faces)
        found = {}
        for y in range(block.top, block.bottom):
            for x in range(block.left, block.right):
                left, top = (x - block.left) * _SIDE, (y - block.top) * _SIDE
                tile = pixels[top : top + _SIDE, left : left + _SIDE].copy()
                found[x, y] = self._tiles.put((run.key, level, x, y), tile, tile.nbytes)
        return found


def _reaches(reach: tuple[float, float, float, float], within: Area, scale: float) -> bool:
    left, top, right, bottom = (side * scale for side in reach)
    return left < within.right and right > within.left and top < within.bottom and bottom > within.top


def _blocks(places: Sequence[_Tile], region: Area) -> Iterator[Area]:
    """Yield rectangles of tiles that hold all places of a region that are missing.

    What comes in at an edge is drawn some tiles further: the stage goes on that way.
    """
    rows: list[Area] = []
    for row in sorted({y for _, y in places}):
        columns = [x for x, y in places if y == row]
        one = Area(min(columns), row, max(columns) + 1, row + 1)
        if rows and (rows[-1].left, rows[-1].right, rows[-1].bottom) == (one.left, one.right, row):
            one = rows.pop()._replace(bottom=row + 1)
        rows.append(one)
    for block in rows:
        ahead = _AHEAD if block != region else 0
        across = ahead if (block.left, block.right) != (region.left, region.right) else 0
        down = ahead if (block.top, block.bottom) != (region.top, region.bottom) else 0
        yield Area(
            block.left - across * (block.left == region.left),
            block.top - down * (block.top == region.top),
            block.right + across * (block.right == region.right),
            block.bottom + down * (block.bottom == region.bottom),
        )
