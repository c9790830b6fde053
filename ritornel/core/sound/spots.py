"""Spot sounds: short ones that come with a transition or a build."""

from collections.abc import Iterable, Mapping, Sequence
from typing import NamedTuple

from ritornel.core.model import Slide, Spot
from ritornel.core.model.asset import SoundFacts
from ritornel.core.sound.gain import faded
from ritornel.core.sound.levels import level_of
from ritornel.core.sound.spans import Span
from ritornel.core.time.running_order import StepTime

CUT_MS = 60
"""One that is cut is faded out for so long."""

TRANSITION = "transition"
"""What the spot of a slide's transition is called; those of builds have their ids."""


class _Sounding(NamedTuple):
    start_ms: int
    name: str
    spot: Spot


def spot_spans(
    slide: Slide,
    steps: Iterable[StepTime],
    length_ms: int,
    asset_lengths: Mapping[str, int],
    sounds: Mapping[str, SoundFacts],
) -> list[Span]:
    """Return the spans of a slide's spot sounds, in the order in which they begin.

    One sounds to its own end, or, until the next one, again and again; the slide's end cuts it.
    """
    found = [_Sounding(t.start_ms, t.step.id, t.step.sound) for t in steps if t.step.sound is not None]
    if slide.transition.sound is not None:
        found.insert(0, _Sounding(0, TRANSITION, slide.transition.sound))
    found.sort(key=lambda sounding: sounding.start_ms)
    return [span for n in range(len(found)) for span in _span(found, n, length_ms, asset_lengths, sounds)]


def _span(
    found: Sequence[_Sounding],
    n: int,
    length_ms: int,
    lengths: Mapping[str, int],
    sounds: Mapping[str, SoundFacts],
) -> list[Span]:
    start, name, spot = found[n]
    own = lengths.get(spot.asset, 0)
    following = next((later.start_ms for later in found[n + 1 :] if later.start_ms > start), length_ms)
    end = min(length_ms, following if spot.until == "next" else start + own)
    if not spot.asset or own <= 0 or end <= start:
        return []
    cut = CUT_MS if spot.until == "next" or end < start + own else 0
    gain = faded(spot.gain_db, start, end, 0, cut)
    left = None if spot.until == "next" else float(own)
    level = level_of("other", sounds.get(spot.asset))
    return [Span("spot", name, spot.asset, start, end, 0, own, 0, gain=gain, left_ms=left, level_db=level)]
