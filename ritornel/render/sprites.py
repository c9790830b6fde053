"""Sprites: drawings as pixels, made by resvg once and then only put into their places."""

from collections.abc import Iterable
from importlib.resources import files
from math import ceil, floor
from typing import NamedTuple

import cv2
import numpy as np
import resvg_py

from ritornel.core.text.fonts import Face
from ritornel.render.numbers import number
from ritornel.render.surfaces import Area, Map, Surface, moved, premultiplied

_FONTS = files("ritornel.assets").joinpath("fonts")
_PAD = 24.0
_PAD_OF_FILTERS = 120.0
_GROWS, _MOST_PAD = 5.0, 3_000.0
_MOST_PIXELS = 24_000_000


class Sprite(NamedTuple):
    """Pixels of a drawing; ``left`` and ``top`` say where their corner is, in pixels from the stage's, as it rests.

    There are ``scale`` of these to a stage unit.
    """

    pixels: Surface
    left: int
    top: int
    scale: float


NOTHING = Sprite(np.zeros((0, 0, 4), np.uint8), 0, 0, 1.0)


def drawn_sprite(
    drawing: str, rests: Map, box: tuple[float, float], scale: float, faces: Iterable[Face], pad: float = _PAD
) -> Sprite:
    """Return an SVG drawing, from the corner of its box, as pixels: as it rests on the stage, which ``rests`` says.

    What stands out of its box is there too: as long as something touches an edge, more around it is drawn.
    """
    if not drawing:
        return NOTHING
    if "filter=" in drawing:
        pad = max(pad, _PAD_OF_FILTERS)
    fonts = sorted(str(_FONTS.joinpath(f"{face.file}.ttf")) for face in faces)
    while True:
        sprite, touches = _drawn(drawing, rests, box, scale, fonts, pad)
        if not touches or pad >= _MOST_PAD:
            return sprite
        pad *= _GROWS


class Placed(NamedTuple):
    """A drawing in its place: SVG from the corner of its box, where that puts it in pixels, and how opaque it is."""

    drawing: str
    here: Map
    opacity: float = 1.0


def drawn_within(drawings: Iterable[Placed], within: Area, faces: Iterable[Face]) -> Surface:
    """Return what of drawings is seen in an area of the stage, with all their detail, as pixels of that area.

    They lie on one another as they come. For what is far larger than the stage.
    """
    fonts = sorted(str(_FONTS.joinpath(f"{face.file}.ttf")) for face in faces)
    width, height = within.right - within.left, within.bottom - within.top
    content = ""
    for one in drawings:
        (a, c, e), (b, d, f), _ = moved(-within.left, -within.top) @ one.here
        place = " ".join(repr(float(value)) for value in (a, b, c, d, e, f))
        thin = "" if one.opacity >= 1 else f' opacity="{number(one.opacity)}"'
        content += f'<g transform="matrix({place})"{thin}>{one.drawing}</g>'
    frame = f'width="{width}" height="{height}" viewBox="0 0 {width} {height}"'
    svg = f'<svg xmlns="http://www.w3.org/2000/svg" {frame}>{content}</svg>'
    png = resvg_py.svg_to_bytes(svg_string=svg, font_files=fonts, skip_system_fonts=True)
    return premultiplied(cv2.imdecode(np.frombuffer(bytes(png), np.uint8), cv2.IMREAD_UNCHANGED))


def _drawn(
    drawing: str, rests: Map, box: tuple[float, float], scale: float, fonts: list[str], pad: float
) -> tuple[Sprite, bool]:
    """Return a sprite with so many stage units around its box, and whether something touches its edge."""
    corners = np.array([(x, y, 1) for x in (-pad, box[0] + pad) for y in (-pad, box[1] + pad)]) @ rests.T
    (left, top), (right, bottom) = corners[:, :2].min(axis=0), corners[:, :2].max(axis=0)
    scale = min(scale, float(np.sqrt(_MOST_PIXELS / max(1.0, (right - left) * (bottom - top)))))
    x, y = floor(left * scale), floor(top * scale)
    width, height = ceil(right * scale) - x, ceil(bottom * scale) - y
    (a, c, e), (b, d, f), _ = rests
    place = " ".join(repr(float(value)) for value in (a, b, c, d, e, f))
    view = " ".join(repr(value / scale) for value in (x, y, width, height))
    svg = (
        f'<svg xmlns="http://www.w3.org/2000/svg" width="{number(width)}" height="{number(height)}" viewBox="{view}">'
        f'<g transform="matrix({place})">{drawing}</g></svg>'
    )
    png = resvg_py.svg_to_bytes(svg_string=svg, font_files=fonts, skip_system_fonts=True)
    pixels = cv2.imdecode(np.frombuffer(bytes(png), np.uint8), cv2.IMREAD_UNCHANGED)
    seen = pixels[..., 3]
    left_, top_, wide, high = cv2.boundingRect(seen)
    if not wide:
        return NOTHING, False
    touches = left_ == 0 or top_ == 0 or left_ + wide == width or top_ + high == height
    trimmed = premultiplied(np.ascontiguousarray(pixels[top_ : top_ + high, left_ : left_ + wide]))
    return Sprite(trimmed, x + left_, y + top_, scale), touches
