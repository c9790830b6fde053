"""The objects that stand on a slide: one structure per kind, all with a box, a lineage and a name."""

from typing import Annotated, Literal

from msgspec import Meta, Struct, field

from ritornel.core.model import limits
from ritornel.core.model.framing import Framing
from ritornel.core.model.paint import Blur, Cap, Dash, Gradient, LineEnd, Plate, Shadow
from ritornel.core.model.text import Align, FamilyName, Paragraph, Size, Sizes, Weight
from ritornel.core.model.units import Colour, Count, Decibels, Id, Length, Link, Ms, Name, Position, Rate, Share

Degrees = Annotated[float, Meta(ge=-3600, le=3600)]


class Placed(Struct, frozen=True, kw_only=True, omit_defaults=True, tag_field="kind", gc=False):
    """What every object has. The box is in stage units, before ``rotation`` (degrees, about its centre).

    ``lineage`` is the identity that copies and continuations keep; empty only until the show is read or kept. A
    ``soft_edge`` is so many stage units wide, inside the edge. Objects of one ``group`` are placed together. What is
    ``locked`` is not grabbed on the stage, what is ``hidden`` is out of the way while others are placed; the audience
    sees it all the same.

    ``own`` names the fields in which it does not follow its house style, as somebody set them. A drawing that could not
    be made out in the colours somebody gave it is shown in others, and keeps what was ``meant``: fields, each with a
    colour or the name of one in the palette.
    """

    id: Id
    lineage: Name = ""
    name: Name = ""
    x: Position = 0.0
    y: Position = 0.0
    width: Length = 320.0
    height: Length = 180.0
    rotation: Degrees = 0.0
    opacity: Share = 1.0
    alt: Annotated[str, Meta(max_length=2000)] = ""
    link: Link = ""
    group: Annotated[str, Meta(max_length=80)] = ""
    role: Annotated[str, Meta(max_length=80)] = ""
    own: Annotated[tuple[Name, ...], Meta(max_length=40)] = ()
    meant: Annotated[tuple[tuple[Name, Name], ...], Meta(max_length=8)] = ()
    locked: bool = False
    hidden: bool = False
    shadow: Shadow | None = None
    soft_edge: Blur = 0


class Text(Placed, frozen=True, kw_only=True, omit_defaults=True, tag="text"):
    """Paragraphs in one style, runs aside. ``size`` in stage units; ``line_height`` and ``gap`` in sizes.

    One that ``grows`` is always as high as what stands in it. Letters can have an ``outline``, ``outline_width`` stage
    units wide, with their ``colour`` inside or (``none``) without.
    """

    paragraphs: Annotated[tuple[Paragraph, ...], Meta(max_length=limits.PARAGRAPHS_IN_A_TEXT)] = ()
    font: FamilyName = "plex-sans"
    weight: Weight = 400
    italic: bool = False
    size: Size = 32
    colour: Colour = "#211c2b"
    align: Align = "left"
    valign: Literal["top", "middle", "bottom"] = "top"
    line_height: Annotated[float, Meta(ge=0.5, le=5)] = 1.25
    gap: Sizes = 0.35
    grows: bool = False
    outline: Colour = "none"
    outline_width: Annotated[float, Meta(gt=0, le=100)] = 1.5
    plate: Plate | None = None
    tells: Literal["", "credits", "credit-line"] = ""


