"""A show: slides in order, chapters over them, beds under them, the pace, and the assets they use."""

from typing import Annotated, Literal

from msgspec import Meta, Struct, field

from ritornel.core.model import limits
from ritornel.core.model.asset import Asset
from ritornel.core.model.captions import CaptionLook
from ritornel.core.model.pace import Pace
from ritornel.core.model.slide import Slide, Step
from ritornel.core.model.style import Style
from ritornel.core.model.units import SILENCE_DB, Decibels, Id, Language, Ms, Name, Position


class Chapter(Struct, frozen=True, kw_only=True, omit_defaults=True, gc=False):
    """A run of consecutive slides with a title: from slide ``first`` to the next chapter's first."""

    id: Id
    title: Name = ""
    first: Id


class Anchor(Struct, frozen=True, kw_only=True, omit_defaults=True, gc=False):
    """An instant of a slide: its start, or that of the group of the build ``cue``, and ``offset`` ms after it."""

    slide: Id
    cue: Annotated[str, Meta(max_length=80)] = ""
    offset_ms: Annotated[int, Meta(ge=-limits.TIME_MS, le=limits.TIME_MS)] = field(default=0, name="offset")


class Duck(Struct, frozen=True, kw_only=True, omit_defaults=True, gc=False):
    """How a bed gives room to who speaks: by ``depth_db``, from ``attack`` before to ``release`` after, all in ms.

    Pauses shorter than ``hold`` do not let it up (timing.md, section 8).
    """

    depth_db: Annotated[float, Meta(ge=SILENCE_DB, le=0)] = -12.0
    attack_ms: Annotated[int, Meta(ge=0, le=60_000)] = field(default=250, name="attack")
    hold_ms: Annotated[int, Meta(ge=0, le=600_000)] = field(default=700, name="hold")
    release_ms: Annotated[int, Meta(ge=0, le=60_000)] = field(default=600, name="release")


class Bed(Struct, frozen=True, kw_only=True, omit_defaults=True, gc=False):
    """Music under the show (timing.md, section 8). Times in ms, fades of equal power.

    ``start`` and ``end`` are where it begins and ends: without, at the show's start, and its end. One that does not
    ``loop`` ends at its out point at the latest; one that does goes on at ``loop_from`` whenever it comes to
    ``loop_to`` (without, its in and out points), over ``loop_fade``. One that ``gives_way`` fades out over so long
    while the next one fades in. ``line`` are points of its gain, (ms from its start, dB). ``beats`` are its beats set
    by hand, in ms of the asset, the first of a bar every ``bar``, from the one numbered ``first`` on.
    """

    id: Id
    asset: Name = ""
    in_ms: Ms = field(default=0, name="in")
    out_ms: Ms | None = field(default=None, name="out")
    start: Anchor | None = None
    end: Anchor | None = None
    loop: bool = True
    loop_from_ms: Ms | None = field(default=None, name="loop_from")
    loop_to_ms: Ms | None = field(default=None, name="loop_to")
    loop_fade_ms: Annotated[int, Meta(ge=0, le=60_000)] = field(default=400, name="loop_fade")
    fade_in_ms: Ms = field(default=0, name="fade_in")
    fade_out_ms: Ms = field(default=0, name="fade_out")
    gives_way_ms: Ms | None = field(default=None, name="gives_way")
    gain_db: Decibels = 0
    line: Annotated[tuple[tuple[Ms, Decibels], ...], Meta(max_length=limits.POINTS_OF_A_LINE)] = ()
    duck: Duck | None = None
    beats: Annotated[tuple[Ms, ...], Meta(max_length=limits.BEATS)] = ()
    bar: Annotated[int, Meta(ge=1, le=16)] = 4
    first: Annotated[int, Meta(ge=0, le=15)] = 0


class Guide(Struct, frozen=True, omit_defaults=True, gc=False):
    """A line to place things by: upright where it is ``at`` an ``x``, level where it is at a ``y``; in stage units."""

    axis: Literal["x", "y"]
    at: Position


class OwnEffect(Struct, frozen=True, kw_only=True, omit_defaults=True, gc=False):
    """A chain of builds under a name, to be used again: steps without an object, the first of which opens a cue."""

    name: Name
    steps: Annotated[tuple[Step, ...], Meta(min_length=1, max_length=limits.BUILDS_IN_AN_EFFECT)]


class SetAside(Struct, frozen=True, kw_only=True, omit_defaults=True, gc=False):
    """What the line check found and somebody leaves as it is, with why: by its rule, its slide, and what it is about.

    ``kind`` is the rule's name; ``slide``, ``build`` and ``object`` are ids, empty where it is about none.
    """

    kind: Name
    slide: Name = ""
    build: Name = ""
    object: Name = ""
    reason: Annotated[str, Meta(max_length=500)] = ""


class Show(Struct, frozen=True, kw_only=True, omit_defaults=True, weakref=True):
    """One presentation. The stage is ``width`` x ``height`` stage units; ``target`` the length aimed at, in ms.

    ``language`` is that of its scripts; ``style`` names the house style that it is set in: one of its own ``styles``,
    or one that ships (``core.styles``). ``words`` are those that its spelling is not asked about.
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
    words: Annotated[tuple[Name, ...], Meta(max_length=limits.OWN_WORDS)] = ()
    set_aside: Annotated[tuple[SetAside, ...], Meta(max_length=limits.SET_ASIDE)] = ()
    assets: Annotated[tuple[Asset, ...], Meta(max_length=limits.ASSETS)] = ()
