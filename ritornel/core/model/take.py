"""A take: what was given, when, in one rehearsal or recording run."""

from typing import Literal

from msgspec import Struct, field

from ritornel.core.model.units import Ms, Name


class Instant(Struct, frozen=True, kw_only=True, omit_defaults=True):
    """One thing that happened, ``at`` ms after the start, pauses counted in.

    ``slide`` opens a slide (also when it is gone back to), ``cue`` gives a cue of the slide that is on,
    ``pause`` lasts ``length``, ``end`` closes the take.
    """

    kind: Literal["slide", "cue", "pause", "end"]
    at_ms: Ms = field(name="at")
    slide: Name = ""
    cue: Ms = 0
    length_ms: Ms = field(default=0, name="length")


class Take(Struct, frozen=True, kw_only=True, omit_defaults=True):
    """The instants of one run, in order."""

    instants: tuple[Instant, ...] = ()
