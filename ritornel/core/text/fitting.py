"""Texts that are too high for their box, and the size at which they are not."""

from math import floor

from msgspec.structs import replace

from ritornel.core.model import Text
from ritornel.core.text.layout import height_of

LEAST_SIZE = 4
"""No text is set smaller than this, in stage units."""

_HAIR = 0.05
_HALVINGS = 12


def excess(text: Text) -> float:
    """Return how far a text runs out of its box downwards, in stage units; 0 where it stays inside."""
    over = height_of(text) - text.height
    return over if over > _HAIR else 0.0


def shrunk(text: Text) -> Text:
    """Return the text at the largest size, its runs in proportion, at which it stays in its box."""
    low, high = LEAST_SIZE / text.size, 1.0
    for _ in range(_HALVINGS):
        middle = (low + high) / 2
        low, high = (middle, high) if not excess(scaled(text, middle)) else (low, middle)
    return scaled(text, low)


def scaled(text: Text, by: float) -> Text:
    """Return the text with all its sizes multiplied, at tenths rounded down."""
    paragraphs = tuple(
        replace(p, runs=tuple(replace(r, size=_size(r.size, by)) if r.size else r for r in p.runs))
        for p in text.paragraphs
    )
    return replace(text, size=_size(text.size, by), paragraphs=paragraphs)


def _size(size: float, by: float) -> float:
    return min(1000.0, max(float(LEAST_SIZE), floor(size * by * 10 + 1e-6) / 10))
