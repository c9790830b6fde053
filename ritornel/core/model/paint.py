"""What surfaces and lines are painted with: gradients, dashes, shadows."""

from typing import Annotated, Literal

from msgspec import Meta, Struct

from ritornel.core.model import limits
from ritornel.core.model.units import Colour, Share

Dash = Literal["solid", "dashes", "dots"]
Cap = Literal["round", "butt", "square"]
"""How lines end, as SVG calls it."""

LineEnd = Literal["none", "arrow", "dot", "bar"]
Blur = Annotated[float, Meta(ge=0, le=200)]
_Offset = Annotated[float, Meta(ge=-500, le=500)]


class Stop(Struct, frozen=True, omit_defaults=True, gc=False):
    """A colour of a gradient, and where it stands on its way: 0 at the beginning, 1 at the end."""

    at: Share
    colour: Colour
    opacity: Share = 1.0


class Gradient(Struct, frozen=True, kw_only=True, omit_defaults=True, gc=False):
    """Colours that go over into one another: along ``angle`` (degrees; 0 right, 90 down), or from the middle out."""

    kind: Literal["linear", "radial"] = "linear"
    angle: Annotated[float, Meta(ge=-360, le=360)] = 90
    stops: Annotated[tuple[Stop, ...], Meta(min_length=2, max_length=limits.STOPS_OF_A_GRADIENT)]


class Plate(Struct, frozen=True, kw_only=True, omit_defaults=True, gc=False):
    """A plain surface behind words, paragraph by paragraph, so that they are made out on whatever they stand on.

    ``corner_radius`` in stage units.
    """

    colour: Colour = "#fffdf7"
    opacity: Share = 1.0
    corner_radius: Annotated[float, Meta(ge=0, le=200)] = 0


class Shadow(Struct, frozen=True, kw_only=True, omit_defaults=True, gc=False):
    """A shadow that falls ``x`` to the right and ``y`` down, ``blur`` wide at its edge; all in stage units."""

    x: _Offset = 0
    y: _Offset = 6
    blur: Blur = 12
    colour: Colour = "#000000"
    opacity: Share = 0.35
