"""How light pictures and clips are where, measured once, when they are taken in (``core.drawing.tones``)."""

from collections.abc import Iterable
from pathlib import Path

import numpy as np
from PIL import Image

from ritornel.core.drawing.tones import ACROSS, DOWN, measured

_SIZE = (ACROSS * 20, DOWN * 20)
"""Pictures are looked at in so many pixels."""

_EACH = 3
"""Of a clip's frames each third is looked at."""


def tones_of(path: Path) -> str:
    """Return the tones of a picture in a file."""
    with Image.open(path) as picture:
        return tones_of_pictures([picture])


def tones_of_strip(path: Path, frames: int) -> str:
    """Return the tones of a clip from ``frames`` of it, side by side in one picture: those of all of them together."""
    with Image.open(path) as sheet:
        width = sheet.width // frames
        return tones_of_pictures(
            sheet.crop((n * width, 0, (n + 1) * width, sheet.height)) for n in range(0, frames, _EACH)
        )


def tones_of_pictures(pictures: Iterable[Image.Image]) -> str:
    """Return the tones of pictures that are seen in one place, one after another."""
    return measured([np.asarray(p.convert("RGBA").resize(_SIZE, Image.Resampling.BOX)) for p in pictures])
