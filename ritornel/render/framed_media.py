"""Pictures and frames of clips in their frames: cut, turned over, toned, in their form, with border and shadow."""

import cv2
import numpy as np
from msgspec.structs import replace
from numpy.typing import NDArray

from ritornel.core.drawing.framing import framed, mask_shape
from ritornel.core.model import Clip, Picture, Shape, Tone
from ritornel.render.filtered import Softness, softly, softness_of
from ritornel.render.numbers import number
from ritornel.render.sprites import NOTHING, Sprite, drawn_sprite
from ritornel.render.surfaces import Map, Surface, cut, opacities, plain, premultiplied, rgb
from ritornel.render.svg import shape_svg

_LUMINANCE = (0.213, 0.715, 0.072)
"""Of red, green and blue (Filter Effects Module 1, section 15.11)."""


class FramedMedia:
    """A picture or a clip on a slide, at a scale: its pixels are put in, and it is a sprite."""

    def __init__(
        self, thing: Picture | Clip, size: tuple[int, int], at: tuple[float, float], rests: Map, scale: float
    ) -> None:
        """Draw all that stays: the form in which pixels are seen, the border over them, the shadow under them."""
        self._thing, self._rests = thing, rests
        self._seen, self._whole = framed(thing.width, thing.height, thing.fit, thing.frame.crop, size, at)
        box = thing.width, thing.height
        self._border = self._below = NOTHING
        mask = mask_shape(thing, self._seen)
        form = drawn_sprite(self._on_seen(replace(mask, fill="#808080", line="none")), rests, box, scale, ())
        self._form = softly(form, Softness(thing.soft_edge))
        self._is_whole = bool(form.pixels.size) and self._form.pixels[..., 3].min() == _WHOLE
        if mask.line != "none" and mask.line_width:
            self._border = drawn_sprite(self._on_seen(mask), rests, box, scale, ())
        soft = softness_of(thing)
        if soft is not None and soft.shadow is not None:
            self._below = softly(self._form, Softness(0.0, soft.shadow))

    def _on_seen(self, shape: Shape) -> str:
        return f'<g transform="translate({number(self._seen.x)} {number(self._seen.y)})">{shape_svg(shape)}</g>'

    def with_pixels(self, pixels: NDArray[np.uint8]) -> Sprite:
        """Return it with pixels: height x width x 4, blue, green, red, opacity, or x 3, which are opaque."""
        form = self._form
        if not form.pixels.size:
            return NOTHING
        height, width = form.pixels.shape[:2]
        shown = self._toned(self._in_place(pixels, form, width, height))
        if self._thing.frame.plate != "none":
            shown = _on_plate(shown, self._thing.frame.plate)
        done = shown if self._is_whole else cut(shown, form.pixels[..., 3])
        return _stacked([self._below, form._replace(pixels=done), self._border])

    def _in_place(self, pixels: NDArray[np.uint8], form: Sprite, width: int, height: int) -> Surface:
        """Return pixels where they lie behind the form."""
        thing, seen, whole = self._thing, self._seen, self._whole
        units = np.array(
            [(whole.width / pixels.shape[1], 0, whole.x), (0, whole.height / pixels.shape[0], whole.y), (0, 0, 1)]
        )
        across, down = -1 if thing.frame.mirrored else 1, -1 if thing.frame.upside_down else 1
        middle = seen.x + seen.width / 2, seen.y + seen.height / 2
        flip = np.array([(across, 0, middle[0] * (1 - across)), (0, down, middle[1] * (1 - down)), (0, 0, 1)])
        into = np.diag((form.scale, form.scale, 1.0)) @ self._rests @ flip @ units
        into[0, 2] -= form.left
        into[1, 2] -= form.top
        by = float(np.sqrt(abs(np.linalg.det(into[:2, :2]))))
        if by < _SMALLER:
            share = max(by, 2 / min(pixels.shape[:2]))
            small = cv2.resize(pixels, None, fx=share, fy=share, interpolation=cv2.INTER_AREA)
            into = into @ np.diag((pixels.shape[1] / small.shape[1], pixels.shape[0] / small.shape[0], 1.0))
            pixels = small  # type: ignore[assignment]
        is_opaque = pixels.shape[2] == _OPAQUE
        pixels = cv2.cvtColor(pixels, cv2.COLOR_BGR2BGRA) if is_opaque else premultiplied(pixels)  # type: ignore[assignment]
        middles = np.eye(3)
        middles[:2, 2] = 0.5
        into = np.linalg.inv(middles) @ into @ middles
        if np.allclose(into, np.eye(3), atol=1e-6) and pixels.shape[:2] == (height, width):
            return pixels
        is_finer = by > 1 and isinstance(thing, Picture)  # as browsers do it
        way = cv2.INTER_CUBIC if is_finer else cv2.INTER_LINEAR
        return cv2.warpAffine(pixels, into[:2], (width, height), flags=way, borderMode=cv2.BORDER_REPLICATE)  # type: ignore[return-value]

    def _toned(self, pixels: Surface) -> Surface:
        """Return pixels in the tone that ``render.paint`` gives them as a filter."""
        tone = self._thing.frame.tone
        if tone is None or tone == Tone():
            return pixels
        slope, intercept = tone.light * tone.contrast, tone.light * (0.5 - 0.5 * tone.contrast)
        steps = np.arange(256)
        table = np.clip(steps * slope + 255 * intercept, 0, 255).round().astype(np.uint8)
        seen = pixels[..., 3].copy()
        colours = cv2.LUT(np.ascontiguousarray(pixels[..., :3]), table)
        if tone.one_colour != "none":
            grey = np.array(_LUMINANCE[::-1], np.float32).reshape(1, 3)
            light = cv2.transform(colours, grey)
            ends = rgb(tone.one_colour)[::-1]
            ramp = np.stack([end + (255 - end) * steps / 255 for end in ends], axis=-1).round().astype(np.uint8)
            colours = cv2.LUT(cv2.merge([light, light, light]), ramp.reshape(1, 256, 3))
        elif tone.colour != 1:
            keep = np.eye(3, dtype=np.float32) * tone.colour
            colours = cv2.transform(colours, keep + (1 - tone.colour) * np.array(_LUMINANCE[::-1], np.float32))
        toned = np.dstack((colours, seen))
        return toned if seen.min() == _WHOLE else premultiplied(toned)


