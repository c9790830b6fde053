"""The shipped faces, shaped by HarfBuzz: the advances that the page, films and files all share.

The faces are package data (``ritornel/assets/fonts``), read once; they are the same glyphs and kerning that
the page loads as WOFF2.
"""

import unicodedata
from functools import cache, lru_cache
from importlib.resources import files
from typing import NamedTuple

import uharfbuzz as hb

from ritornel.core.text.families import ONE_WEIGHT, STAND_INS, family

_SHORT = 120
"""Widths of texts up to this many characters are remembered: words and lines."""


class Face(NamedTuple):
    """One style of one family."""

    font: str
    weight: int
    italic: bool

    @property
    def file(self) -> str:
        """The face's file name without its ending."""
        return f"{self.font}-{self.weight}{'i' if self.italic else ''}"


class _Loaded(NamedTuple):
    font: hb.Font
    upem: int
    ascent: float
    descent: float
    characters: frozenset[str]


@cache
def _loaded(file: str) -> _Loaded:
    data = files("ritornel.assets").joinpath("fonts", f"{file}.ttf").read_bytes()
    face = hb.Face(data)
    font = hb.Font(face)
    extents = font.get_font_extents("ltr")
    characters = frozenset(map(chr, face.unicodes))
    return _Loaded(font, face.upem, extents.ascender / face.upem, -extents.descender / face.upem, characters)


def face_of(font: str, weight: int, italic: bool) -> Face:
    """Return the shipped face that is nearest to what is asked: not every family has italics or a bold weight."""
    return Face(font, 400 if font in ONE_WEIGHT else weight, italic and family(font).italics)


def ascent_and_descent(face: Face) -> tuple[float, float]:
    """Return how far the face reaches above and below its baseline, in sizes."""
    loaded = _loaded(face.file)
    return loaded.ascent, loaded.descent


def has_all(text: str, face: Face) -> bool:
    """Tell whether a face has every character of a text."""
    return _loaded(face.file).characters.issuperset(text)


def faces_for(text: str, face: Face) -> list[tuple[int, int, Face | None]]:
    """Return (start, end, face) of stretches of a text that each one face can set; None where no shipped face can.

    A character that the face lacks is set in the first stand-in that has it; spaces, signs and combining marks stay
    with the characters before them where that face has them too.
    """
    if has_all(text, face):
        return [(0, len(text), face)]
    chain = [face, *(face_of(name, face.weight, face.italic) for name in STAND_INS if name != face.font)]
    found: list[tuple[int, int, Face | None]] = []
    for at, character in enumerate(text):
        before = found[-1][2] if found else None
        follows = unicodedata.category(character)[0] not in "LN"
        if follows and before is not None and character in _loaded(before.file).characters:
            chosen: Face | None = before
        else:
            chosen = next((f for f in chain if character in _loaded(f.file).characters), None)
        if found and found[-1][2] == chosen:
            found[-1] = (found[-1][0], at + 1, chosen)
        else:
            found.append((at, at + 1, chosen))
    return found


def advance(text: str, face: Face) -> float:
    """Return the width of ``text`` set in one line, in sizes (multiply by the font size)."""
    if not text:
        return 0.0
    return _short(text, face) if len(text) <= _SHORT else _shaped(text, face)


@lru_cache(maxsize=16384)
def _short(text: str, face: Face) -> float:
    return _shaped(text, face)


def _shaped(text: str, face: Face) -> float:
    loaded, buffer = _shape(text, face)
    return float(sum(p.x_advance for p in buffer.glyph_positions)) / loaded.upem


def _shape(text: str, face: Face, rtl: bool | None = None) -> tuple[_Loaded, hb.Buffer]:
    loaded = _loaded(face.file)
    buffer = hb.Buffer()
    buffer.add_str(text)
    buffer.guess_segment_properties()
    if rtl is not None:
        buffer.direction = "rtl" if rtl else "ltr"
    hb.shape(loaded.font, buffer)
    return loaded, buffer


def clusters(text: str, face: Face, rtl: bool) -> list[tuple[int, float]]:
    """Return (character at which it begins, width in sizes) of every cluster of a text, in the order of the line.

    A cluster is what cannot be parted: a letter with its marks, a ligature. From right to left the last comes first.
    """
    loaded, buffer = _shape(text, face, rtl)
    found: list[tuple[int, float]] = []
    for info, place in zip(buffer.glyph_infos, buffer.glyph_positions, strict=True):
        width = place.x_advance / loaded.upem
        if found and found[-1][0] == info.cluster:
            found[-1] = (info.cluster, found[-1][1] + width)
        else:
            found.append((info.cluster, width))
    return found
