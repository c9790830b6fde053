"""What is behind things on a slide, at points of its stage: how dark and how light it may be there.

The ground, its picture and its veil, and the objects below, as they are placed: forms with their fills, gradients and
lines, pictures by the tones of their assets. Words, blurs and shadows are not looked at; a picture whose tones are
not known is passed over.
"""

from collections.abc import Iterable, Mapping, Sequence
from itertools import groupby
from math import cos, radians, sin
from typing import NamedTuple

import numpy as np
from numpy.typing import NDArray

from ritornel.core.drawing.colour import Grey, grey_of
from ritornel.core.drawing.figures import flattened
from ritornel.core.drawing.forms import outline
from ritornel.core.drawing.framing import framed, mask_shape
from ritornel.core.drawing.grounds import ground_objects
from ritornel.core.drawing.lines import drawn_line
from ritornel.core.drawing.tones import ACROSS, DOWN, read
from ritornel.core.model import Asset, Clip, Gradient, Line, Picture, Shape, Slide, Tone
from ritornel.core.model.objects import Object
from ritornel.core.model.paths import Path

Points = NDArray[np.float64]
"""Points of the stage: x and y, a row each, in stage units."""


class Behind(NamedTuple):
    """How dark and how light it may be at points."""

    low: Grey
    high: Grey


class _Paint(NamedTuple):
    """What a thing puts on points: how dark and how light, and how opaque it is, at least and at most."""

    low: Grey
    high: Grey
    least: Grey
    most: Grey

    def over(self, seen: Behind, shown: Grey) -> Behind:
        """Return what is seen when it lies on something, ``shown`` as far as it is."""
        low, high = seen
        ways = [
            (opacity * shown, one, other)
            for opacity in (self.least, self.most)
            for one, other in ((low, self.low), (high, self.high))
        ]
        mixed = [under + (paint - under) * opacity for opacity, under, paint in ways]
        return Behind(np.minimum.reduce(mixed), np.maximum.reduce(mixed))


def behind(slide: Slide, above: int, points: Points, stage: tuple[int, int], assets: Mapping[str, Asset]) -> Behind:
    """Return what is at points of a slide under its object number ``above``, counted from 0 at the bottom."""
    grey = grey_of(slide.background)
    seen = Behind(np.full(len(points), grey), np.full(len(points), grey))
    for thing, at in ground_objects(slide, *stage):
        seen = _under(thing, at, points, assets, seen)
    for thing in slide.objects[:above]:
        seen = _under(thing, (0.5, 0.5), points, assets, seen)
    return seen


def _under(thing: Object, at: tuple[float, float], points: Points, assets: Mapping[str, Asset], seen: Behind) -> Behind:
    """Return what is seen once a thing lies on it."""
    if not thing.opacity or not isinstance(thing, Shape | Line | Picture | Clip):
        return seen
    local = _local(thing, points)
    reach = thing.line_width if isinstance(thing, Shape | Line) else 0
    near: NDArray[np.bool_] = np.all(
        (local >= -reach) & (local <= np.array([thing.width + reach, thing.height + reach])), axis=1
    )
    if not near.any():
        return seen
    if isinstance(thing, Shape):
        paints = _of_shape(thing, local)
    elif isinstance(thing, Line):
        paints = _of_line(thing, local)
    else:
        paints = _of_picture(thing, local, at, assets.get(thing.asset))
    for paint in paints:
        seen = paint.over(seen, np.where(near, thing.opacity, 0.0))
    return seen


def _local(thing: Object, points: Points) -> Points:
    """Return points as a thing has them, from its corner before it was turned."""
    from_corner: Points = points - np.array([thing.x, thing.y])
    if not thing.rotation:
        return from_corner
    turn = radians(-thing.rotation)
    middle = np.array([thing.width / 2, thing.height / 2])
    turned = np.array([[cos(turn), sin(turn)], [-sin(turn), cos(turn)]])
    back: Points = (from_corner - middle) @ turned + middle
    return back


def _of_shape(shape: Shape, local: Points) -> Iterable[_Paint]:
    drawn = _polygons(outline(shape))
    inside = _inside(drawn, local)
    if shape.gradient is not None:
        grey, opacity = _along(shape.gradient, shape.width, shape.height, local)
        yield _Paint(grey, grey, inside * opacity, inside * opacity)
    elif shape.fill != "none":
        yield _plain(shape.fill, inside)
    if shape.line != "none" and shape.line_width:
        yield _plain(shape.line, _near(drawn, local, shape.line_width / 2))


def _of_line(line: Line, local: Points) -> Iterable[_Paint]:
    way, ends = drawn_line(line)
    on = _near([np.array(list(flattened(way)))], local, line.line_width / 2)
    for end in ends:
        on |= _inside(_polygons(end), local)
    yield _plain(line.line, on)


