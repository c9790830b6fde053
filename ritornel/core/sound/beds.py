"""Beds on the clock: when each begins and ends, where it goes on again, and how loud it is (timing, section 8)."""

from collections.abc import Mapping, Sequence
from typing import NamedTuple

from ritornel.core.model import Bed, Clip, Show, Slide, Sound
from ritornel.core.model.asset import SoundFacts
from ritornel.core.model.show import Anchor
from ritornel.core.sound.ducking import ducked
from ritornel.core.sound.gain import Line, faded, line_of, summed
from ritornel.core.sound.levels import Kind, level_of
from ritornel.core.sound.spans import Span, speaks
from ritornel.core.time.playback import out_point
from ritornel.core.time.script import has_words
from ritornel.core.time.slide_clock import SlideTime

LEAST_LOOP_MS = 100


class Clock(NamedTuple):
    """A show in time, as its beds need it: when its slides start, their own times, its length, and where it speaks."""

    starts: Sequence[int]
    times: Sequence[SlideTime]
    length_ms: int
    speech: Sequence[tuple[int, int]]


class Loop(NamedTuple):
    """Where a bed goes on: from ``first`` whenever it comes to ``last``, over ``joint`` ms; all in ms of the asset."""

    first_ms: int
    last_ms: int
    joint_ms: int


class _Laid(NamedTuple):
    """A bed from when to when, and its fades."""

    bed: Bed
    start_ms: int
    end_ms: int
    fade_in_ms: int
    fade_out_ms: int


def is_spoken(show: Show, sounds: Mapping[str, SoundFacts]) -> bool:
    """Tell whether somebody speaks in a show: a presenter by its script, a voice, or a clip."""

    def talks(slide: Slide) -> bool:
        timed = (o for o in slide.objects if isinstance(o, Clip | Sound) and not o.muted)
        return slide.narration is not None or has_words(slide.script) or any(speaks(o, sounds) for o in timed)

    return any(talks(slide) for slide in show.slides if not slide.skipped)


def instant_of(anchor: Anchor, show: Show, clock: Clock) -> int:
    """Return the instant of an anchor, kept within the show; 0 for one on a slide that is not there."""
    for slide, start, time in zip(show.slides, clock.starts, clock.times, strict=True):
        if slide.id == anchor.slide:
            groups = (g for g in time.groups if any(s.step.id == anchor.cue for s in g.steps))
            cue = next(groups, None) if anchor.cue and time.length_ms else None
            at = start + (cue.start_ms if cue is not None else 0)
            return min(max(0, at + anchor.offset_ms), clock.length_ms)
    return 0


def loop_of(bed: Bed, lengths: Mapping[str, int]) -> Loop:
    """Return where a bed goes on when it loops. Its joint takes a third of the loop at most, and what is before it."""
    out = out_point(bed, lengths)
    first = min(bed.in_ms if bed.loop_from_ms is None else bed.loop_from_ms, out)
    last = min(out if bed.loop_to_ms is None else bed.loop_to_ms, out)
    if last <= max(first, bed.in_ms):
        first, last = min(first, bed.in_ms), out
    return Loop(first, last, max(0, min(bed.loop_fade_ms, (last - first) // 3, first)))


def goes_on(bed: Bed, lengths: Mapping[str, int]) -> bool:
    """Tell whether a bed loops: one whose loop would be too short to be heard as one is played once."""
    loop = loop_of(bed, lengths)
    return bed.loop and loop.last_ms - loop.first_ms >= LEAST_LOOP_MS


def bed_spans(
    show: Show, clock: Clock, lengths: Mapping[str, int], sounds: Mapping[str, SoundFacts]
) -> tuple[Span, ...]:
    """Return the spans of a show's beds in show time, one for each bed that is heard, in their order."""
    laid = _giving_way([one for bed in show.beds if (one := _laid(bed, show, clock, lengths)) is not None])
    kind: Kind = "bed" if is_spoken(show, sounds) else "alone"
    return tuple(_span(one, clock, lengths, level_of(kind, sounds.get(one.bed.asset))) for one in laid)


def is_laid(bed: Bed, show: Show, clock: Clock, lengths: Mapping[str, int]) -> bool:
    """Tell whether a bed is heard at all."""
    return _laid(bed, show, clock, lengths) is not None


def _laid(bed: Bed, show: Show, clock: Clock, lengths: Mapping[str, int]) -> _Laid | None:
    start = instant_of(bed.start, show, clock) if bed.start is not None else 0
    end = instant_of(bed.end, show, clock) if bed.end is not None else clock.length_ms
    natural = out_point(bed, lengths) - bed.in_ms
    if not goes_on(bed, lengths):
        end = min(end, start + natural)
    if not bed.asset or natural <= 0 or end <= start:
        return None
    return _Laid(bed, start, end, bed.fade_in_ms, bed.fade_out_ms)


def _giving_way(laid: Sequence[_Laid]) -> list[_Laid]:
    """Return beds of which those that give way fade out while the next one fades in."""
    order = sorted(range(len(laid)), key=lambda n: laid[n].start_ms)
    made = list(laid)
    for place, number in enumerate(order[:-1]):
        one, following = made[number], order[place + 1]
        over, begins = one.bed.gives_way_ms, made[following].start_ms
        if over is None or not one.start_ms < begins < one.end_ms:
            continue
        over = min(over, one.end_ms - begins, made[following].end_ms - begins)
        made[number] = one._replace(end_ms=begins + over, fade_out_ms=over)
        made[following] = made[following]._replace(fade_in_ms=over)
    return made


def _span(laid: _Laid, clock: Clock, lengths: Mapping[str, int], level_db: float) -> Span:
    bed, start, end = laid.bed, laid.start_ms, laid.end_ms
    out = out_point(bed, lengths)
    loops = goes_on(bed, lengths)
    loop = loop_of(bed, lengths) if loops else Loop(bed.in_ms, out, 0)
    line: list[Line] = []
    if bed.line:
        line.append(line_of((start + at, db) for at, db in bed.line))
    if bed.duck is not None:
        points = ducked(clock.speech, bed.duck, start, end)
        line += [line_of(points)] if points else []
    return Span(
        source="bed",
        id=bed.id,
        asset=bed.asset,
        start_ms=start,
        end_ms=end,
        in_ms=loop.first_ms,
        out_ms=loop.last_ms,
        from_ms=bed.in_ms,
        gain=faded(bed.gain_db, start, end, laid.fade_in_ms, laid.fade_out_ms),
        left_ms=None if loops else float(out - bed.in_ms),
        level_db=level_db,
        line=summed(line),
        joint_ms=loop.joint_ms,
        until_end=bed.end is None,
    )
