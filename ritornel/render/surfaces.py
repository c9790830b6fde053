"""Pixels put over pixels, turned, blurred and cut: what frames are made of.

A surface is an array of height x width x 4 bytes: blue, green, red, how opaque; colours multiplied by that. A matrix
maps points whose whole numbers are corners of pixels, as in SVG; OpenCV, which does the work, has them in the middles.
"""

from typing import NamedTuple

import cv2
import numpy as np
from numpy.typing import NDArray
from PIL import ImageColor

from ritornel.core.score.frame import Mask

Surface = NDArray[np.uint8]
Map = NDArray[np.float64]
"""A homography, 3 x 3."""

_WHOLE = 255
_FOURFOLD = np.uint32(0x01010101)
_SHIFT = 5
"""Corners of polygons are told to OpenCV in parts of a pixel: two to the power of this."""
_FINE = 4.0
"""What is blurred by more than this, in pixels, is blurred smaller: it has no finer detail that could be seen."""
_SPREADS = 3.0
"""Beyond so many standard deviations hardly anything is left of a blur."""
_FINER = 2
"""Hard edges are drawn so many times finer, and then smoothed."""
_FINEST = 8
_LEAST_CORNERS = 3
_FAR = 16_000
_EXACT = 1e-3
_FLAT = 1e-9
_BEHIND = 0.05


class Area(NamedTuple):
    """Pixels from left and top to before right and bottom."""

    left: int
    top: int
    right: int
    bottom: int

    def __bool__(self) -> bool:
        return self.right > self.left and self.bottom > self.top

    @property
    def size(self) -> int:
        """How many pixels there are."""
        return (self.right - self.left) * (self.bottom - self.top)

    def common(self, other: "Area") -> "Area":
        """Return what both have; it may be empty."""
        left, top = max(self.left, other.left), max(self.top, other.top)
        return Area(left, top, min(self.right, other.right), min(self.bottom, other.bottom))

    def around(self, other: "Area") -> "Area":
        """Return the least that has both."""
        if not self or not other:
            return self or other
        left, top = min(self.left, other.left), min(self.top, other.top)
        return Area(left, top, max(self.right, other.right), max(self.bottom, other.bottom))


NONE = Area(0, 0, 0, 0)


class Stamp:
    """A surface in its place, ready to be put over others."""

    __slots__ = ("_clear", "_hides", "area", "pixels")

    def __init__(self, left: int, top: int, pixels: Surface, hides: bool | None = None) -> None:
        """Take pixels and where their corner is; whether none of them is clear, if that is known."""
        self.pixels = pixels
        self.area = Area(left, top, left + pixels.shape[1], top + pixels.shape[0])
        self._clear: Surface | None = None
        self._hides = hides

    @property
    def clear(self) -> Surface:
        """How much of what is below is seen, for each of the four bytes of a pixel."""
        if self._clear is None:
            self._clear = opacities(self.pixels, clear=True)
        return self._clear

    def hides(self, part: Area) -> bool:
        """Tell whether nothing below it can be seen in a part of the stage."""
        if self.area.common(part) != part:
            return False
        if self._hides is None:
            self._hides = int(cv2.extractChannel(self.pixels, 3).min()) == _WHOLE
        return self._hides

    def put(self, canvas: Surface, part: Area) -> None:
        """Put it over a canvas, as far as it is in a part of that."""
        both = self.area.common(part)
        if not both:
            return
        below = canvas[both.top : both.bottom, both.left : both.right]
        x, y = self.area.left, self.area.top
        own = np.s_[both.top - y : both.bottom - y, both.left - x : both.right - x]
        if self._hides:
            below[:] = self.pixels[own]
            return
        cv2.multiply(below, self.clear[own], dst=below, scale=1 / 255)
        cv2.add(below, self.pixels[own], dst=below)


def opacities(pixels: Surface, clear: bool = False) -> Surface:
    """Return how opaque each pixel is, or how ``clear``, four times."""
    one = np.ascontiguousarray(pixels).view(np.uint32)
    one = (~one if clear else one) >> np.uint32(24)
    one *= _FOURFOLD
    return one.view(np.uint8)


def rgb(colour: str) -> tuple[int, int, int]:
    """Return red, green and blue, 0 to 255; of no colour those of the dark behind every show."""
    red, green, blue = ImageColor.getrgb("#000000" if colour == "none" else colour)[:3]
    return red, green, blue


def plain(width: int, height: int, colour: tuple[float, float, float], opacity: float = 1.0) -> Surface:
    """Return a surface of one colour (red, green, blue 0 to 255)."""
    pixel = np.array([round(value * opacity) for value in (*colour[::-1], 255)], np.uint8).view(np.uint32)
    return np.full((height, width), pixel[0], np.uint32).view(np.uint8).reshape(height, width, 4)


