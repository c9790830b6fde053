"""The one way in which numbers are rounded: half up, exactly, whatever the operands' type."""

from fractions import Fraction
from math import floor

Number = int | float | Fraction


def exact(number: Number) -> int | Fraction:
    """Return the number as written: 0.1 is one tenth, not the float nearest to it."""
    return Fraction(str(number)) if isinstance(number, float) else number


def rounded(number: Number) -> int:
    """Return the whole number nearest to ``number``; a half goes up (2.5 to 3, -2.5 to -2)."""
    whole = floor(number)
    return whole + 1 if number - whole >= 0.5 else whole


def divided(numerator: Number, denominator: Number) -> int:
    """Return ``numerator / denominator`` rounded half up to a whole number."""
    above, below = exact(numerator), exact(denominator)
    if isinstance(above, int) and isinstance(below, int):
        return (2 * above + below) // (2 * below)
    return rounded(Fraction(above) / Fraction(below))


def to_step(number: int, step: int) -> int:
    """Return ``number`` rounded half up to a multiple of ``step``."""
    return divided(number, step) * step


def tenths(number: float) -> float:
    """Return ``number`` rounded half up to a tenth: places and sizes on the stage are kept so."""
    return rounded(number * 10) / 10


def hundredths(number: float) -> float:
    """Return ``number`` rounded half up to a hundredth."""
    return rounded(number * 100) / 100
