"""A show into its score.

The parts that belong to one slide are remembered by content, so that a show in which one slide changed costs little
more than that slide; the score of a whole show for as long as that very show is in use.
"""

from collections.abc import Mapping
from itertools import accumulate
from typing import Any, NamedTuple

import msgspec
from msgspec import Struct
from msgspec.structs import replace

from ritornel.core.model import Clip, Pace, Show, Slide, Sound, Step, Transition
from ritornel.core.model.asset import SoundFacts
from ritornel.core.model.keys import VIEW_KEY, target_key
from ritornel.core.model.memory import Held, Memory, Recalled
from ritornel.core.model.uses import asset_lengths, asset_sounds, assets_of
from ritornel.core.model.writing import encoded
from ritornel.core.motion.builds import effect_for
from ritornel.core.motion.choreography import choreograph
from ritornel.core.motion.declared import params_of
from ritornel.core.motion.standing import Standing
from ritornel.core.motion.target import Target, states_at
from ritornel.core.motion.track import Track
from ritornel.core.motion.transitions import transition_for, transition_ms
from ritornel.core.motion.views import clips_seen, readable_in, view_track, with_durations
from ritornel.core.score.parts import Score, SlideScore
from ritornel.core.score.planning import plan_of
from ritornel.core.sound.beds import Clock, bed_spans
from ritornel.core.sound.ducking import Stretches, merged, speech_in
from ritornel.core.sound.in_step import in_step
from ritornel.core.sound.spans import media_track, narration_spans, object_spans, played, speaks
from ritornel.core.sound.spots import spot_spans
from ritornel.core.time.dwell import Shown, shown_by
from ritornel.core.time.slide_clock import SlideTime, run

_SHOW_BYTES = 64 * 1024 * 1024
_SCORE_BYTES = 96 * 1024 * 1024
_CONTENT_BYTES = 24 * 1024 * 1024
_RUN_BYTES = 64 * 1024 * 1024
_ORDER_BYTES = 16 * 1024 * 1024


class _Content(Struct, frozen=True):
    """A slide as bytes, what it shows, and the assets it uses."""

    document: bytes
    shown: Shown
    assets: tuple[str, ...]


class _Part(NamedTuple):
    """One slide of a score, when somebody speaks on it, and about how many bytes it takes."""

    time: SlideTime
    score: SlideScore
    speech: Stretches
    weight: int


class _Assets(NamedTuple):
    """What is known of a show's assets: their lengths in ms, and what was measured of their sounds."""

    lengths: Mapping[str, int]
    sounds: Mapping[str, SoundFacts]


class _Place(NamedTuple):
    """A slide in its show: the part that it follows, what it shows itself, and its own part of the score."""

    slide: Slide
    before: _Part | None
    shows: Shown
    part: _Part


class _Run(NamedTuple):
    """The places of a show when it was compiled last, and what they have in common."""

    common: tuple[Any, ...]
    places: list[_Place]


_shows: Recalled[Score] = Recalled(_SHOW_BYTES)
_runs: Memory[str, _Run] = Memory(_RUN_BYTES)
_scores: Memory[tuple[Any, ...], _Part] = Memory(_SCORE_BYTES)
_contents: Recalled[_Content] = Recalled(_CONTENT_BYTES)
_orders: Held[tuple[Step, ...]] = Held(_ORDER_BYTES)


def compile(show: Show) -> Score:
    """Return the score of a show. The same show gives the same score, byte for byte, on every machine."""
    known = _shows.get(show)
    if known is not None:
        return known
    assets = _Assets(asset_lengths(show), asset_sounds(show))
    common = (encoded(show.pace), show.width, show.height)
    places = _placed(show, common, assets)
    parts = [place.part for place in places]
    ends = list(accumulate(part.time.length_ms for part in parts))
    length = ends[-1] if ends else 0
    starts = (0, *ends[:-1]) if ends else ()
    times = tuple(part.time for part in parts)
    spoken = ((at + a, at + b) for at, part in zip(starts, parts, strict=True) for a, b in part.speech)
    speech = merged(spoken, 1) if any(bed.duck is not None for bed in show.beds) else ()
    beds = bed_spans(show, Clock(starts, times, length, speech), *assets) if show.beds else ()
    whole = Score(length, starts, tuple(part.score for part in parts), beds, times, speech)
    return _shows.put(whole, 2000 + sum(p.weight for p in parts), show)


def _placed(show: Show, common: tuple[Any, ...], assets: _Assets) -> list[_Place]:
    """Return the slides with their parts; what is where it was when the show was compiled last is as it was then."""
    last = _runs.get(show.id)
    alike = (common, assets)
    known = last.places if last is not None and last.common == alike else []
    places: list[_Place] = []
    shown: Shown = frozenset()
    before: tuple[Slide, SlideScore] | None = None
    follows: _Part | None = None
    for n, slide in enumerate(show.slides):
        place = known[n] if n < len(known) else None
        if place is None or place.slide is not slide or place.before is not follows:
            part = _part_of(slide, show, shown, before, common, assets)
            place = _Place(slide, follows, content_of(slide).shown, part)
        places.append(place)
        if place.part.time.length_ms:
            shown = place.shows
            before = slide, place.part.score
            follows = place.part
    _runs.put(show.id, _Run(alike, places), 2000 + sum(place.part.weight for place in places))
    return places


