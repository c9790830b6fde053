"""Soft edges and shadows of sprites: what ``render.paint.filter_of`` says as SVG, for pixels that are there already."""

from statistics import NormalDist
from typing import NamedTuple

import cv2
import numpy as np

from ritornel.core.model import Object, Shadow
from ritornel.render.sprites import Sprite
from ritornel.render.surfaces import Surface, blurred, cut, faded, opacities, rgb, softened


class Softness(NamedTuple):
    """A soft edge, so many stage units wide, and a shadow."""

    edge: float = 0.0
    shadow: Shadow | None = None


def softness_of(thing: Object) -> Softness | None:
    """Return the soft edge and the shadow of an object; None where it has neither."""
    shadow = thing.shadow if thing.shadow is not None and thing.shadow.colour != "none" else None
    return Softness(thing.soft_edge, shadow) if thing.soft_edge or shadow else None


def softly(sprite: Sprite, softness: Softness) -> Sprite:
    """Return a sprite with a soft edge and a shadow; it falls to the same side of the stage however it is turned."""
    if not sprite.pixels.size:
        return sprite
    if softness.edge:
        sprite = sprite._replace(pixels=_soft_edged(sprite.pixels, softness.edge * sprite.scale))
    return sprite if softness.shadow is None else _shadowed(sprite, softness.shadow)


def _soft_edged(pixels: Surface, width: float) -> Surface:
    """Return pixels that end softly over so many pixels inwards (see ``render.paint``)."""
    alpha = cv2.copyMakeBorder(pixels[..., 3], *([int(2 * width) + 2] * 4), cv2.BORDER_CONSTANT, value=0)
    room = int(2 * width) + 2
    inner = softened(alpha, width / 2)[room:-room, room:-room]
    return cut(pixels, cv2.LUT(inner, _INWARDS))


def _inwards() -> Surface:
    """Return how opaque a soft edge is by how opaque its blur is there: ``render.paint._inwards``, for each of 256."""
    normal = NormalDist()
    levels = []
    for n in range(256):
        share = n / 255
        depth = 0.0 if share <= 0.5 else 1.0 if share >= 1 else min(1.0, normal.inv_cdf(share) / 2)
        levels.append(round(255 * (3 * depth**2 - 2 * depth**3)))
    return np.array(levels, np.uint8)


_INWARDS = _inwards()


def _shadowed(sprite: Sprite, shadow: Shadow) -> Sprite:
    """Return a sprite over its shadow (Filter Effects Module 1, section 9.13, feDropShadow)."""
    red, green, blue = rgb(shadow.colour)
    flood = np.array([blue, green, red, 255], np.float32) / 255
    seen = opacities(sprite.pixels)
    fallen = cv2.multiply(seen, (*(float(v) for v in flood[:3]), 1.0))
    fallen, grown = blurred(fallen, shadow.blur / 2 * sprite.scale) if shadow.blur else (fallen, 0)
    fallen = faded(fallen, shadow.opacity)
    x, y = round(shadow.x * sprite.scale) - grown, round(shadow.y * sprite.scale) - grown
    left, top = min(0, x), min(0, y)
    height, width = sprite.pixels.shape[:2]
    right, bottom = max(width, x + fallen.shape[1]), max(height, y + fallen.shape[0])
    canvas = np.zeros((bottom - top, right - left, 4), np.uint8)
    canvas[y - top : y - top + fallen.shape[0], x - left : x - left + fallen.shape[1]] = fallen
    own = canvas[-top : -top + height, -left : -left + width]
    cv2.multiply(own, cv2.bitwise_not(seen), dst=own, scale=1 / 255)
    cv2.add(own, sprite.pixels, dst=own)
    return sprite._replace(pixels=canvas, left=sprite.left + left, top=sprite.top + top)
