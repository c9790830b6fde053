"""The tiles of a picture (``formats.tiles`` writes them), read where they are needed."""

import zipfile
from pathlib import Path

import cv2
import msgspec
import numpy as np
from numpy.typing import NDArray

from ritornel.core.drawing.tiling import ABOUT, Tiling
from ritornel.core.model.memory import Memory

_OPAQUE = 3
_KEPT_BYTES = 48 * 1024 * 1024


class Tiles:
    """The tiles of a picture, read from their zip."""

    def __init__(self, path: Path) -> None:
        """Open the zip. Raises ``BadZipFile``, ``KeyError`` or ``OSError`` if that is none, or not there."""
        self._packed = zipfile.ZipFile(path)
        self._kept: Memory[str, NDArray[np.uint8]] = Memory(_KEPT_BYTES)
        self.about = msgspec.json.decode(self._packed.read(ABOUT), type=Tiling)

    def part(self, level: int, left: int, top: int, right: int, bottom: int) -> NDArray[np.uint8]:
        """Return a part of the picture at a level, in pixels of that: height x width x 3 (BGR), or x 4 (BGRA)."""
        depth = 4 if self.about.ending == "webp" else 3
        found = np.zeros((bottom - top, right - left, depth), np.uint8)
        for column, row in self.about.places(level, left, top, right, bottom):
            tile = self._tile(level, column, row)
            x, y = column * self.about.side - left, row * self.about.side - top
            into = found[max(0, y) : y + tile.shape[0], max(0, x) : x + tile.shape[1]]
            into[:] = tile[max(0, -y) :, max(0, -x) :][: into.shape[0], : into.shape[1], :depth]
        return found

    def _tile(self, level: int, column: int, row: int) -> NDArray[np.uint8]:
        name = self.about.name(level, column, row)
        known = self._kept.get(name)
        if known is not None:
            return known
        content = np.frombuffer(self._packed.read(name), np.uint8)
        tile = cv2.imdecode(content, cv2.IMREAD_UNCHANGED)
        is_whole = self.about.ending == "webp" and tile.shape[2] == _OPAQUE  # as WebP keeps what has nothing clear
        tile = cv2.cvtColor(tile, cv2.COLOR_BGR2BGRA) if is_whole else tile
        return self._kept.put(name, tile, tile.nbytes)  # type: ignore[arg-type]
