"""The shipped faces, shaped by HarfBuzz: the advances that the page, films and files all share.

The faces are package data (``ritornel/assets/fonts``), read once; they are the same glyphs and kerning that
the page loads as WOFF2.
"""

from functools import cache, lru_cache
from importlib.resources import files
from typing import NamedTuple

import uharfbuzz as hb

FAMILIES = {"plex-sans": "IBM Plex Sans", "fraunces": "Fraunces"}
"""Family names as CSS and SVG must write them, by the model's font names."""

_SHORT = 120
"""Widths of texts up to this many characters are remembered: words and lines."""


class Face(NamedTuple):
    """One style of one family."""

    font: str
    weight: int
    italic: bool

    @property
    def file(self) -> str:
        """The face's file name without its ending; italics are shipped in weight 400 only."""
        return f"{self.font}-400i" if self.italic else f"{self.font}-{self.weight}"


@cache
def _loaded(file: str) -> tuple[hb.Font, int, float, float]:
    data = files("ritornel.assets").joinpath("fonts", f"{file}.ttf").read_bytes()
    face = hb.Face(data)
    font = hb.Font(face)
    extents = font.get_font_extents("ltr")
    return font, face.upem, extents.ascender / face.upem, -extents.descender / face.upem


def ascent_and_descent(face: Face) -> tuple[float, float]:
    """Return how far the face reaches above and below its baseline, in sizes."""
    _, _, ascent, descent = _loaded(face.file)
    return ascent, descent


def advance(text: str, face: Face) -> float:
    """Return the width of ``text`` set in one line, in sizes (multiply by the font size)."""
    if not text:
        return 0.0
    return _short(text, face) if len(text) <= _SHORT else _shaped(text, face)


@lru_cache(maxsize=16384)
def _short(text: str, face: Face) -> float:
    return _shaped(text, face)


def _shaped(text: str, face: Face) -> float:
    font, upem, _, _ = _loaded(face.file)
    buffer = hb.Buffer()
    buffer.add_str(text)
    buffer.guess_segment_properties()
    hb.shape(font, buffer)
    return float(sum(p.x_advance for p in buffer.glyph_positions)) / upem
