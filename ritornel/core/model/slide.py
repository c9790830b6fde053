"""A slide: its transition, script, narration, objects and running order."""

import re
from typing import Annotated, Any, Literal

from msgspec import Meta, Struct, field
from msgspec.structs import force_setattr

from ritornel.core.model import limits
from ritornel.core.model.captions import WrittenCaptions
from ritornel.core.model.framing import Ground
from ritornel.core.model.objects import Object
from ritornel.core.model.plane import MOST_VIEWS, Plane, View
from ritornel.core.model.units import Colour, Count, CueNumber, Decibels, Id, Language, Ms, Name, Share

Kind = Literal["entrance", "emphasis", "exit", "path", "play", "pause", "seek", "rate", "volume", "view"]
ACTS = frozenset[Kind](("play", "pause", "seek", "rate", "volume"))
"""What only a clip or a sound can be told: it moves nothing on the stage."""

Place = Annotated[int, Meta(ge=0, lt=limits.PARAGRAPH_CHARACTERS)]
Afterwards = Literal["stays", "dims", "goes"]
Trigger = Literal["cue", "alongside", "following"]
Advance = Literal["presenter", "clock"]

MARK = re.compile(r"\[([0-9]{1,9})\]")

Script = Annotated[str, Meta(max_length=50_000)]

_SIDES = ("left", "top", "right", "bottom")


_NAMED_BEFORE: dict[tuple[str, str], tuple[str, str, bool]] = {
    ("crossfade", ""): ("fade", "", False),
    ("push", ""): ("pushWipe", "", False),
    **{("push", f"from-{side}"): ("pushWipe", f"from{side.title()}", False) for side in _SIDES},
    ("bar-wipe", ""): ("barWipe", "", False),
    ("bar-wipe", "left-to-right"): ("barWipe", "leftToRight", False),
    ("bar-wipe", "right-to-left"): ("barWipe", "leftToRight", True),
    ("bar-wipe", "top-to-bottom"): ("barWipe", "topToBottom", False),
    ("bar-wipe", "bottom-to-top"): ("barWipe", "topToBottom", True),
}
"""Type and subtype as documents had them once: the standard's, and whether reversed."""


class Spot(Struct, frozen=True, kw_only=True, omit_defaults=True, gc=False):
    """A short sound that comes with a transition or a build: to its own end, or again and again until the next one."""

    asset: Name = ""
    gain_db: Decibels = 0
    until: Literal["end", "next"] = "end"


class Transition(Struct, frozen=True, kw_only=True, omit_defaults=True, gc=False):
    """How a slide replaces the one before. Types and subtypes are SMIL's, or our own.

    Where it carries, ``carried`` says by hand what becomes what: an object's id here, and that of the slide before, or
    nothing for one that is not carried. What stands on both slides alike stays as it is in one that ``keeps`` it.
    Left out, ``duration`` and ``easing`` (a CSS easing function) are those of its type. ``reverse`` is SMIL's
    direction: what would cover the slide before uncovers this one. ``softness`` is that of its edge, where it has one:
    1 is as much as there is. Names that documents had before those of the standard are read as these.
    """

    type: Name = "fade"
    subtype: Name = ""
    duration_ms: Ms | None = field(default=None, name="duration")
    colour: Colour = "#000000"
    reverse: bool = False
    softness: Share = 0.0
    easing: Name = ""
    sound: Spot | None = None
    keeps: bool = False
    carried: Annotated[dict[Name, Name], Meta(max_length=limits.OBJECTS_ON_A_SLIDE)] = {}

    def __post_init__(self) -> None:
        known = _NAMED_BEFORE.get((self.type, self.subtype)) or _NAMED_BEFORE.get((self.type, ""))
        if known is not None:
            type_, subtype, turned = known
            subtype = subtype or self.subtype
            force_setattr(self, "type", type_)
            force_setattr(self, "subtype", subtype)
            force_setattr(self, "reverse", self.reverse != turned)


class Part(Struct, frozen=True, omit_defaults=True, gc=False):
    """A part of a text that is built by itself: a paragraph, or a ``word`` or a ``character`` of it, counted from 0.

    Words and characters are those of ``core.text.parts``; where both are given, the character counts.
    """

    paragraph: Annotated[int, Meta(ge=0, lt=limits.PARAGRAPHS_IN_A_TEXT)]
    word: Place | None = None
    character: Place | None = None

    @property
    def unit(self) -> Literal["line", "word", "character"]:
        """What it is a part of."""
        if self.character is not None:
            return "character"
        return "line" if self.word is None else "word"

    @property
    def number(self) -> int:
        """Which of its kind it is: in the text for a line, else in the line."""
        if self.character is not None:
            return self.character
        return self.paragraph if self.word is None else self.word


class Step(Struct, frozen=True, kw_only=True, omit_defaults=True, gc=False):
    """One build of the running order: a timed change of one object or of a part of it.

    Left out: ``effect`` and ``duration`` take the default of the kind and the effect, ``easing`` (a CSS
    easing function) that of the effect. A step without an ``object`` moves nothing and only takes time. What a part
    of a text that came in does ``afterwards``, it does when the next of its family comes. One that is ``off`` keeps its
    place and its cue, moves nothing and takes no time. One of kind “view” goes to a ``view`` of the slide's plane, and
    has no object.
    """

    id: Id
    object: Name = ""
    part: Part | None = None
    kind: Kind = "entrance"
    effect: Name = ""
    params: Annotated[dict[Name, Any], Meta(max_length=50)] = {}
    trigger: Trigger = "cue"
    delay_ms: Ms = field(default=0, name="delay")
    duration_ms: Ms | None = field(default=None, name="duration")
    repeat: Count = 1
    easing: Name = ""
    afterwards: Afterwards = "stays"
    sound: Spot | None = None
    view: Name = ""
    off: bool = False

    @property
    def acts(self) -> bool:
        """Whether it tells a clip or a sound what to do."""
        return self.kind in ACTS

    @property
    def playing(self) -> "Step":
        """The step as it plays: one that is off as one of nothing."""
        return Step(id=self.id, trigger=self.trigger, duration_ms=0) if self.off else self


