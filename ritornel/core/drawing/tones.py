"""How light a picture is where: a coarse grid that travels with its asset, so that the core knows what is behind words.

A picture is cut into ``ACROSS`` x ``DOWN`` cells. Of each are told: how dark its darkest twentieth is and how light its
lightest, as greys of the same luminance, and how opaque its clearest twentieth is and its least clear; a byte each.
Written as base64 (RFC 4648).
"""

import binascii
from base64 import b64decode, b64encode
from collections.abc import Sequence
from functools import lru_cache
from typing import NamedTuple

import numpy as np
from numpy.typing import NDArray

from ritornel.core.drawing.colour import Grey, coded, light_of

ACROSS, DOWN = 16, 9
_CELLS = ACROSS * DOWN
_SHARE = 5
"""What is darker, or lighter, than all but so many hundredths of a cell does not count."""

_CLEAR = 0.02
"""What is no more opaque is not seen."""


class Tones(NamedTuple):
    """The tones of a picture: grids of ``DOWN`` x ``ACROSS`` values from 0 to 1."""

    dark: Grey
    light: Grey
    clear: Grey
    opaque: Grey


def written(tones: Tones) -> str:
    """Return tones as they are kept."""
    grids = np.stack([np.clip(np.rint(255 * grid), 0, 255) for grid in tones]).astype(np.uint8)
    return b64encode(grids.tobytes()).decode()


@lru_cache(maxsize=256)
def read(tones: str) -> Tones | None:
    """Return what ``written`` gave as it was; None for anything else."""
    try:
        content = b64decode(tones, validate=True)
    except (ValueError, binascii.Error):
        return None
    if len(content) != 4 * _CELLS:
        return None
    return Tones(*(np.frombuffer(content, np.uint8).reshape(4, DOWN, ACROSS) / 255))


def measured(pictures: Sequence[NDArray[np.uint8]]) -> str:
    """Return the tones of pictures that are seen in one place, one after another, as of one.

    Each is rows of pixels of red, green, blue and opacity, ``DOWN`` x ``ACROSS`` of them at least.
    """
    grids = np.zeros((4, DOWN, ACROSS))
    seen = [(_coded(picture / 255), picture[..., 3] / 255) for picture in pictures]
    for row, column in np.ndindex(DOWN, ACROSS):
        cells = [
            (greys[where], opacity[where]) for greys, opacity in seen for where in [_cell(row, column, greys.shape)]
        ]
        greys, opacity = (np.concatenate([cell[n].ravel() for cell in cells]) for n in (0, 1))
        there = greys[opacity > _CLEAR]
        if there.size:
            ends = (_SHARE, 100 - _SHARE)
            grids[:, row, column] = *np.percentile(there, ends), *np.percentile(opacity, ends)
    return written(Tones(*grids))


def _cell(row: int, column: int, size: tuple[int, ...]) -> tuple[slice, slice]:
    high, wide = size
    across = slice(column * wide // ACROSS, (column + 1) * wide // ACROSS)
    return slice(row * high // DOWN, (row + 1) * high // DOWN), across


def _coded(pixels: NDArray[np.float64]) -> Grey:
    """Return the greys that are as light as pixels are."""
    light = light_of(pixels[..., :3]) @ np.array([0.2126, 0.7152, 0.0722])
    return coded(light)