def premultiplied(pixels: Surface) -> Surface:
    """Return pixels whose colours were not multiplied by how opaque they are as a surface."""
    seen = opacities(pixels)
    done = cv2.multiply(pixels, seen, scale=1 / 255)
    done[..., 3] = pixels[..., 3]
    return done  # type: ignore[return-value]


def faded(pixels: Surface, opacity: float) -> Surface:
    """Return a surface as opaque as that."""
    return pixels if opacity >= 1 else cv2.convertScaleAbs(pixels, alpha=max(0.0, opacity))  # type: ignore[return-value]


def cut(pixels: Surface, seen: NDArray[np.uint8]) -> Surface:
    """Return a surface of which is seen what a mask (0 to 255) says."""
    fourfold = (seen.astype(np.uint32) * _FOURFOLD).view(np.uint8).reshape(*seen.shape, 4)
    return cv2.multiply(pixels, fourfold, scale=1 / 255)  # type: ignore[return-value]


def brightened(pixels: Surface, by: float) -> Surface:
    """Return a surface so many times as bright (Filter Effects Module 1, section 9.2)."""
    done = cv2.multiply(pixels, (by, by, by, 1.0))
    return done if by <= 1 else np.minimum(done, opacities(pixels))


def blurred(pixels: Surface, deviation: float) -> tuple[Surface, int]:
    """Return a surface blurred by a standard deviation in pixels, and by how many it is larger on every side."""
    room = int(np.ceil(_SPREADS * deviation)) + 1
    padded = cv2.copyMakeBorder(pixels, room, room, room, room, cv2.BORDER_CONSTANT, value=(0, 0, 0, 0))
    return softened(padded, deviation), room  # type: ignore[arg-type]


