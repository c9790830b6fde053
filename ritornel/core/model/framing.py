"""How pictures and clips are framed, and the grounds of slides."""

from typing import Annotated, Literal

from msgspec import Meta, Struct

from ritornel.core.model.paint import Gradient
from ritornel.core.model.units import Colour, Name, Share

Crop = tuple[Share, Share, Share, Share]
"""What is cut off: shares of the width and height at the left, the top, the right, the bottom."""

Mask = Literal["rectangle", "ellipse", "triangle", "polygon", "star", "arrow", "ring"]
Amount = Annotated[float, Meta(ge=0, le=3)]
"""How much of something there is: 1 as it was."""


class Tone(Struct, frozen=True, kw_only=True, omit_defaults=True, gc=False):
    """Light, contrast and colourfulness; ``one_colour`` makes dark parts that colour and leaves white white."""

    light: Amount = 1
    contrast: Amount = 1
    colour: Amount = 1
    one_colour: Colour = "none"


class Framing(Struct, frozen=True, kw_only=True, omit_defaults=True, gc=False):
    """What is seen of a picture or a clip: a part of it, mirrored, in a form, bordered, toned, a plate behind it.

    ``line_width`` and ``corner_radius`` in stage units.
    """

    crop: Crop = (0.0, 0.0, 0.0, 0.0)
    mirrored: bool = False
    upside_down: bool = False
    mask: Mask = "rectangle"
    corner_radius: Annotated[float, Meta(ge=0, le=2000)] = 0
    line: Colour = "none"
    line_width: Annotated[float, Meta(ge=0, le=200)] = 4
    tone: Tone | None = None
    plate: Colour = "none"


class Ground(Struct, frozen=True, kw_only=True, omit_defaults=True, gc=False):
    """What lies over a slide's background colour, under its objects: a gradient, or a picture.

    ``at`` is the place of the picture that stays in sight when it is cut: 0, 0 its top left, 1, 1 its bottom right.
    Over it lies a ``veil``.
    """

    gradient: Gradient | None = None
    asset: Name = ""
    fit: Literal["fill", "whole"] = "fill"
    at: tuple[Share, Share] = (0.5, 0.5)
    veil: Colour = "#000000"
    veil_opacity: Share = 0.0
