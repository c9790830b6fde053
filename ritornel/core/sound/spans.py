"""Media on the clock: when each clip, sound, narration and bed plays, and from where in its asset."""

from collections.abc import Iterable, Mapping
from typing import Literal

from msgspec import Struct, field

from ritornel.core.model import Bed, Clip, Slide, Sound
from ritornel.core.motion.easing import HOLD, LINEAR, Easing
from ritornel.core.motion.track import Track
from ritornel.core.sound.gain import faded
from ritornel.core.time.running_order import out_point, played_length, speed
from ritornel.core.time.slide_clock import StepTime, narration_lead, narration_length


class Span(Struct, frozen=True, gc=False):
    """One stretch of an asset that plays without a stop.

    ``start_ms`` and ``end_ms`` are slide time (of a bed: show time). At ``t`` the asset stands at
    ``from_ms + (t - start_ms) x rate``, wrapped into ``in_ms``..``out_ms``. ``gain`` is a factor over the same time.
    """

    source: Literal["object", "narration", "bed"]
    id: str
    asset: str
    start_ms: int = field(name="start")
    end_ms: int = field(name="end")
    in_ms: int = field(name="in")
    out_ms: int = field(name="out")
    from_ms: float = field(name="from")
    rate: float = 1.0
    muted: bool = False
    gain: Track | None = None


def object_spans(
    slide: Slide,
    first_start: int,
    length_ms: int,
    steps: Iterable[StepTime],
    asset_lengths: Mapping[str, int],
) -> list[Span]:
    """Return the spans of the slide's clips and sounds.

    One without a play build starts at ``first_start``. A pause ends a span, the next play goes on from there;
    a play while it plays, or after its end, starts at the in point.
    """
    orders: dict[str, list[tuple[int, str]]] = {}
    for timed in steps:
        if timed.step.kind in ("play", "pause"):
            orders.setdefault(timed.step.object, []).append((timed.start_ms, timed.step.kind))
    spans: list[Span] = []
    for thing in slide.objects:
        if not isinstance(thing, Clip | Sound) or not thing.asset:
            continue
        given = sorted(orders.get(thing.id, []))
        if not any(kind == "play" for _, kind in given):
            given.insert(0, (first_start, "play"))
        spans.extend(_spans_of(thing, given, length_ms, asset_lengths))
    return spans


def _spans_of(
    thing: Clip | Sound, orders: list[tuple[int, str]], length_ms: int, asset_lengths: Mapping[str, int]
) -> list[Span]:
    total = played_length(thing, asset_lengths)
    out, rate = out_point(thing, asset_lengths), speed(thing)
    spans: list[Span] = []
    played = 0
    for number, (at, kind) in enumerate(orders):
        if kind == "pause" or at >= length_ms:
            continue
        if played >= total:
            played = 0
        until = orders[number + 1][0] if number + 1 < len(orders) else length_ms
        end = min(at + total - played, until, length_ms)
        if end > at:
            wrapped = thing.in_ms + (played * rate) % max(1, out - thing.in_ms)
            gain = faded(thing.gain_db, at, end, 0, 0)
            spans.append(
                Span(
                    "object",
                    thing.id,
                    thing.asset,
                    at,
                    end,
                    thing.in_ms,
                    out,
                    wrapped,
                    rate,
                    thing.muted,
                    gain,
                )
            )
        interrupted_by_play = number + 1 < len(orders) and orders[number + 1][1] == "play"
        played = 0 if interrupted_by_play else played + (end - at)
    return spans


def narration_span(slide: Slide, transition_ms: int, length_ms: int, asset_lengths: Mapping[str, int]) -> list[Span]:
    """Return the narration's span, if the slide has one."""
    voice = slide.narration
    if voice is None or not voice.asset:
        return []
    lead = narration_lead(voice, transition_ms)
    length = narration_length(voice, asset_lengths)
    end = min(lead + length, length_ms)
    if end <= lead:
        return []
    return [Span("narration", slide.id, voice.asset, lead, end, voice.in_ms, voice.in_ms + length, voice.in_ms)]


def bed_span(bed: Bed, show_length: int, asset_lengths: Mapping[str, int]) -> list[Span]:
    """Return the bed's span in show time: to the end of the show if it loops, else at most once through."""
    out = bed.out_ms if bed.out_ms is not None else asset_lengths.get(bed.asset, 0)
    natural = out - bed.in_ms
    end = show_length if bed.loop else min(show_length, natural)
    if not bed.asset or natural <= 0 or end <= 0:
        return []
    gain = faded(bed.gain_db, 0, end, bed.fade_in_ms, bed.fade_out_ms)
    return [Span("bed", bed.id, bed.asset, 0, end, bed.in_ms, out, bed.in_ms, gain=gain)]


def media_track(thing: Clip, spans: Iterable[Span]) -> Track:
    """Return the place in the clip's asset, in ms, over slide time: what picture of it stands on the stage."""
    times: list[int] = []
    values: list[float] = []
    easings: list[Easing] = []

    def key(time: int, value: float, easing: Easing) -> None:
        times.append(time)
        values.append(value)
        easings.append(easing)

    for span in spans:
        if span.id != thing.id:
            continue
        if not times:
            key(0, float(span.in_ms), HOLD)
        at, place = span.start_ms, span.from_ms
        while True:
            to_out = (span.out_ms - place) / span.rate
            key(at, place, LINEAR)
            if at + to_out >= span.end_ms - 1:
                key(span.end_ms, place + min(to_out, span.end_ms - at) * span.rate, HOLD)
                break
            at = round(at + to_out)
            key(at, float(span.out_ms), HOLD)
            place = float(span.in_ms)
    if not times:
        key(0, float(thing.in_ms), HOLD)
    return Track("media_time", tuple(times), tuple(values), tuple(easings[:-1]))