def _of_picture(thing: Picture | Clip, local: Points, at: tuple[float, float], asset: Asset | None) -> Iterable[_Paint]:
    tones = read(asset.tones) if asset is not None else None
    if asset is None or tones is None:
        return
    seen, whole = framed(thing.width, thing.height, thing.fit, thing.frame.crop, (asset.width, asset.height), at)
    mask = mask_shape(thing, seen)
    inside = _inside(_polygons(outline(mask)), local - np.array([seen.x, seen.y]))
    if thing.frame.plate != "none":
        yield _plain(thing.frame.plate, inside)
    shares = (local - np.array([whole.x, whole.y])) / np.array([whole.width, whole.height])
    if thing.frame.mirrored:
        shares[:, 0] = 1 - shares[:, 0]
    if thing.frame.upside_down:
        shares[:, 1] = 1 - shares[:, 1]
    cells = np.clip((shares * np.array([ACROSS, DOWN])).astype(int), 0, np.array([ACROSS - 1, DOWN - 1]))
    dark, light, clear, opaque = (grid[cells[:, 1], cells[:, 0]] for grid in tones)
    if thing.frame.tone is not None:
        dark, light = _toned(dark, thing.frame.tone), _toned(light, thing.frame.tone)
    yield _Paint(np.minimum(dark, light), np.maximum(dark, light), inside * clear, inside * opaque)


def _toned(grey: Grey, tone: Tone) -> Grey:
    toned = np.clip((grey * tone.light - 0.5) * tone.contrast + 0.5, 0, 1)
    return toned if tone.one_colour == "none" else grey_of(tone.one_colour) * (1 - toned) + toned


def _plain(colour: str, on: NDArray[np.bool_]) -> _Paint:
    grey = np.full(len(on), grey_of(colour))
    return _Paint(grey, grey, on.astype(np.float64), on.astype(np.float64))


def _along(gradient: Gradient, width: float, height: float, local: Points) -> tuple[Grey, Grey]:
    """Return how light and how opaque a gradient is at points: as ``render.paint`` draws it."""
    middle = np.array([width / 2, height / 2])
    if gradient.kind == "radial":
        place = np.hypot(*((local - middle) / np.array([width, height])).T) / 0.7071
    else:
        way = np.array([cos(radians(gradient.angle)), sin(radians(gradient.angle))])
        place = ((local - middle) @ way) / (abs(width * way[0]) + abs(height * way[1])) + 0.5
    stops = sorted(gradient.stops, key=lambda stop: stop.at)
    at = [stop.at for stop in stops]
    greys = [0.0 if stop.colour == "none" else grey_of(stop.colour) for stop in stops]
    opacities = [0.0 if stop.colour == "none" else stop.opacity for stop in stops]
    return np.interp(place, at, greys), np.interp(place, at, opacities)


def _polygons(path: Path) -> list[Points]:
    """Return the closed parts of a path as corners."""
    parts: list[list[tuple[float, float]]] = []
    begun = 0
    numbered = []
    for segment in path:
        begun += segment.letter == "M"
        numbered.append((begun, segment))
    for _, part in groupby(numbered, key=lambda pair: pair[0]):
        parts.append(list(flattened(tuple(segment for _, segment in part))))
    return [np.array(part) for part in parts if len(part) > 1]


def _inside(polygons: Sequence[Points], points: Points) -> NDArray[np.bool_]:
    """Tell which points lie in polygons, by the even-odd rule."""
    crossings: NDArray[np.int64] = np.zeros(len(points), dtype=np.int64)
    x, y = points[:, :1], points[:, 1:]
    for corners in polygons:
        ends = np.roll(corners, -1, axis=0)
        (x1, y1), (x2, y2) = corners.T, ends.T
        crosses = (y1 <= y) != (y2 <= y)
        with np.errstate(divide="ignore", invalid="ignore"):
            at = x1 + (y - y1) / (y2 - y1) * (x2 - x1)
        crossings += (crosses & (at > x)).sum(axis=1)
    odd: NDArray[np.bool_] = crossings % 2 == 1
    return odd


def _near(polylines: Sequence[Points], points: Points, reach: float) -> NDArray[np.bool_]:
    """Tell which points lie no farther than ``reach`` from lines."""
    found = np.zeros(len(points), dtype=bool)
    for line in polylines:
        start, along = line[:-1], np.diff(line, axis=0)
        length = np.maximum((along**2).sum(axis=1), 1e-9)
        share = np.clip(((points[:, None] - start) * along).sum(axis=2) / length, 0, 1)
        nearest = start + share[..., None] * along
        found |= (np.hypot(*(points[:, None] - nearest).transpose(2, 0, 1)) <= reach).any(axis=1)
    return found
