"""Edits that draw: a line by hand or from corner to corner, an outline from a drawing."""

from typing import Annotated, Any

from msgspec import Meta
from msgspec.structs import replace

from ritornel.core.drawing.fitting import fitted
from ritornel.core.drawing.smoothing import path_through
from ritornel.core.edits.command import BadEdit, Command, change_slide, object_ids, with_values
from ritornel.core.model import Shape, Show, Slide
from ritornel.core.model.paths import BadPath, Path, in_shares, path_data, placed, read_path
from ritornel.core.model.units import Id, Position
from ritornel.core.time.rounding import tenths

TOLERANCE = 1.5
"""A hand trembles so far, in stage units, without meaning it."""

MOST_CURVES = 400
"""What is drawn by hand becomes so many curves at most, however long it is."""

_MOST_POINTS = 5_000
Points = Annotated[list[tuple[Position, Position]], Meta(min_length=1, max_length=_MOST_POINTS)]


class DrawPath(Command, frozen=True, kw_only=True):
    """Put a line that was drawn on a slide, through ``points`` of the stage.

    One drawn ``by_hand`` is made smooth, any other goes straight from corner to corner. ``values`` are those of the
    shape that it becomes: its line, its fill.
    """

    slide: str
    points: Points
    by_hand: bool = False
    closed: bool = False
    id: Id | None = None
    values: dict[str, Any] = {}

    def apply(self, show: Show) -> Show:
        """Return the show with the line."""
        path = drawn_path(self.points, self.by_hand, self.closed)
        return _with_path(show, self.slide, path, self.id, {"fill": "none", "line": "#211c2b", **self.values})

    @property
    def label(self) -> str:
        """Name it as people do."""
        return "draw a line"


class PlaceOutline(Command, frozen=True, kw_only=True):
    """Put an outline on a slide, as large as fits into ``within`` (x, y, width, height in stage units)."""

    slide: str
    path: Annotated[str, Meta(max_length=60_000)]
    within: tuple[Position, Position, Position, Position]
    id: Id | None = None
    values: dict[str, Any] = {}

    def apply(self, show: Show) -> Show:
        """Return the show with the outline."""
        try:
            shares, (_, _, width, height) = in_shares(read_path(self.path))
        except BadPath as error:
            raise BadEdit(str(error)) from error
        x, y, across, down = self.within
        scale = min(across / width, down / height)
        w, h = width * scale, height * scale
        if w <= 0 or h <= 0:
            raise BadEdit("the outline must have room to stand in")
        path = placed(shares, x + (across - w) / 2, y + (down - h) / 2, w, h)
        return _with_path(show, self.slide, path, self.id, self.values)

    @property
    def label(self) -> str:
        """Name it as people do."""
        return "add an outline"


def drawn_path(drawn: Points, by_hand: bool, closed: bool) -> Path:
    """Return the path through points that were drawn: smooth by hand, else from corner to corner.

    Raises ``BadEdit`` for a single point.
    """
    corners = list(dict.fromkeys(drawn))
    if len(corners) < 2:
        raise BadEdit("draw from one place to another: a single point is no line")
    if by_hand:
        return fitted(drawn, TOLERANCE, closed=closed, most=MOST_CURVES)
    return path_through(corners, smooth=False, closed=closed)


def _with_path(show: Show, slide_id: str, path: Path, given: str | None, values: dict[str, Any]) -> Show:
    shares, (x, y, width, height) = in_shares(path)

    def change(slide: Slide) -> Slide:
        name = object_ids(show, 1, [given] if given else [])[0]
        shape = Shape(
            id=name,
            form="path",
            path=path_data(shares),
            line_width=4,
            x=tenths(x),
            y=tenths(y),
            width=tenths(width),
            height=tenths(height),
        )
        return replace(slide, objects=(*slide.objects, with_values(shape, values)))

    return change_slide(show, slide_id, change)
