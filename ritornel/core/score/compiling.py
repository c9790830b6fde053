"""A show into its score.

The parts that belong to one slide are remembered by content, so that a show in which one slide changed costs little
more than that slide.
"""

from collections.abc import Mapping
from itertools import accumulate
from typing import Any

import msgspec
from msgspec import Struct
from msgspec.structs import replace

from ritornel.core.model import Clip, Pace, Show, Slide, Step
from ritornel.core.model.keys import target_key
from ritornel.core.model.memory import Memory
from ritornel.core.model.writing import encoded
from ritornel.core.motion.builds import effect_for
from ritornel.core.motion.choreography import Target, choreograph
from ritornel.core.motion.easing import parse
from ritornel.core.motion.track import Track, layer_tracks
from ritornel.core.motion.transitions import transition_for, transition_ms
from ritornel.core.score.parts import LayerPlan, Score, SlideScore
from ritornel.core.score.still import still_spans
from ritornel.core.sound.spans import bed_span, media_track, narration_span, object_spans
from ritornel.core.time.dwell import Shown, shown_by
from ritornel.core.time.slide_clock import SlideTime, run

_SCORE_BYTES = 64 * 1024 * 1024
_CONTENT_BYTES = 24 * 1024 * 1024


class _Content(Struct, frozen=True):
    """A slide with its bytes, and what it shows."""

    slide: Slide
    document: bytes
    shown: Shown


_scores: Memory[tuple[Any, ...], tuple[SlideTime, SlideScore]] = Memory(_SCORE_BYTES)
_contents: Memory[int, _Content] = Memory(_CONTENT_BYTES)


def compile(show: Show) -> Score:
    """Return the score of a show. The same show gives the same score, byte for byte, on every machine."""
    lengths = {a.id: a.length_ms for a in show.assets}
    compiled: list[tuple[SlideTime, SlideScore]] = []
    common = (encoded(show.pace), show.width, show.height)
    shown: Shown = frozenset()
    for slide in show.slides:
        content = content_of(slide)
        key = (common, shown, _asset_lengths(slide, lengths), content.document)
        part = _scores.get(key)
        if part is None:
            part = _compile_slide(slide, show.pace, shown, lengths, show.width, show.height)
            _scores.put(key, part, 4 * len(content.document) + _weight(part[1]))
        compiled.append(part)
        if part[0].length_ms:
            shown = content.shown
    ends = list(accumulate(time.length_ms for time, _ in compiled))
    length = ends[-1] if ends else 0
    beds = tuple(span for bed in show.beds for span in bed_span(bed, length, lengths))
    starts = (0, *ends[:-1]) if ends else ()
    return Score(length, starts, tuple(s for _, s in compiled), beds, tuple(t for t, _ in compiled))


def content_of(slide: Slide) -> _Content:
    """Return a slide's content as bytes and what it shows; remembered while the slide is in use."""
    known = _contents.get(id(slide))
    if known is not None and known.slide is slide:
        return known
    content = _Content(slide, msgspec.json.encode(slide), shown_by(slide))
    _contents.put(id(slide), content, 1000 + 8 * len(content.document))
    return content


def _weight(score: SlideScore) -> int:
    """Return about how many bytes of memory a slide's score takes."""
    keys = sum(len(t.times) for target in score.targets for t in target.tracks)
    return 2000 + 150 * keys + 600 * sum(len(t.tracks) + 1 for t in score.targets) + 500 * len(score.spans)


def _asset_lengths(slide: Slide, lengths: Mapping[str, int]) -> tuple[int | None, ...]:
    used = [lengths.get(o.asset) for o in slide.objects if hasattr(o, "asset")]
    if slide.narration is not None:
        used.append(lengths.get(slide.narration.asset))
    return tuple(used)


def with_defaults(slide: Slide) -> Slide:
    """Return the slide with every step's duration there: its own, or its effect's default."""
    if all(s.duration_ms is not None for s in slide.running_order):
        return slide
    return replace(slide, running_order=tuple(_timed(s) for s in slide.running_order))


def _timed(step: Step) -> Step:
    if step.duration_ms is not None:
        return step
    return replace(step, duration_ms=effect_for(step.kind, step.effect).duration_ms)


def _compile_slide(
    slide: Slide, pace: Pace, shown: Shown, lengths: Mapping[str, int], width: int, height: int
) -> tuple[SlideTime, SlideScore]:
    slide = with_defaults(slide)
    asked = transition_ms(slide.transition)
    time = run(slide, pace, asked, shown, lengths)
    transition = time.transition_ms
    steps = [timed for group in time.groups for timed in group.steps]
    targets = choreograph(slide, steps, width, height)
    spans = object_spans(slide, time.groups[0].start_ms, time.length_ms, steps, lengths)
    for thing in slide.objects:
        if isinstance(thing, Clip):
            targets = _with_track(targets, thing, media_track(thing, spans))
    spans += narration_span(slide, asked, time.length_ms, lengths)
    kind = transition_for(slide.transition)
    layers = kind.layers(slide.transition.subtype, slide.transition.colour, float(width), float(height))
    easing = parse(kind.easing)
    plan = LayerPlan(
        transition,
        layers.backdrop,
        layer_tracks(layers.old, transition, easing) if transition else (),
        layer_tracks(layers.new, transition, easing) if transition else (),
    )
    score = SlideScore(slide.id, time.length_ms, plan, tuple(targets), tuple(spans), ())
    return time, replace(score, still=still_spans(score))


def _with_track(targets: list[Target], thing: Clip, track: Track) -> list[Target]:
    key = target_key(thing.id)
    for index, target in enumerate(targets):
        if target.key == key:
            return [*targets[:index], replace(target, tracks=(*target.tracks, track)), *targets[index + 1 :]]
    return [*targets, Target(key, thing.id, None, (track,))]
