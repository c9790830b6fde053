"""Edits that fill a plane: one picture as all of it; pictures over it as a row, a grid, a ring or along a line."""

from collections.abc import Callable, Iterator, Sequence
from itertools import pairwise
from math import ceil, hypot, pi, sin, sqrt, tau
from typing import Annotated, Literal

from msgspec import Meta
from msgspec.structs import replace

from ritornel.core.alignment.boxes import filled
from ritornel.core.drawing.forms import outline
from ritornel.core.drawing.lines import drawn_line
from ritornel.core.edits.command import BadEdit, Command, Ids, NewIds, change_slide, object_ids, slide_of
from ritornel.core.edits.views import FrameObjects, grown_around, grown_for, stage_of
from ritornel.core.model import Line, Picture, Shape, Show, Slide
from ritornel.core.model.asset import Asset
from ritornel.core.model.plane import MOST_STAGES, Plane
from ritornel.core.model.units import FARTHEST
from ritornel.core.motion.ways import along
from ritornel.core.time.rounding import rounded, tenths

Layout = Literal["row", "grid", "ring", "line"]

_DRAWING = "image/svg+xml"
_DRAWN_STAGES = 6.0
"""What is drawn of lines is sharp at any size: it becomes so many stages wide."""
_CELL = 0.8
"""A picture that is laid out is as large as this share of a stage allows, where there is room."""
_APART = 1.35
"""From middle to middle, in the width or height of one."""
_OF_THE_PLANE = 0.9


class SpreadPicture(Command, frozen=True, kw_only=True):
    """Lay a picture under everything as all of a slide's plane, in its own proportions, and lock it.

    Each of its pixels is a stage unit, as far as a plane may go, and it is no smaller than the stage; a drawing
    becomes 6 stages wide.
    """

    slide: str
    asset: str
    ids: NewIds = []

    def apply(self, show: Show) -> Show:
        """Return the show with the picture."""
        slide = slide_of(show, self.slide)
        asset = _pictures(show, [self.asset])[0]
        room = MOST_STAGES * show.width / asset.width, MOST_STAGES * show.height / asset.height
        least = max(show.width / asset.width, show.height / asset.height)
        own = _DRAWN_STAGES * show.width / asset.width if asset.mime == _DRAWING else 1.0
        scale = min(*room, max(least, own))
        width, height = tenths(asset.width * scale), tenths(asset.height * scale)
        x, y = tenths((show.width - width) / 2), tenths((show.height - height) / 2)
        (name,) = object_ids(show, 1, self.ids)
        picture = Picture(id=name, asset=asset.id, x=x, y=y, width=width, height=height, fit="fill", locked=True)
        plane = grown_for(Plane(x=x, y=y, width=width, height=height), slide.views, show)
        spread = replace(slide, plane=plane, objects=(picture, *slide.objects))
        return change_slide(show, self.slide, lambda _: spread)

    @property
    def label(self) -> str:
        """Name it."""
        return "lay a picture out as the plane"

    @property
    def brings_assets(self) -> tuple[str, ...]:
        """The picture."""
        return (self.asset,)


class LayOutPictures(Command, frozen=True, kw_only=True):
    """Put pictures on a slide's plane in the order that is given: in a row, a grid, a ring, or along a line.

    ``line`` is the line or shape of the slide along which they stand. All get the same room: as much as there is on
    the plane, or on one that grows, and never more than a stage has. With ``framed`` each is shown in a view of its
    own.
    """

    slide: str
    assets: Ids
    layout: Layout = "row"
    line: Annotated[str, Meta(max_length=200)] = ""
    framed: bool = False
    ids: NewIds = []
    builds: NewIds = []

    def apply(self, show: Show) -> Show:
        """Return the show with the pictures."""
        slide = slide_of(show, self.slide)
        assets = _pictures(show, self.assets)
        plane = slide.plane or stage_of(show)
        if self.layout == "line":
            middles = list(_along(slide, self.line, len(assets)))
            cell = _cell(show, _between(middles))
        else:
            cells = _LAYOUTS[self.layout](len(assets))
            cell = _cell(show, _room(show, slide, cells))
            x, y = plane.x + plane.width / 2, plane.y + plane.height / 2
            middles = [(x + across * cell[0], y + down * cell[1]) for across, down in cells]
        names = object_ids(show, len(assets), self.ids)
        made = [_placed(name, one, at, cell) for name, one, at in zip(names, assets, middles, strict=True)]
        laid = replace(
            slide, objects=(*slide.objects, *made), plane=grown_around(plane, [filled(one) for one in made], show)
        )
        shown = change_slide(show, self.slide, lambda _: laid)
        if not self.framed:
            return shown
        return FrameObjects(slide=self.slide, objects=names, each=True, builds=self.builds).apply(shown)

    @property
    def label(self) -> str:
        """Say how."""
        how = {"row": "in a row", "grid": "in a grid", "ring": "in a ring", "line": "along a line"}[self.layout]
        return f"lay pictures out {how}"

    @property
    def brings_assets(self) -> tuple[str, ...]:
        """The pictures."""
        return tuple(self.assets)