_OPAQUE = 3
_WHOLE = 255
_SMALLER = 0.9
"""What becomes smaller than this is made of the means of its pixels."""


def _on_plate(pixels: Surface, colour: str) -> Surface:
    below = plain(pixels.shape[1], pixels.shape[0], rgb(colour))
    cv2.multiply(below, cv2.bitwise_not(opacities(pixels)), dst=below, scale=1 / 255)
    return cv2.add(below, pixels)  # type: ignore[return-value]


def _stacked(sprites: list[Sprite]) -> Sprite:
    """Return sprites of one scale as one, from the bottom up."""
    there = [one for one in sprites if one.pixels.size]
    if len(there) == 1:
        return there[0]
    left, top = min(one.left for one in there), min(one.top for one in there)
    right = max(one.left + one.pixels.shape[1] for one in there)
    bottom = max(one.top + one.pixels.shape[0] for one in there)
    canvas = np.zeros((bottom - top, right - left, 4), np.uint8)
    for one in there:
        height, width = one.pixels.shape[:2]
        below = canvas[one.top - top : one.top - top + height, one.left - left : one.left - left + width]
        cv2.multiply(below, cv2.bitwise_not(opacities(one.pixels)), dst=below, scale=1 / 255)
        cv2.add(below, one.pixels, dst=below)
    return Sprite(canvas, left, top, there[0].scale)
