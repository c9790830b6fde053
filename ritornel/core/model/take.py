"""A take: what was given, when, in one rehearsal or recording run."""

from typing import Annotated, Literal

from msgspec import Meta, Struct, field

from ritornel.core.model.units import Ms, Name


class Instant(Struct, frozen=True, kw_only=True, omit_defaults=True, gc=False):
    """One thing that happened, ``at`` ms after the start, pauses counted in.

    ``slide`` opens a slide (also when it is gone back to), with a ``cue`` where that was given already; ``cue`` gives a
    cue of the slide that is on, ``back`` takes the one after ``cue`` back,
    ``pause`` lasts ``length``, ``end`` closes the take.
    """

    kind: Literal["slide", "cue", "back", "pause", "end"]
    at_ms: Ms = field(name="at")
    slide: Name = ""
    cue: Annotated[int, Meta(ge=0, le=9999)] = 0
    length_ms: Ms = field(default=0, name="length")


class Take(Struct, frozen=True, kw_only=True, omit_defaults=True):
    """The instants of one run, in order."""

    instants: Annotated[tuple[Instant, ...], Meta(max_length=100_000)] = ()
