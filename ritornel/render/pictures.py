"""Pictures of a show as pixels, no larger than they are needed."""

from io import BytesIO
from pathlib import Path
from zipfile import BadZipFile

import cv2
import numpy as np
import resvg_py
from numpy.typing import NDArray
from PIL import Image, ImageOps, UnidentifiedImageError

from ritornel.render.tiles import Tiles

_STARTS = (b"<svg", b"<?xml", b"<!--")


def is_drawing(content: bytes) -> bool:
    """Tell whether a file that begins so is a drawing (SVG)."""
    return content[:256].lstrip().startswith(_STARTS)


def picture_pixels(path: Path, most: int) -> NDArray[np.uint8] | None:
    """Return a picture as height x width x 4 (blue, green, red, opacity) or, where it is opaque, x 3.

    It is no longer than ``most`` pixels on either side; None for what is no picture.
    """
    try:
        if path.suffix == ".zip":
            return _of_tiles(path, most)
        content = path.read_bytes()
        if is_drawing(content):
            content = bytes(resvg_py.svg_to_bytes(svg_path=str(path), width=most, skip_system_fonts=True))
        with Image.open(BytesIO(content)) as picture:
            picture.draft("RGB", (most, most))
            upright = ImageOps.exif_transpose(picture)
            if max(upright.size) > most:
                upright.thumbnail((most, most), Image.Resampling.LANCZOS, reducing_gap=2.0)
            is_clear = upright.has_transparency_data
            pixels = np.asarray(upright.convert("RGBA" if is_clear else "RGB"))
    except (OSError, UnidentifiedImageError, ValueError, BadZipFile, KeyError):
        return None
    return cv2.cvtColor(pixels, cv2.COLOR_RGBA2BGRA if is_clear else cv2.COLOR_RGB2BGR)  # type: ignore[return-value]


def _of_tiles(path: Path, most: int) -> NDArray[np.uint8]:
    tiles = Tiles(path)
    share = min(1.0, most / max(tiles.about.width, tiles.about.height))
    level = tiles.about.level_for(share)
    whole = tiles.part(level, 0, 0, *tiles.about.size(level))
    size = max(1, round(tiles.about.width * share)), max(1, round(tiles.about.height * share))
    small = cv2.resize(whole, size, interpolation=cv2.INTER_AREA)
    return cv2.cvtColor(small, cv2.COLOR_BGRA2BGR) if tiles.is_opaque else small  # type: ignore[return-value]