def _pictures(show: Show, names: Sequence[str]) -> list[Asset]:
    known = {a.id: a for a in show.assets if a.kind == "picture" and a.width and a.height}
    if not names or any(name not in known for name in names):
        raise BadEdit("choose a picture: what was given is not in the library as one")
    return [known[name] for name in names]


def _row(count: int) -> list[tuple[float, float]]:
    return [(_APART * (n - (count - 1) / 2), 0.0) for n in range(count)]


def _grid(count: int) -> list[tuple[float, float]]:
    wide = ceil(sqrt(count))
    high = ceil(count / wide)
    return [
        (_APART * (n % wide - (wide - 1) / 2), _APART * (n // wide - (high - 1) / 2)) for n in range(count)
    ]  # fmt: skip


def _ring(count: int) -> list[tuple[float, float]]:
    """Return places on a circle, the first at the top, so far out that neighbours do not touch at their corners."""
    if count == 1:
        return [(0.0, 0.0)]
    far = _APART * sqrt(2) / (2 * sin(pi / count))
    return [(far * sin(tau * n / count), -far * sin(tau * n / count + pi / 2)) for n in range(count)]


_LAYOUTS: dict[str, Callable[[int], list[tuple[float, float]]]] = {"row": _row, "grid": _grid, "ring": _ring}


def _room(show: Show, slide: Slide, cells: Sequence[tuple[float, float]]) -> tuple[float, float]:
    """Return how wide and how high one of these cells may be: all of the plane is there for them, or what it may be."""
    plane = slide.plane
    sides: tuple[float, float] = (MOST_STAGES * show.width, MOST_STAGES * show.height)
    if plane is not None and (plane.width > show.width or plane.height > show.height):
        sides = plane.width, plane.height
    across, down = zip(*cells, strict=True)
    return (
        _OF_THE_PLANE * sides[0] / (max(across) - min(across) + 1),
        _OF_THE_PLANE * sides[1] / (max(down) - min(down) + 1),
    )


def _between(middles: Sequence[tuple[float, float]]) -> tuple[float, float]:
    """Return the room of one of those that stand along a line: as far as it is to the next."""
    far = min((hypot(x - a, y - b) for (a, b), (x, y) in pairwise(middles)), default=FARTHEST) / _APART
    return far, far


def _cell(show: Show, most: tuple[float, float]) -> tuple[float, float]:
    """Return the room for one picture in stage units, in the stage's proportions, within what it may have."""
    width, height = _CELL * show.width, _CELL * show.height
    share = min(1.0, most[0] / width, most[1] / height)
    return width * share, height * share


def _along(slide: Slide, line: str, count: int) -> Iterator[tuple[float, float]]:
    """Yield places at even distances along a line or a shape of a slide; ``BadEdit`` if it has none of that name."""
    thing = next((o for o in slide.objects if o.id == line and isinstance(o, Line | Shape)), None)
    if thing is None:
        raise BadEdit("select the line, or the shape, along which they are to stand")
    ways = along(drawn_line(thing)[0] if isinstance(thing, Line) else outline(thing))
    closes = hypot(ways[0].x - ways[-1].x, ways[0].y - ways[-1].y) < 1
    for n in range(count):
        share = n / count if closes else n / max(1, count - 1)
        way = ways[rounded(share * (len(ways) - 1))]
        yield thing.x + way.x, thing.y + way.y


def _placed(name: str, asset: Asset, middle: tuple[float, float], cell: tuple[float, float]) -> Picture:
    scale = min(cell[0] / asset.width, cell[1] / asset.height)
    width, height = tenths(asset.width * scale), tenths(asset.height * scale)
    x, y = tenths(middle[0] - width / 2), tenths(middle[1] - height / 2)
    return Picture(id=name, asset=asset.id, x=x, y=y, width=width, height=height)