class Said(Struct, frozen=True, array_like=True, gc=False):
    """A word as it was heard in a voice: its instants in ms of the asset, and how sure it is, 0 to 100."""

    text: Annotated[str, Meta(max_length=120)]
    start_ms: Ms
    end_ms: Ms
    sure: Annotated[int, Meta(ge=0, le=100)]


Stretch = tuple[Ms, Ms]
"""From when to when of an asset, in ms."""

HeardBy = Literal["", "words", "pauses", "other"]
"""How the words of a voice were found: by their sounds, by its pauses; “other”: it does not seem to say the script."""


class Narration(Struct, frozen=True, kw_only=True, omit_defaults=True, gc=False):
    """The recorded voice of a slide. ``lead`` is the slide time at which it starts (none: when the transition ends).

    ``marks`` are the instants of cues 1, 2, ... in ms from ``in``; ``None`` where a cue has none; those of the cues
    ``by_hand`` were set by hand. ``kept`` are the stretches of the asset that are heard (timing.md, section 12), where
    a pause goes on its room again; none: all of it from ``in`` to ``out``. ``said`` are the words that were ``heard``
    in it, ``beside`` what is said and stands in no script; those that begin at one of ``again`` say what is said once
    more later. ``quiet`` are the quietest instants between what is said: there a joint is heard the least. A
    ``scratch`` voice was made by a machine, and is not meant for others. ``source`` is the asset of which its own was
    made, as long: as it was recorded.
    """

    asset: Name = ""
    in_ms: Ms = field(default=0, name="in")
    out_ms: Ms | None = field(default=None, name="out")
    lead_ms: Ms | None = field(default=None, name="lead")
    tail_ms: Ms = field(default=600, name="tail")
    marks: Annotated[tuple[Ms | None, ...], Meta(max_length=limits.BUILDS_ON_A_SLIDE)] = ()
    by_hand: Annotated[tuple[int, ...], Meta(max_length=limits.BUILDS_ON_A_SLIDE)] = ()
    kept: Annotated[tuple[Stretch, ...], Meta(max_length=limits.STRETCHES)] = ()
    said: Annotated[tuple[Said, ...], Meta(max_length=limits.WORDS_OF_A_VOICE)] = ()
    beside: Annotated[tuple[Stretch, ...], Meta(max_length=limits.STRETCHES)] = ()
    again: Annotated[tuple[Ms, ...], Meta(max_length=limits.STRETCHES)] = ()
    quiet: Annotated[tuple[Ms, ...], Meta(max_length=limits.WORDS_OF_A_VOICE)] = ()
    heard: HeardBy = ""
    scratch: bool = False
    source: Name = ""


class Slide(Struct, frozen=True, kw_only=True, omit_defaults=True, weakref=True):
    """One picture of the show.

    ``script`` is what is said, with cue marks as ``[1]``; ``waits`` the waits set by hand, by cue number;
    ``hold`` the hold set by hand; ``length`` a fixed length; all in ms. ``pinned`` are the cues whose waits do not give
    way when the show is fitted to a length, 0 for the hold. ``kind`` is its kind in the show's house style.
    One that is ``skipped`` stays in the show, and takes no time when it runs. ``speaks``: who says it.
    Where it has a ``plane`` its objects lie on that, and builds of kind “view” go from one to another of its ``views``.
    ``captions`` are those written by hand, by language; of its own language they are computed where there are none.
    ``unreadable`` is the document of a slide that could not be read, kept as it came, so that nothing is lost.
    """

    id: Id
    title: Name = ""
    kind: Name = ""
    skipped: bool = False
    speaks: Annotated[str, Meta(max_length=80)] = ""
    background: Colour = "#fffdf7"
    ground: Ground | None = None
    transition: Transition = Transition(type="cut")
    builds_with_transition: bool = False
    script: Script = ""
    hold_ms: Ms | None = field(default=None, name="hold")
    length_ms: Ms | None = field(default=None, name="length")
    waits: Annotated[dict[CueNumber, Ms], Meta(max_length=limits.BUILDS_ON_A_SLIDE)] = {}
    pinned: Annotated[tuple[Annotated[int, Meta(ge=0, le=9999)], ...], Meta(max_length=limits.BUILDS_ON_A_SLIDE)] = ()
    narration: Narration | None = None
    captions: Annotated[dict[Language, WrittenCaptions], Meta(max_length=limits.CAPTION_LANGUAGES)] = {}
    advance: Advance = "presenter"
    cue_advance: Annotated[dict[CueNumber, Advance], Meta(max_length=limits.BUILDS_ON_A_SLIDE)] = {}
    plane: Plane | None = None
    views: Annotated[tuple[View, ...], Meta(max_length=MOST_VIEWS)] = ()
    objects: Annotated[tuple[Object, ...], Meta(max_length=limits.OBJECTS_ON_A_SLIDE)] = ()
    running_order: Annotated[tuple[Step, ...], Meta(max_length=limits.BUILDS_ON_A_SLIDE)] = ()
    unreadable: Annotated[str, Meta(max_length=4_000_000)] = ""
