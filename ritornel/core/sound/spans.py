"""Media on the clock: when each clip, sound, narration and bed plays, and from where in its asset."""

from collections.abc import Iterable, Iterator, Mapping, Sequence
from typing import Literal, NamedTuple

from msgspec import Struct, field

from ritornel.core.model import Bed, Clip, Slide, Sound
from ritornel.core.motion.easing import HOLD, LINEAR, Easing
from ritornel.core.motion.track import Track
from ritornel.core.sound.gain import Level, faded, levelled
from ritornel.core.time.narration import narration_lead
from ritornel.core.time.playback import Content, Playback, Stretch, out_point
from ritornel.core.time.rounding import Number, rounded
from ritornel.core.time.running_order import StepTime
from ritornel.core.time.stretches import joints, offsets, stretches_of


class Span(Struct, frozen=True, gc=False):
    """One stretch of an asset that plays without a stop.

    ``start_ms`` and ``end_ms`` are slide time (of a bed: show time). At ``t`` the asset stands at
    ``from_ms + (t - start_ms) x rate``, wrapped into ``in_ms``..``out_ms`` (``place_at``). ``gain`` is a factor
    over the same time. ``complete``: it ends because the asset has been played to its end.

    Live, where the times of what stops it are not those of the plan, ``left`` says how much there is to be played from
    its start, in ms of the asset (None: it has no end of its own), and ``goes_on`` that it takes up the one before
    where that stands.
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
    left_ms: float | None = field(default=None, name="left")
    goes_on: bool = False


def place_at(span: Span, time: float) -> float:
    """Return the place in the asset, in ms, at which a span stands at ``time`` while it runs."""
    length = max(1, span.out_ms - span.in_ms)
    return span.in_ms + (span.from_ms - span.in_ms + (time - span.start_ms) * span.rate) % length


class Played(NamedTuple):
    """A clip or sound on a slide: where in its asset it runs from when to when, and how loud it is all the time."""

    thing: Clip | Sound
    content: Content
    stretches: list[Stretch]
    gain: Track

    def place_ms(self, stretch: Stretch) -> float:
        """Return the place in the asset at which a stretch begins."""
        return float(self.content.in_ms + stretch.played_ms % max(1, self.content.span_ms))


def played(slide: Slide, first_start: int, steps: Sequence[StepTime], asset_lengths: Mapping[str, int]) -> list[Played]:
    """Return what the slide's clips and sounds do, as they are told.

    One without a play build starts at ``first_start``. A pause ends a stretch, the next play goes on from there;
    a play while it plays, or after its end, starts at the in point.
    """
    playback = Playback(slide, first_start, asset_lengths)
    for timed in steps:
        playback.tell(timed.step, timed.start_ms)
    return [
        Played(
            thing,
            playback.contents[name],
            playback.stretches_of(name),
            levelled(thing.gain_db, [_level(t) for t in steps if t.step.kind == "volume" and t.step.object == name]),
        )
        for name, thing in playback.timed.items()
    ]


def _level(timed: StepTime) -> Level:
    return Level(timed.start_ms, timed.end_ms, timed.step.params["to"])


def object_spans(clips: Iterable[Played], length_ms: int) -> list[Span]:
    """Return the spans of a slide's clips and sounds: the stretches that fall into the slide."""
    return [span for clip in clips if clip.thing.asset for span in _spans_of(clip, length_ms)]


def _spans_of(clip: Played, length_ms: int) -> Iterator[Span]:
    thing, content = clip.thing, clip.content
    stands: Number | None = None
    for stretch in clip.stretches:
        start, end = stretch.start_ms, min(stretch.end_ms, length_ms)
        if end > start:
            goes_on = stands == stretch.played_ms
            stands = None if stretch.complete else stretch.played_ms + (stretch.end_ms - start) * stretch.rate
            yield Span(
                source="object",
                id=thing.id,
                asset=thing.asset,
                start_ms=start,
                end_ms=end,
                in_ms=thing.in_ms,
                out_ms=thing.in_ms + content.span_ms,
                from_ms=clip.place_ms(stretch),
                rate=float(stretch.rate),
                muted=thing.muted,
                gain=clip.gain,
                complete=stretch.complete and end == stretch.end_ms,
                left_ms=float(content.whole_ms - stretch.played_ms),
                goes_on=goes_on,
            )


def narration_spans(slide: Slide, transition_ms: int, length_ms: int, asset_lengths: Mapping[str, int]) -> list[Span]:
    """Return the spans of the slide's narration, one for each stretch that is kept, each faded into the next.

    Every second one has another id: two media take turns, so that the next stands ready while one is heard.
    """
    voice = slide.narration
    if voice is None or not voice.asset:
        return []
    lead = narration_lead(voice, transition_ms)
    stretches = stretches_of(voice, asset_lengths)
    fades = [0, *joints(stretches), 0]
    found = []
    for number, ((first, last), offset) in enumerate(zip(stretches, offsets(stretches), strict=True)):
        start, end = lead + offset, min(lead + offset + last - first, length_ms)
        if end > start:
            fade_in, fade_out = fades[number], fades[number + 1]
            gain = faded(0.0, start, lead + offset + last - first, fade_in, fade_out) if fade_in or fade_out else None
            name = slide.id if number % 2 == 0 else f"{slide.id}~"
            found.append(Span("narration", name, voice.asset, start, end, first, last, first, gain=gain))
    return found


def bed_span(bed: Bed, show_length: int, asset_lengths: Mapping[str, int]) -> list[Span]:
    """Return the bed's span in show time: to the end of the show if it loops, else at most once through."""
    out = out_point(bed, asset_lengths)
    natural = out - bed.in_ms
    end = show_length if bed.loop else min(show_length, natural)
    if not bed.asset or natural <= 0 or end <= 0:
        return []
    gain = faded(bed.gain_db, 0, end, bed.fade_in_ms, bed.fade_out_ms)
    left = None if bed.loop else float(natural)
    return [Span("bed", bed.id, bed.asset, 0, end, bed.in_ms, out, bed.in_ms, gain=gain, left_ms=left)]


def media_track(clip: Played, length_ms: int) -> Track:
    """Return the place in the clip's asset, in ms, over slide time: what picture of it stands on the stage.

    While it plays the place runs on past the out point and is wrapped; a clip that has ended stands at its out point.
    """
    low, span = float(clip.content.in_ms), clip.content.span_ms
    keys: list[tuple[int, float, Easing]] = [(0, low, HOLD)]
    for stretch in clip.stretches if clip.thing.asset else ():
        start, end = stretch.start_ms, min(stretch.end_ms, length_ms)
        place = clip.place_ms(stretch)
        if end <= start:
            keys.append((start, place, HOLD))
            continue
        passed = place - low + (end - start) * float(stretch.rate)
        stands = passed % span
        if stretch.complete and end == stretch.end_ms:
            passed, stands = float(rounded(passed / span) * span), float(span)
        keys.append((start, place, LINEAR))
        keys.append((end, low + passed, HOLD))
        keys.append((end, low + stands, HOLD))
    times, values, easings = zip(*keys, strict=True)
    wrap = (low, low + span) if len(keys) > 1 else None
    return Track("media_time", times, values, easings[:-1], wrap=wrap)
