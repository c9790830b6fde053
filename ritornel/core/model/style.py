"""House styles as data: what a show's texts look like by their role, and where they stand on each kind of slide.

Colours are names in the style's palette. Places are in stage units of a stage of 1280 x 720; on another stage they are
stretched with it.
"""

from typing import Annotated, Literal

from msgspec import Meta, Struct

from ritornel.core.model.framing import Mask
from ritornel.core.model.slide import Transition
from ritornel.core.model.text import Align, FamilyName, Size, Sizes, Weight
from ritornel.core.model.units import Colour, Id, Length, Name, Position, Share

STAGE = (1280, 720)
"""The stage on which styles are drawn."""

Tint = Annotated[str, Meta(min_length=1, max_length=40)]
"""The name of a colour in a style's palette."""


class Look(Struct, frozen=True, kw_only=True, omit_defaults=True, gc=False):
    """How a role's words are set; see ``Text``."""

    font: FamilyName = "plex-sans"
    weight: Weight = 400
    italic: bool = False
    size: Size = 32
    colour: Tint = "ink"
    line_height: Annotated[float, Meta(ge=0.5, le=5)] = 1.25
    gap: Sizes = 0.35


class Slot(Struct, frozen=True, kw_only=True, omit_defaults=True, gc=False):
    """A place for an object of a role.

    A picture is seen in the form of ``mask``; a ``colour`` other than ``ink`` takes the place of the look's. Words are
    ``scale`` times as large as their look. Who speaks is seen with round corners and a ``line``, a colour, if the
    style draws one.
    """

    role: Name
    x: Position
    y: Position
    width: Length
    height: Length
    align: Align = "left"
    valign: Literal["top", "middle", "bottom"] = "top"
    colour: Tint = "ink"
    scale: Annotated[float, Meta(gt=0, le=20)] = 1.0
    mask: Mask = "rectangle"
    fit: Literal["whole", "fill"] = "fill"
    corner_radius: Annotated[float, Meta(ge=0, le=2000)] = 0
    line: Name = ""
    line_width: Annotated[float, Meta(ge=0, le=200)] = 4


class Ornament(Struct, frozen=True, kw_only=True, omit_defaults=True, gc=False):
    """A form that the style itself puts on a slide, behind everything."""

    form: Mask = "rectangle"
    x: Position
    y: Position
    width: Length
    height: Length
    colour: Tint = "accent"
    opacity: Share = 1.0
    line: bool = False
    line_width: Annotated[float, Meta(ge=0, le=400)] = 2
    corner_radius: Annotated[float, Meta(ge=0, le=2000)] = 0
    corners: Annotated[int, Meta(ge=3, le=60)] = 5
    rotation: Annotated[float, Meta(ge=-360, le=360)] = 0


class Placing(Struct, frozen=True, kw_only=True, omit_defaults=True, gc=False):
    """A kind of slide: its ground (going over to ``below`` at the foot, if that is given), its places, its ornaments.

    ``inks`` are colours that stand for others on this ground: ``ink`` is the paper's colour on a dark one.
    """

    ground: Tint = "ground"
    below: Name = ""
    slots: Annotated[tuple[Slot, ...], Meta(max_length=40)] = ()
    ornaments: Annotated[tuple[Ornament, ...], Meta(max_length=40)] = ()
    inks: Annotated[dict[Tint, Tint], Meta(max_length=40)] = {}


class StylePlate(Struct, frozen=True, kw_only=True, omit_defaults=True, gc=False):
    """What a style puts behind words that could not be read on what they stand on: see ``Plate``."""

    colour: Tint = "ground"
    opacity: Annotated[float, Meta(ge=0.7, le=1)] = 0.86
    corner_radius: Annotated[float, Meta(ge=0, le=200)] = 0


class Style(Struct, frozen=True, kw_only=True, omit_defaults=True, gc=False):
    """A house style. ``looks`` are by role, ``placings`` by kind of slide.

    Inks are drawn for the style's own ground; ``turned`` says which colour stands for which on a ground of the other
    kind, light for dark. Where neither can be read, words stand on the style's ``plate``; a drawing that
    would not be made out on its ground has ``board`` behind it.
    Who speaks is seen at ``speaker``, on every kind of slide.
    A new slide comes in by its ``transition``, what is built by its ``effect`` and ``easing``, in ``duration`` ms.
    """

    name: Id
    label: Name = ""
    voice: Name = ""
    palette: Annotated[dict[Tint, Colour], Meta(max_length=40)] = {}
    looks: Annotated[dict[Name, Look], Meta(max_length=40)] = {}
    placings: Annotated[dict[Name, Placing], Meta(max_length=40)] = {}
    turned: Annotated[dict[Tint, Tint], Meta(max_length=40)] = {}
    plate: StylePlate = StylePlate()
    board: Tint = "ink"
    speaker: Slot = Slot(role="speaker", x=960, y=0, width=320, height=720)
    transition: Transition = Transition()
    effect: Name = "fade"
    easing: Name = ""
    duration: Annotated[int, Meta(ge=0, le=60_000)] = 600