class Shape(Placed, frozen=True, kw_only=True, omit_defaults=True, tag="shape"):
    """A form that fills its box (``core.drawing.forms``); line width and corner radius in stage units.

    ``corners`` are those of a polygon, the points of a star; ``inner`` is a share: how deep a star's notches reach, how
    long an arrow's head is, how wide a ring's hole. ``tail`` is where a speech bubble's ends, in shares of the box;
    ``path`` a free path as SVG path data of absolute M, L, C and Z, in shares of the box. A ``gradient`` takes the
    place of the fill.
    """

    form: Literal["rectangle", "ellipse", "triangle", "polygon", "star", "arrow", "bubble", "ring", "path"] = (
        "rectangle"
    )
    fill: Colour = "#d8cdb8"
    gradient: Gradient | None = None
    line: Colour = "none"
    line_width: Annotated[float, Meta(ge=0, le=400)] = 2
    dash: Dash = "solid"
    cap: Cap = "round"
    corner_radius: Annotated[float, Meta(ge=0, le=2000)] = 0
    corners: Annotated[int, Meta(ge=3, le=60)] = 5
    inner: Annotated[float, Meta(ge=0.05, le=0.95)] = 0.5
    tail: tuple[Annotated[float, Meta(ge=-10, le=10)], Annotated[float, Meta(ge=-10, le=10)]] = (0.2, 1.35)
    path: Annotated[str, Meta(max_length=60_000)] = ""


class Line(Placed, frozen=True, kw_only=True, omit_defaults=True, tag="line"):
    """A line from one corner of the box to the opposite one; ``rising`` runs bottom left to top right. In a box that is
    no more than one stage unit high, or wide, it runs level, or plumb.

    ``bend`` bows it: how far its middle lies beside the straight way, in shares of that way's length, to the left of
    whoever goes along it where it is positive. ``starts`` and ``ends`` say what stands at its ends.
    """

    rising: bool = False
    bend: Annotated[float, Meta(ge=-1, le=1)] = 0
    line: Colour = "#211c2b"
    line_width: Annotated[float, Meta(gt=0, le=400)] = 3
    dash: Dash = "solid"
    cap: Cap = "round"
    starts: LineEnd = "none"
    ends: LineEnd = "none"


class Picture(Placed, frozen=True, kw_only=True, omit_defaults=True, tag="picture"):
    """A picture, whole in its box or filling it (then cut at the edges)."""

    asset: Name = ""
    fit: Literal["whole", "fill"] = "whole"
    frame: Framing = Framing()


class Timed(Placed, frozen=True, kw_only=True, omit_defaults=True):
    """What a clip and a sound share. ``in`` and ``out`` in ms of the asset; no ``out`` means its end.

    A clip whose running order has no play build starts with the slide. One that is ``waited_for`` keeps
    the running order, and the slide, waiting for its end. Its sound is faded in from where it begins, and out to its
    end, over ``fade_in`` and ``fade_out`` ms. Beds give room to one that ``speaks`` (not said: as its sound is).
    """

    asset: Name = ""
    in_ms: Ms = field(default=0, name="in")
    out_ms: Ms | None = field(default=None, name="out")
    rate: Rate = 1
    plays: Count = 1
    gain_db: Decibels = 0
    fade_in_ms: Ms = field(default=0, name="fade_in")
    fade_out_ms: Ms = field(default=0, name="fade_out")
    speaks: bool | None = None
    muted: bool = False
    waited_for: bool = False


class InStep(Struct, frozen=True, kw_only=True, omit_defaults=True, gc=False):
    """That a clip goes along with a ``voice`` (an asset), as long as that is its slide's.

    What it shows with an instant of that lies ``shift`` ms later in its own asset.
    """

    voice: Name
    shift_ms: Annotated[int, Meta(ge=-86_400_000, le=86_400_000)] = field(default=0, name="shift")


class Clip(Timed, frozen=True, kw_only=True, omit_defaults=True, tag="clip"):
    """A moving picture, with its sound; or without it, ``in_step`` with the slide's voice.

    One that ``pauses_unseen`` stands still while the stage is at a view of the plane that does not show it.
    """

    fit: Literal["whole", "fill"] = "whole"
    frame: Framing = Framing()
    in_step: InStep | None = None
    pauses_unseen: bool = False


class Sound(Timed, frozen=True, kw_only=True, omit_defaults=True, tag="sound"):
    """A sound that belongs to a slide. On the stage it is unseen; on the desk it has a place to be grabbed by."""


Object = Text | Shape | Line | Picture | Clip | Sound
