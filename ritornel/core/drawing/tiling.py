"""A picture in tiles: the whole, half of it, a quarter and so on, each cut into squares (a pyramid of tiles)."""

from collections.abc import Iterator
from math import ceil

from msgspec import Struct

ABOUT = "tiles.json"
"""The member of the zip that says what there is."""


class Tiling(Struct, frozen=True):
    """What a picture in tiles is: pixels of the whole, of how many ``levels`` there are tiles, and their ending.

    ``side``: pixels of a tile, but for those at the right and the bottom.
    """

    width: int
    height: int
    levels: int
    ending: str
    side: int = 512

    def size(self, level: int) -> tuple[int, int]:
        """Return the pixels of the picture at a level: 0 for the whole, each next one half of that."""
        return ceil(self.width / 2**level), ceil(self.height / 2**level)

    def level_for(self, scale: float) -> int:
        """Return the smallest level that has all the detail when each pixel of the whole is so large."""
        level = 0
        while level + 1 < self.levels and 2.0 ** -(level + 1) >= scale:
            level += 1
        return level

    def name(self, level: int, column: int, row: int) -> str:
        """Return what a tile is called: ``2/0-1.jpg`` is column 0, row 1 of the picture made four times smaller."""
        return f"{level}/{column}-{row}.{self.ending}"

    def places(self, level: int, left: int, top: int, right: int, bottom: int) -> Iterator[tuple[int, int]]:
        """Yield column and row of each tile of a level in which something of that part lies, in its pixels."""
        width, height = self.size(level)
        for row in range(max(0, top) // self.side, ceil(min(height, bottom) / self.side)):
            for column in range(max(0, left) // self.side, ceil(min(width, right) / self.side)):
                yield column, row
