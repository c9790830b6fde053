"""The one way in which times are rounded: half up, exactly, whatever the operands' type."""

from fractions import Fraction
from math import floor

Number = int | float | Fraction


def exact(number: Number) -> int | Fraction:
    """Return the number as written: 0.1 is one tenth, not the float nearest to it."""
    return Fraction(str(number)) if isinstance(number, float) else number


def divided(numerator: Number, denominator: Number) -> int:
    """Return ``numerator / denominator`` rounded half up to a whole number."""
    above, below = exact(numerator), exact(denominator)
    if isinstance(above, int) and isinstance(below, int):
        return (2 * above + below) // (2 * below)
    return floor(Fraction(above) / Fraction(below) + Fraction(1, 2))


def to_step(number: int, step: int) -> int:
    """Return ``number`` rounded half up to a multiple of ``step``."""
    return divided(number, step) * step