def softened(pixels: Surface, deviation: float) -> Surface:
    """Return pixels blurred within their bounds; what is beyond them is as their edges are."""
    if deviation <= 0:
        return pixels
    times = max(1, int(deviation / _FINE))
    if times == 1:
        return cv2.GaussianBlur(pixels, (0, 0), deviation, borderType=cv2.BORDER_REPLICATE)  # type: ignore[return-value]
    height, width = pixels.shape[:2]
    small = cv2.resize(pixels, (-(-width // times), -(-height // times)), interpolation=cv2.INTER_AREA)
    small = cv2.GaussianBlur(small, (0, 0), deviation / times, borderType=cv2.BORDER_REPLICATE)
    return cv2.resize(small, (width, height), interpolation=cv2.INTER_LINEAR)  # type: ignore[return-value]


def placed(pixels: Surface, map_: Map, within: Area) -> Stamp | None:
    """Return a surface as a map from its corner places it, as far as it is within an area; None where it is not."""
    map_ = map_ / map_[2, 2]
    if is_shift(map_):
        x, y = round(float(map_[0, 2])), round(float(map_[1, 2]))
        return _cropped(pixels, x, y, within)
    height, width = pixels.shape[:2]
    reach = _reach(map_, width, height).common(within)
    if not reach:
        return None
    into = moved(-reach.left - 0.5, -reach.top - 0.5) @ map_ @ moved(0.5, 0.5)
    size = (reach.right - reach.left, reach.bottom - reach.top)
    pixels, into = _nearer(pixels, into)
    if is_flat(into):
        done = cv2.warpAffine(pixels, into[:2], size, flags=cv2.INTER_LINEAR)
    else:
        done = cv2.warpPerspective(pixels, into, size, flags=cv2.INTER_LINEAR)
    return Stamp(reach.left, reach.top, done)  # type: ignore[arg-type]


def _nearer(pixels: Surface, into: Map) -> tuple[Surface, Map]:
    """Return pixels that become much smaller made smaller already, each the mean of what it covers; and their map."""
    height, width = pixels.shape[:2]
    scale = scale_at(into, width / 2, height / 2)
    times = int(1 / scale + 0.25) if scale > 0 else 1
    if times < 2 or min(width, height) < 2 * times:
        return pixels, into
    small = cv2.resize(pixels, (-(-width // times), -(-height // times)), interpolation=cv2.INTER_AREA)
    across, down = width / small.shape[1], height / small.shape[0]
    larger = np.diag((across, down, 1.0))
    return small, into @ moved(-0.5, -0.5) @ larger @ moved(0.5, 0.5)  # type: ignore[return-value]


def scale_at(map_: Map, x: float, y: float) -> float:
    """Return how many times as large a map makes what is about a place."""
    (a, b, c), (d, e, f), (g, h, i) = map_
    w = g * x + h * y + i
    u, v = (a * x + b * y + c) / w, (d * x + e * y + f) / w
    turned = ((a - u * g) * (e - v * h) - (b - u * h) * (d - v * g)) / w**2
    return float(np.sqrt(abs(turned)))


def is_flat(map_: Map) -> bool:
    """Tell whether a map turns nothing in space."""
    across, down, here = map_[2].tolist()
    return max(abs(across), abs(down)) <= _FLAT * abs(here)  # type: ignore[no-any-return]


def is_shift(map_: Map) -> bool:
    """Tell whether a map moves pixels by whole numbers, and does nothing else."""
    shift = map_ - np.eye(3)
    x, y = shift[0, 2], shift[1, 2]
    rest = max(abs(shift[0, 0]), abs(shift[0, 1]), abs(shift[1, 0]), abs(shift[1, 1])) * 4000
    turned = max(abs(shift[2, 0]), abs(shift[2, 1])) * 4000
    return abs(x - round(x)) < _EXACT and abs(y - round(y)) < _EXACT and rest < 0.02 and turned < _EXACT  # type: ignore[no-any-return]


def _cropped(pixels: Surface, x: int, y: int, within: Area) -> Stamp | None:
    whole = Area(x, y, x + pixels.shape[1], y + pixels.shape[0])
    both = whole.common(within)
    if not both:
        return None
    return Stamp(both.left, both.top, pixels[both.top - y : both.bottom - y, both.left - x : both.right - x])


def _reach(map_: Map, width: int, height: int) -> Area:
    """Return all pixels that a map may draw on; everything where a corner comes behind the eye."""
    corners = np.array([(0, 0, 1), (width, 0, 1), (0, height, 1), (width, height, 1)], float) @ map_.T
    if corners[:, 2].min() < _BEHIND:
        return Area(-(1 << 30), -(1 << 30), 1 << 30, 1 << 30)
    flat = corners[:, :2] / corners[:, 2:]
    (left, top), (right, bottom) = flat.min(axis=0), flat.max(axis=0)
    return Area(int(np.floor(left)) - 1, int(np.floor(top)) - 1, int(np.ceil(right)) + 1, int(np.ceil(bottom)) + 1)


def moved(x: float, y: float) -> Map:
    """Return what moves everything by so much."""
    return np.array([(1.0, 0.0, x), (0.0, 1.0, y), (0.0, 0.0, 1.0)])


def drawn_mask(mask: Mask, box: tuple[float, float], map_: Map, width: int, height: int) -> NDArray[np.uint8]:
    """Return what is seen, 0 to 255, of ``width`` x ``height`` pixels.

    ``map_`` places the mask, which is in a box of that size, on them.
    """
    if mask.grid is not None:
        columns, rows = mask.grid
        cells = np.array(mask.cells, np.float64).reshape(rows, columns)
        cell = map_ @ np.diag((box[0] / columns, box[1] / rows, 1.0))
        into = moved(-0.5, -0.5) @ cell @ moved(0.5, 0.5)
        grey = (cells * 255).round().astype(np.uint8)
        return cv2.warpPerspective(grey, into, (width, height), flags=cv2.INTER_NEAREST)  # type: ignore[return-value]
    deviation = mask.blur * scale_at(map_, box[0] / 2, box[1] / 2)
    if deviation:
        return _soft_polygons(mask, map_, deviation, width, height)
    drawn = _polygons(mask, np.diag((_FINER, _FINER, 1.0)) @ map_, (width * _FINER, height * _FINER))
    return cv2.resize(drawn, (width, height), interpolation=cv2.INTER_AREA)


def _soft_polygons(mask: Mask, map_: Map, deviation: float, width: int, height: int) -> NDArray[np.uint8]:
    """Return polygons blurred by a standard deviation in pixels; what lies beyond the bounds is seen in the blur."""
    times = max(1, int(deviation / _FINE))
    finer = min(_FINEST, _FINER * times)
    room = int(np.ceil(_SPREADS * deviation / times)) + 1
    inner = (-(-width // times), -(-height // times))
    size = (inner[0] + 2 * room, inner[1] + 2 * room)
    smaller = np.diag((finer * inner[0] / width, finer * inner[1] / height, 1.0))
    drawn = _polygons(mask, moved(finer * room, finer * room) @ smaller @ map_, (size[0] * finer, size[1] * finer))
    soft = cv2.GaussianBlur(cv2.resize(drawn, size, interpolation=cv2.INTER_AREA), (0, 0), deviation / times)
    return cv2.resize(soft[room:-room, room:-room], (width, height), interpolation=cv2.INTER_LINEAR)


def _polygons(mask: Mask, map_: Map, size: tuple[int, int]) -> NDArray[np.uint8]:
    """Return what lies in the polygons of a mask, none of them smoothed at its edges."""
    drawn = np.zeros(size[::-1], np.uint8)
    for places in mask.polygons:
        corners = np.array(places, float).reshape(-1, 2)
        if len(corners) < _LEAST_CORNERS:
            continue
        points = np.column_stack((corners, np.ones(len(corners)))) @ map_.T
        flat = points[:, :2] / points[:, 2:] - 0.5
        fixed = np.clip(flat, -_FAR, _FAR) * (1 << _SHIFT)
        cv2.fillPoly(drawn, [fixed.round().astype(np.int32)], 255, cv2.LINE_8, _SHIFT)
    return drawn
