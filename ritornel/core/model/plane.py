"""A plane: what a slide's objects lie on where that is wider than the stage; and views, what of it the stage shows."""

from typing import Annotated

from msgspec import Meta, Struct

from ritornel.core.model.units import Id, Length, Name, Position

MOST_STAGES = 12
"""A plane is at most so many stages wide, and so many high."""

MOST_VIEWS = 200

Turn = Annotated[float, Meta(ge=-3600, le=3600)]
"""An angle in degrees, clockwise."""


class Plane(Struct, frozen=True, kw_only=True, omit_defaults=True, gc=False):
    """Where a plane lies, in stage units from the corner of the stage as it is without one."""

    x: Position = 0
    y: Position = 0
    width: Length
    height: Length


class View(Struct, frozen=True, kw_only=True, omit_defaults=True, gc=False):
    """What the stage shows of a plane: a rectangle of the stage's proportions, so wide, around a place, turned."""

    id: Id
    name: Name = ""
    x: Position
    y: Position
    width: Annotated[float, Meta(ge=1, le=100_000)]
    turn: Turn = 0
