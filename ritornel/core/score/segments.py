"""A film in segments, and the frames that it needs: many where something moves, few where nothing does.

A segment is a slide, or a stretch of a long one from where it stands still. Its frames are counted from where it
begins, so that a film of a show that was changed in one slide has the same frames everywhere else; in the film they
stand at the instants that they show, to the millisecond.
"""

from bisect import bisect_right
from collections.abc import Iterable, Iterator, Sequence
from fractions import Fraction
from typing import NamedTuple

from ritornel.core.score.parts import Score, SlideScore
from ritornel.core.score.still import still_spans

LONGEST_MS = 20_000
"""A slide that is longer is cut where it stands still, if it does."""
SHORTEST_MS = 5_000
STILL_MS = 1000
"""While nothing changes there is a frame at least this often: a player that jumps finds one soon."""
_LEAST_FRAME = Fraction(1, 3)
"""What is shorter than this share of a frame, at the end of a segment, has none."""


class Segment(NamedTuple):
    """A stretch of a slide, by its place in the show, in ms of its own time."""

    slide: int
    start_ms: int
    end_ms: int


def segments_of(score: Score) -> tuple[Segment, ...]:
    """Return the segments of a whole show, one after another without gaps; a slide of no length has none."""
    return tuple(one for place, slide in enumerate(score.slides) for one in _cut(place, slide))


def _cut(place: int, slide: SlideScore) -> Iterator[Segment]:
    start = 0
    for at, _ in still_spans(slide):
        if at - start >= LONGEST_MS and slide.length_ms - at >= SHORTEST_MS:
            yield Segment(place, start, at)
            start = at
    if slide.length_ms > start:
        yield Segment(place, start, slide.length_ms)


def instants(
    slide: SlideScore,
    segment: Segment,
    fps: Fraction,
    also: Sequence[int] = (),
    moving: Iterable[tuple[int, int]] = (),
) -> tuple[Fraction, ...]:
    """Return the instants of a segment's frames, in ms of its slide's time; the first is where it begins.

    ``also`` are instants at which something changes that the score does not know of, as captions do; ``moving`` are
    stretches in which something does.
    """
    spans = [(a, b) for a, b in still_spans(slide, moving) if b > segment.start_ms and a < segment.end_ms]
    for change in also:
        spans = [part for a, b in spans for part in ((a, min(b, change)), (max(a, change), b)) if part[0] < part[1]]
    ticks = fps.numerator  # of one millisecond: frames come at whole ones
    step = 1000 * fps.denominator
    starts, ends = [a * ticks for a, _ in spans], [b * ticks for _, b in spans]
    found: list[int] = []
    at, last = segment.start_ms * ticks, segment.end_ms * ticks - _LEAST_FRAME * step
    while at < last or not found:
        place = bisect_right(starts, at) - 1
        same = bool(found) and place >= 0 and starts[place] <= found[-1] and at < ends[place]
        if not same or at - found[-1] >= STILL_MS * ticks:
            found.append(at)
        at += step
    return tuple(Fraction(at, ticks) for at in found)


def stays(at: Fraction, following: Fraction, fps: int) -> bool:
    """Tell whether the frame at an instant stays as it is until the ``following`` one: it stands longer than usual."""
    return following - at > Fraction(1500, fps)
