"""How fast a show is spoken and read, and how long it rests: the numbers of timing.md, section 3."""

from typing import Annotated

from msgspec import Meta, Struct, field

from ritornel.core.model.units import Ms, Name

PerMinute = Annotated[float, Meta(gt=0, le=2000)]


class Pace(Struct, frozen=True, kw_only=True, omit_defaults=True, gc=False):
    """Rates and default rests of a show. Times in ms, ``wpm`` words a minute, ``cps`` characters a second.

    ``easing`` is that of builds which have none of their own; none: each effect's.
    """

    wpm: PerMinute = 140
    sentence_pause_ms: Ms = field(default=350, name="sentence_pause")
    clause_pause_ms: Ms = field(default=150, name="clause_pause")
    cps: PerMinute = 15
    least_wait_ms: Ms = field(default=400, name="least_wait")
    default_wait_ms: Ms = field(default=1500, name="default_wait")
    least_hold_ms: Ms = field(default=1200, name="least_hold")
    default_hold_ms: Ms = field(default=4000, name="default_hold")
    easing: Name = ""
