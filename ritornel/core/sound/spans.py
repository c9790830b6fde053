"""Media on the clock: when each clip, sound, narration and bed plays, and from where in its asset."""

from collections.abc import Iterable, Iterator, Mapping
from typing import Literal

from msgspec import Struct, field

from ritornel.core.model import Bed, Clip, Slide, Sound
from ritornel.core.motion.easing import HOLD, LINEAR, Easing
from ritornel.core.motion.track import Track
from ritornel.core.sound.gain import faded
from ritornel.core.time.narration import narration_lead, narration_length
from ritornel.core.time.playback import Playback, Stretch, out_point, speed
from ritornel.core.time.rounding import rounded
from ritornel.core.time.slide_clock import StepTime


class Span(Struct, frozen=True, gc=False):
    """One stretch of an asset that plays without a stop.

    ``start_ms`` and ``end_ms`` are slide time (of a bed: show time). At ``t`` the asset stands at
    ``from_ms + (t - start_ms) x rate``, wrapped into ``in_ms``..``out_ms`` (``place_at``). ``gain`` is a factor
    over the same time. ``complete``: it ends because the asset has been played to its end.
    """

    source: Literal["object", "narration", "bed", "spot"]
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
    complete: bool = False


def place_at(span: Span, time: float) -> float:
    """Return the place in the asset, in ms, at which a span stands at ``time`` while it runs."""
    length = max(1, span.out_ms - span.in_ms)
    return span.in_ms + (span.from_ms - span.in_ms + (time - span.start_ms) * span.rate) % length


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
    playback = Playback(slide, first_start, asset_lengths)
    for timed in steps:
        if timed.step.kind in ("play", "pause"):
            playback.tell(timed.step.object, timed.start_ms, timed.step.kind)
    return [
        span
        for name, thing in playback.timed.items()
        if thing.asset
        for span in _spans_of(thing, playback.stretches_of(name), length_ms, asset_lengths)
    ]


def _spans_of(
    thing: Clip | Sound, stretches: Iterable[Stretch], length_ms: int, asset_lengths: Mapping[str, int]
) -> Iterator[Span]:
    """Yield the stretches that fall into the slide, each from its place in the asset on."""
    out, rate = out_point(thing, asset_lengths), speed(thing)
    for start, runs_to, played, complete in stretches:
        end = min(runs_to, length_ms)
        if end > start:
            yield Span(
                source="object",
                id=thing.id,
                asset=thing.asset,
                start_ms=start,
                end_ms=end,
                in_ms=thing.in_ms,
                out_ms=out,
                from_ms=thing.in_ms + (played * rate) % (out - thing.in_ms),
                rate=rate,
                muted=thing.muted,
                gain=faded(thing.gain_db, start, end, 0, 0),
                complete=complete and end == runs_to,
            )


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
    out = out_point(bed, asset_lengths)
    natural = out - bed.in_ms
    end = show_length if bed.loop else min(show_length, natural)
    if not bed.asset or natural <= 0 or end <= 0:
        return []
    gain = faded(bed.gain_db, 0, end, bed.fade_in_ms, bed.fade_out_ms)
    return [Span("bed", bed.id, bed.asset, 0, end, bed.in_ms, out, bed.in_ms, gain=gain)]


def media_track(thing: Clip, spans: Iterable[Span]) -> Track:
    """Return the place in the clip's asset, in ms, over slide time: what picture of it stands on the stage.

    While it plays the place runs on past the out point and is wrapped; a clip that has ended stands at its out point.
    """
    keys: list[tuple[int, float, Easing]] = [(0, float(thing.in_ms), HOLD)]
    wrap = None
    for span in spans:
        if span.id != thing.id or span.source != "object":
            continue
        wrap = (float(span.in_ms), float(span.out_ms))
        length = span.out_ms - span.in_ms
        passed = span.from_ms - span.in_ms + (span.end_ms - span.start_ms) * span.rate
        stands = passed % length
        if span.complete:
            passed, stands = float(rounded(passed / length) * length), float(length)
        keys.append((span.start_ms, span.from_ms, LINEAR))
        keys.append((span.end_ms, span.in_ms + passed, HOLD))
        keys.append((span.end_ms, span.in_ms + stands, HOLD))
    times, values, easings = zip(*keys, strict=True)
    return Track("media_time", times, values, easings[:-1], wrap=wrap)
