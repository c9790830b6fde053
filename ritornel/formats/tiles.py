"""Large pictures in tiles, as they are looked at from near: squares of the whole and of its halves, quarters and so on.

They lie in a zip (ISO/IEC 21320-1) whose members are stored as they are, so that a page can fetch one tile by its
bytes: ``2/0-1.jpg`` is the tile in column 0, row 1 of the picture made four times smaller. ``tiles.json`` says
what there is.
"""

import zipfile
from collections.abc import Iterator
from pathlib import Path

import cv2
import msgspec
import numpy as np
from PIL import Image, ImageOps

from ritornel.core.drawing.tiling import ABOUT, Tiling
from ritornel.formats import large
from ritornel.formats.media_kinds import PIXELS, STAGE

SECONDS = 300.0
MEMORY_BYTES = 900 * 1024 * 1024
"""A picture of 100 megapixels, turned on its side, and what is made of it."""

Image.MAX_IMAGE_PIXELS = PIXELS
_STAMP = (1980, 1, 1, 0, 0, 0)
_QUALITY = 90


def levels_of(width: int, height: int) -> int:
    """Return of how many levels there are tiles: of those that are larger than what stages show anyway."""
    return sum(1 for level in range(16) if max(width, height) / 2**level > STAGE)


def write_tiles(path: Path, target: Path) -> None:
    """Write the tiles of a picture into a zip. Raises what Pillow and FFmpeg raise of what they cannot read."""
    size = large.size_of(path)
    if size is not None:
        picture = large.decoded(path, size)
    else:
        with Image.open(path) as opened:
            picture = ImageOps.exif_transpose(opened)
            picture.load()
    clear = picture.has_transparency_data
    picture = picture if picture.mode == ("RGBA" if clear else "RGB") else picture.convert("RGBA" if clear else "RGB")
    about = Tiling(picture.width, picture.height, levels_of(*picture.size), "webp" if clear else "jpg")
    with zipfile.ZipFile(target, "w", zipfile.ZIP_STORED) as packed:
        packed.writestr(zipfile.ZipInfo(ABOUT, _STAMP), msgspec.json.encode(about))
        for level in range(about.levels):
            for place, tile in _cut(picture, about.side):
                packed.writestr(zipfile.ZipInfo(about.name(level, *place), _STAMP), _encoded(tile, clear))
            picture = picture.reduce(2)


def _cut(picture: Image.Image, side: int) -> Iterator[tuple[tuple[int, int], Image.Image]]:
    for row, top in enumerate(range(0, picture.height, side)):
        for column, left in enumerate(range(0, picture.width, side)):
            right, bottom = min(picture.width, left + side), min(picture.height, top + side)
            yield (column, row), picture.crop((left, top, right, bottom))


def _encoded(tile: Image.Image, clear: bool) -> bytes:
    pixels = np.asarray(tile)
    turned = cv2.cvtColor(pixels, cv2.COLOR_RGBA2BGRA if clear else cv2.COLOR_RGB2BGR)
    quality = [cv2.IMWRITE_WEBP_QUALITY if clear else cv2.IMWRITE_JPEG_QUALITY, _QUALITY]
    done, encoded = cv2.imencode(".webp" if clear else ".jpg", turned, quality)
    if not done:
        raise ValueError("a tile could not be written")
    return encoded.tobytes()
