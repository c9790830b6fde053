"""How light colours are, and how well one is made out on another: relative luminance and contrast, as in WCAG 2.2."""

import numpy as np
from numpy.typing import NDArray

Grey = NDArray[np.float64]
"""Lightness as sRGB codes it, 0 to 1: the grey of the same relative luminance."""

LARGE = 36.0
"""Words of this size, in stage units, count as large (1.4.3: 24 CSS pixels on a stage seen at two thirds or more)."""

_LARGE_AND_BOLD = 28.0
_LEAST, _LEAST_LARGE = 4.5, 3.0


def luminance(colour: str) -> float:
    """Return the relative luminance of a colour (``#rrggbb``): 0 black, 1 white."""
    red, green, blue = (float(light_of(np.array(int(colour[at : at + 2], 16) / 255))) for at in (1, 3, 5))
    return 0.2126 * red + 0.7152 * green + 0.0722 * blue


def grey_of(colour: str) -> float:
    """Return the grey that is as light as a colour."""
    return float(coded(np.array(luminance(colour))))


def light_of(code: Grey) -> Grey:
    """Return the linear light of values that are coded as sRGB codes them (IEC 61966-2-1)."""
    return np.where(code <= 0.04045, code / 12.92, ((np.maximum(code, 0.04045) + 0.055) / 1.055) ** 2.4)


def coded(light: Grey) -> Grey:
    """Return linear light as sRGB codes it."""
    return np.where(light <= 0.0031308, light * 12.92, 1.055 * np.maximum(light, 0.0031308) ** (1 / 2.4) - 0.055)


def least_contrast(colour: str, low: Grey, high: Grey) -> float:
    """Return the contrast of a colour to what is behind it, where it is least: all from ``low`` to ``high``."""
    return float(np.min(contrasts(colour, low, high)))


def contrasts(colour: str, low: Grey, high: Grey) -> Grey:
    """Return the contrast of a colour to what is behind it at each point, where all from ``low`` to ``high`` may be."""
    own = luminance(colour)
    dark, light = light_of(low), light_of(high)
    to_dark, to_light = _contrasts(own, dark), _contrasts(own, light)
    inside = (dark <= own) & (own <= light)
    return np.asarray(np.where(inside, 1.0, np.minimum(to_dark, to_light)))


def contrast(one: str, other: str) -> float:
    """Return the contrast of two colours: 1 to 21."""
    grey = np.array([grey_of(other)])
    return least_contrast(one, grey, grey)


def wanted_contrast(size: float, weight: int) -> float:
    """Return the contrast that words need: 4.5, or 3 where they are large (success criterion 1.4.3)."""
    large = size >= LARGE or (weight >= 600 and size >= _LARGE_AND_BOLD)
    return _LEAST_LARGE if large else _LEAST


def _contrasts(own: float, others: Grey) -> Grey:
    return np.asarray((np.maximum(own, others) + 0.05) / (np.minimum(own, others) + 0.05))
