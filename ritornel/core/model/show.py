"""A show: slides in order, chapters over them, beds under them, the pace, and the assets they use."""

from typing import Annotated, Literal

from msgspec import Meta, Struct, field

from ritornel.core.model import limits
from ritornel.core.model.asset import Asset
from ritornel.core.model.captions import CaptionLook
from ritornel.core.model.pace import Pace
from ritornel.core.model.slide import Slide, Step
from ritornel.core.model.style import Style
from ritornel.core.model.units import Decibels, Id, Language, Ms, Name, Position


class Chapter(Struct, frozen=True, kw_only=True, omit_defaults=True, gc=False):
    """A run of consecutive slides with a title: from slide ``first`` to the next chapter's first."""

    id: Id
    title: Name = ""
    first: Id


class Bed(Struct, frozen=True, kw_only=True, omit_defaults=True, gc=False):
    """Music under the whole show, from its first slide to its end. Fades in ms, equal power."""

    id: Id
    asset: Name = ""
    in_ms: Ms = field(default=0, name="in")
    out_ms: Ms | None = field(default=None, name="out")
    loop: bool = True
    fade_in_ms: Ms = field(default=0, name="fade_in")
    fade_out_ms: Ms = field(default=0, name="fade_out")
    gain_db: Decibels = 0


class Guide(Struct, frozen=True, omit_defaults=True, gc=False):
    """A line to place things by: upright where it is ``at`` an ``x``, level where it is at a ``y``; in stage units."""

    axis: Literal["x", "y"]
    at: Position


class OwnEffect(Struct, frozen=True, kw_only=True, omit_defaults=True, gc=False):
    """A chain of builds under a name, to be used again: steps without an object, the first of which opens a cue."""

    name: Name
    steps: Annotated[tuple[Step, ...], Meta(min_length=1, max_length=limits.BUILDS_IN_AN_EFFECT)]


class Show(Struct, frozen=True, kw_only=True, omit_defaults=True, weakref=True):
    """One presentation. The stage is ``width`` x ``height`` stage units; ``target`` the length aimed at, in ms.

    ``language`` is that of its scripts; ``style`` names the house style that it is set in: one of its own ``styles``,
    or one that ships (``core.styles``).
    """

    id: Id = "show"
    title: Name = ""
    language: Language = "en"
    width: Annotated[int, Meta(ge=160, le=7680)] = 1280
    height: Annotated[int, Meta(ge=90, le=4320)] = 720
    target_ms: Ms | None = field(default=None, name="target")
    pace: Pace = Pace()
    captions: CaptionLook = CaptionLook()
    guides: Annotated[tuple[Guide, ...], Meta(max_length=limits.GUIDES)] = ()
    chapters: Annotated[tuple[Chapter, ...], Meta(max_length=limits.CHAPTERS)] = ()
    slides: Annotated[tuple[Slide, ...], Meta(max_length=limits.SLIDES)] = ()
    beds: Annotated[tuple[Bed, ...], Meta(max_length=limits.BEDS)] = ()
    style: Name = ""
    styles: Annotated[tuple[Style, ...], Meta(max_length=limits.OWN_STYLES)] = ()
    effects: Annotated[tuple[OwnEffect, ...], Meta(max_length=limits.OWN_EFFECTS)] = ()
    assets: Annotated[tuple[Asset, ...], Meta(max_length=limits.ASSETS)] = ()
