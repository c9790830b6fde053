"""A show that begins again when it has ended, as a page plays it: without a gap, a seam in its music, or a fade."""

from typing import Any

import msgspec
from msgspec.structs import replace

from ritornel.core.model import Bed, Show
from ritornel.core.model.uses import asset_lengths, asset_sounds
from ritornel.core.score import compile
from ritornel.core.sound.beds import Clock, bed_spans
from ritornel.render.player import playable

AGAIN = "~again"
"""What the id of the first slide gets when it comes after the last."""

_ON_AND_ON_MS = 30 * 24 * 3_600_000
"""Beds go on for so long: whoever watches longer hears them begin anew."""


def looping(show: Show) -> dict[str, Any]:
    """Return ``playable`` of a show that loops, with ``loop``: where it goes from, ``at``, and where ``to``, in ms.

    The first slide stands in the order once more, after the last, which it comes in over by its own transition; when it
    has come in, the show goes on in the first one, which stands there just so. Beds go on through it; those that loop
    have no end, and no fade at it.
    """
    first = show.slides[0]
    whole = compile(show)
    again = replace(show, slides=(*show.slides, replace(first, id=f"{first.id}{AGAIN}")))
    score = compile(again)
    comes = score.slides[-1].transition.duration_ms
    endless = replace(show, beds=tuple(replace(b, fade_out_ms=0) if goes_on(b) else b for b in show.beds))
    clock = Clock(whole.starts, whole.times, whole.length_ms, whole.speech)
    found = bed_spans(endless, clock, asset_lengths(show), asset_sounds(show))
    on = {bed.id for bed in show.beds if goes_on(bed)}
    spans = [replace(span, end_ms=_ON_AND_ON_MS) if span.id in on and span.left_ms is None else span for span in found]
    return {
        **playable(again, score),
        "length": whole.length_ms,
        "bed_spans": msgspec.to_builtins(spans),
        "loop": {"at": whole.length_ms + comes, "to": comes},
    }


def goes_on(bed: Bed) -> bool:
    """Tell whether a bed lies under the whole show, and goes on when that begins again."""
    return bed.loop and bed.start is None and bed.end is None