def _part_of(
    slide: Slide,
    show: Show,
    shown: Shown,
    before: tuple[Slide, SlideScore] | None,
    common: tuple[Any, ...],
    assets: _Assets,
) -> _Part:
    """Return a slide's part of the score; remembered by all that it is computed from."""
    content = content_of(slide)
    looks = transition_for(slide.transition).looks or slide.transition.keeps
    seen = content_of(before[0]).document if looks and before is not None else b""
    known = (tuple(map(assets.lengths.get, content.assets)), tuple(map(assets.sounds.get, content.assets)))
    key = (common, shown, known, content.document, seen)
    part = _scores.get(key)
    if part is None:
        end = _as_it_ends(*before) if looks and before is not None else None
        time, score = _compile_slide(slide, show.pace, shown, assets, show.width, show.height, end)
        talking = [o.id for o in slide.objects if isinstance(o, Clip | Sound) and speaks(o, assets.sounds)]
        speech = speech_in(score.spans, assets.sounds, talking)
        part = _Part(time, score, speech, 4 * len(content.document) + _weight(score))
        _scores.put(key, part, part.weight)
    return part


def forget() -> None:
    """Forget everything that was compiled, as a new process."""
    _shows.clear()
    _scores.clear()
    _runs.clear()
    _orders.clear()


def content_of(slide: Slide) -> _Content:
    """Return a slide's content as bytes, what it shows and uses; remembered while the slide is in use."""
    known = _contents.get(slide)
    if known is not None:
        return known
    content = _Content(msgspec.json.encode(slide), shown_by(slide), assets_of(slide))
    return _contents.put(content, 1500 + 3 * len(content.document), slide)


def _weight(score: SlideScore) -> int:
    """Return about how many bytes of memory a slide's score takes."""
    targets = [*score.targets, *(t for piece in score.transition.pieces for t in piece.targets)]
    keys = sum(len(t.times) for target in targets for t in target.tracks)
    return 2000 + 150 * keys + 600 * sum(len(t.tracks) + 1 for t in targets) + 500 * len(score.spans)


def with_defaults(slide: Slide, easing: str = "") -> Slide:
    """Return the slide as it plays: every step's duration, easing and what it tells a clip are there."""
    steps = slide.running_order
    if all(s.duration_ms is not None and not s.off and (s.easing or not easing) and not s.acts for s in steps):
        return slide
    timed = _orders.get(steps, by=easing)
    if timed is None:
        timed = _orders.put(tuple(_timed(s.playing, easing) for s in steps), 500 * len(steps), steps, by=easing)
    return replace(slide, running_order=timed)


def _timed(step: Step, easing: str) -> Step:
    if step.acts:
        step = replace(step, params=params_of(effect_for(step.kind, step.effect), step.params))
    elif not step.easing and easing:
        step = replace(step, easing=easing)
    if step.duration_ms is not None:
        return step
    return replace(step, duration_ms=effect_for(step.kind, step.effect).duration_ms)


def _as_it_ends(slide: Slide, score: SlideScore) -> Standing:
    return Standing(slide, states_at(score.targets, score.length_ms))


def _compile_slide(
    slide: Slide,
    pace: Pace,
    shown: Shown,
    assets: _Assets,
    width: int,
    height: int,
    before: Standing | None,
) -> tuple[SlideTime, SlideScore]:
    slide = with_defaults(with_durations(slide, width, height), pace.easing)
    asked = transition_ms(slide.transition)
    lengths, sounds = assets
    seen = clips_seen(slide, width, height)
    time = run(slide, pace, asked, shown, lengths, readable_in(slide, width, height), seen)
    transition = time.transition_ms
    steps = [timed for group in time.groups for timed in group.steps]
    targets = choreograph(slide, steps, width, height)
    if slide.plane is not None:
        targets.append(Target(VIEW_KEY, "", None, (view_track(slide, steps, width, height),)))
    told = played(slide, time.groups[0].start_ms, steps, lengths, seen)
    clips = [in_step(clip, slide, asked, lengths) for clip in told]
    spans = object_spans(clips, time.length_ms, sounds)
    for clip in clips:
        if isinstance(clip.thing, Clip):
            targets = _with_track(targets, clip.thing, media_track(clip, time.length_ms))
    spans += spot_spans(slide, steps, time.length_ms, lengths, sounds)
    spans += narration_spans(slide, asked, time.length_ms, lengths, sounds)
    after = Standing(slide, states_at(targets, 0)) if before is not None else None
    plan = plan_of(slide.transition, transition, width, height, before, after)
    score = SlideScore(slide.id, time.length_ms, plan, tuple(targets), tuple(spans))
    if slide.skipped:
        return _skipped(time, score)
    return time, score


def _skipped(time: SlideTime, score: SlideScore) -> tuple[SlideTime, SlideScore]:
    """Return a slide that takes no time and is not heard; its running order can be looked at all the same."""
    plan = plan_of(Transition(type="cut"), 0, 1, 1)
    time = replace(time, transition_ms=0, length_ms=0, hold_ms=0, needed_ms=0, too_short_ms=0, unseen=())
    return time, replace(score, length_ms=0, transition=plan, spans=())


def _with_track(targets: list[Target], thing: Clip, track: Track) -> list[Target]:
    key = target_key(thing.id)
    for index, target in enumerate(targets):
        if target.key == key:
            return [*targets[:index], replace(target, tracks=(*target.tracks, track)), *targets[index + 1 :]]
    return [*targets, Target(key, thing.id, None, (track,))]
