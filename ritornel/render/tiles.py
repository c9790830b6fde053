"""The tiles of a picture (``formats.tiles`` writes them), read where they are needed."""

import zipfile
from math import ceil, prod
from pathlib import Path

import cv2
import msgspec
import numpy as np
from numpy.typing import NDArray

from ritornel.core.drawing.tiling import ABOUT, Tiling
from ritornel.core.model.memory import Memory

_OPAQUE = 3
_KEPT_BYTES = 64 * 1024 * 1024

Pixels = NDArray[np.uint8]


class Tiles:
    """The tiles of a picture, read from their zip."""

    def __init__(self, path: Path) -> None:
        """Open the zip. Raises ``BadZipFile``, ``KeyError`` or ``OSError`` if that is none, or not there."""
        self._packed = zipfile.ZipFile(path)
        self._kept: Memory[str, Pixels] = Memory(_KEPT_BYTES)
        self._far: dict[int, Pixels] = {}
        self._mosaic: tuple[tuple[int, ...], Pixels] = (), np.zeros((0, 0, 4), np.uint8)
        self._room = np.empty(0, np.uint8)
        self.about = msgspec.json.decode(self._packed.read(ABOUT), type=Tiling)

    @property
    def is_opaque(self) -> bool:
        """Whether nothing of the picture is clear."""
        return self.about.ending == "jpg"

    def level_for(self, scale: float) -> int:
        """Return the smallest level that has all the detail when each pixel of the whole is so large.

        There are more levels than the zip has: those are made of its smallest.
        """
        level = self.about.level_for(scale)
        while level + 1 >= self.about.levels and 2.0 ** -(level + 1) >= scale and min(self.about.size(level)) > 1:
            level += 1
        return level

    def part(self, level: int, left: int, top: int, right: int, bottom: int) -> Pixels:
        """Return a part of the picture at a level, in pixels of that: height x width x 4 (blue, green, red, opacity).

        What lies beside the picture is clear. It is valid until the next one is asked for.
        """
        width, height = self.about.size(level)
        x, y = max(0, left), max(0, top)
        seen = self._within(level, x, y, max(x, min(width, right)), max(y, min(height, bottom)))
        if seen.shape[:2] == (bottom - top, right - left):
            return seen
        found = np.zeros((bottom - top, right - left, 4), np.uint8)
        found[y - top : y - top + seen.shape[0], x - left : x - left + seen.shape[1]] = seen
        return found

    def _within(self, level: int, left: int, top: int, right: int, bottom: int) -> Pixels:
        """Return a part that lies in the picture: of the tiles that were put together last, if it is in them."""
        if level >= self.about.levels:
            return self._from_far(level)[top:bottom, left:right]
        side = self.about.side
        places = level, left // side, top // side, ceil(right / side), ceil(bottom / side)
        if self._mosaic[0] != places:
            self._mosaic = places, self._together(*places)
        x, y = places[1] * side, places[2] * side
        return self._mosaic[1][top - y : bottom - y, left - x : right - x]

    def _together(self, level: int, left: int, top: int, right: int, bottom: int) -> Pixels:
        side = self.about.side
        shape = (bottom - top) * side, (right - left) * side, 4
        if self._room.size < prod(shape):
            self._room = np.empty(prod(shape), np.uint8)  # kept: room that is new costs more than what is put in it
        found = self._room[: prod(shape)].reshape(shape)
        for row in range(top, bottom):
            for column in range(left, right):
                tile = self._tile(level, column, row)
                x, y = (column - left) * side, (row - top) * side
                found[y : y + tile.shape[0], x : x + tile.shape[1]] = tile
        return found

    def _from_far(self, level: int) -> Pixels:
        """Return all of the picture at a level of which there are no tiles."""
        if level not in self._far:
            last = self.about.levels - 1
            whole = self._far[level - 1] if level - 1 in self._far else self.part(last, 0, 0, *self.about.size(last))
            size = self.about.size(level)
            self._far[level] = cv2.resize(whole, size, interpolation=cv2.INTER_AREA)  # type: ignore[assignment]
        return self._far[level]

    def _tile(self, level: int, column: int, row: int) -> Pixels:
        name = self.about.name(level, column, row)
        known = self._kept.get(name)
        if known is not None:
            return known
        content = np.frombuffer(self._packed.read(name), np.uint8)
        tile = cv2.imdecode(content, cv2.IMREAD_UNCHANGED)
        if tile.shape[2] == _OPAQUE:  # four numbers a pixel are placed in half the time that three take
            tile = cv2.cvtColor(tile, cv2.COLOR_BGR2BGRA)
        return self._kept.put(name, tile, tile.nbytes)  # type: ignore[arg-type]
