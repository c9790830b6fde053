"""Media on the clock: when each clip, sound, narration and bed plays, and from where in its asset."""

from collections.abc import Iterable, Iterator, Mapping, Sequence
from typing import Literal, NamedTuple

from msgspec import Struct, field

from ritornel.core.model import Clip, Slide, Sound
from ritornel.core.model.asset import SoundFacts
from ritornel.core.motion.easing import HOLD, LINEAR, Easing
from ritornel.core.motion.track import Track, value_at
from ritornel.core.sound.gain import Level, Line, faded, levelled, line_at, multiplied
from ritornel.core.sound.levels import Kind, level_of
from ritornel.core.time.narration import narration_lead
from ritornel.core.time.playback import Content, Playback, SeenAt, Stretch
from ritornel.core.time.rounding import Number, rounded
from ritornel.core.time.running_order import StepTime
from ritornel.core.time.stretches import joints, offsets, stretches_of


class Span(Struct, frozen=True, gc=False):
    """One stretch of an asset that plays without a stop.

    ``start_ms`` and ``end_ms`` are slide time (of a bed: show time). At ``t`` the asset stands at
    ``from_ms + (t - start_ms) x rate``, wrapped into ``in_ms``..``out_ms`` (``place_at``). ``gain`` is a factor
    over the same time, ``line`` one more in dB, and ``level_db`` what brings the asset to the loudness of its kind.
    At every wrap the last ``joint_ms`` are faded into as many before ``in_ms``. ``complete``: it ends because the asset
    has been played to its end.

    Live, where the times of what stops it are not those of the plan, ``left`` says how much there is to be played from
    its start, in ms of the asset (None: it has no end of its own), and ``goes_on`` that it takes up the one before
    where that stands. A bed that is ``until_end`` ends with the show, not at an anchor.
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
    level_db: float = field(default=0.0, name="level")
    line: Line | None = None
    joint_ms: int = field(default=0, name="joint")
    until_end: bool = False


def place_at(span: Span, time: float) -> float:
    """Return the place in the asset, in ms, at which a span stands at ``time`` while it runs."""
    length = max(1, span.out_ms - span.in_ms)
    place = span.from_ms + (time - span.start_ms) * span.rate
    return place if span.from_ms <= place < span.in_ms else span.in_ms + (place - span.in_ms) % length


def gain_at(span: Span, time: float) -> float:
    """Return how loud a span is at a time, as a factor; joints aside."""
    gain = value_at(span.gain, time) if span.gain is not None else 1.0
    decibels = span.level_db + (line_at(span.line, time) if span.line is not None else 0.0)
    return (gain if isinstance(gain, float) else float(gain[0])) * 10 ** (decibels / 20)


class Played(NamedTuple):
    """A clip or sound on a slide: where in its asset it runs from when to when, and how loud it is all the time."""

    thing: Clip | Sound
    content: Content
    stretches: list[Stretch]
    gain: Track

    def place_ms(self, stretch: Stretch) -> float:
        """Return the place in the asset at which a stretch begins."""
        return float(self.content.in_ms + stretch.played_ms % max(1, self.content.span_ms))


def played(
    slide: Slide,
    first_start: int,
    steps: Sequence[StepTime],
    asset_lengths: Mapping[str, int],
    seen: SeenAt | None = None,
) -> list[Played]:
    """Return what the slide's clips and sounds do, as they are told.

    One without a play build starts at ``first_start``. A pause ends a stretch, the next play goes on from there;
    a play while it plays, or after its end, starts at the in point.
    """
    playback = Playback(slide, first_start, asset_lengths, seen)
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


def speaks(thing: Clip | Sound, sounds: Mapping[str, SoundFacts]) -> bool:
    """Tell whether somebody speaks in a clip or sound: as it was said of it, else as it sounds."""
    facts = sounds.get(thing.asset)
    return bool(facts is not None and facts.speaks) if thing.speaks is None else thing.speaks


def object_spans(clips: Iterable[Played], length_ms: int, sounds: Mapping[str, SoundFacts]) -> list[Span]:
    """Return the spans of a slide's clips and sounds: the stretches that fall into the slide."""
    return [span for clip in clips if clip.thing.asset for span in _spans_of(clip, length_ms, sounds)]


def _spans_of(clip: Played, length_ms: int, sounds: Mapping[str, SoundFacts]) -> Iterator[Span]:
    thing, content = clip.thing, clip.content
    kind: Kind = "speech" if speaks(thing, sounds) else "other"
    level = level_of(kind, sounds.get(thing.asset))
    stands: Number | None = None
    for stretch in clip.stretches:
        start, end = stretch.start_ms, min(stretch.end_ms, length_ms)
        if end > start:
            goes_on = stands == stretch.played_ms
            stands = None if stretch.complete else stretch.played_ms + (stretch.end_ms - start) * stretch.rate
            complete = stretch.complete and end == stretch.end_ms
            fades = (
                thing.fade_in_ms if stretch.played_ms == 0 else 0,
                thing.fade_out_ms if complete else 0,
            )
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
                gain=multiplied(clip.gain, faded(0.0, start, end, *fades)) if any(fades) else clip.gain,
                complete=complete,
                left_ms=float(content.whole_ms - stretch.played_ms),
                goes_on=goes_on,
                level_db=level,
            )


def narration_spans(
    slide: Slide,
    transition_ms: int,
    length_ms: int,
    asset_lengths: Mapping[str, int],
    sounds: Mapping[str, SoundFacts],
) -> list[Span]:
    """Return the spans of the slide's narration, one for each stretch that is kept, each faded into the next.

    Every second one has another id: two media take turns, so that the next stands ready while one is heard.
    """
    voice = slide.narration
    if voice is None or not voice.asset:
        return []
    lead = narration_lead(voice, transition_ms)
    level = level_of("speech", sounds.get(voice.asset))
    stretches = stretches_of(voice, asset_lengths)
    fades = [0, *joints(stretches), 0]
    found = []
    for number, ((first, last), offset) in enumerate(zip(stretches, offsets(stretches), strict=True)):
        start, end = lead + offset, min(lead + offset + last - first, length_ms)
        if end > start:
            fade_in, fade_out = fades[number], fades[number + 1]
            gain = faded(0.0, start, lead + offset + last - first, fade_in, fade_out) if fade_in or fade_out else None
            name = slide.id if number % 2 == 0 else f"{slide.id}~"
            made = Span("narration", name, voice.asset, start, end, first, last, first, gain=gain, level_db=level)
            found.append(made)
    return found


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
