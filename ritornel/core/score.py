"""Compile a show into its score, and evaluate the score at any instant.

``compile`` is a pure function of the show; the parts that belong to one slide are cached by content, so a
show in which one slide changed costs little more than that slide. ``evaluate`` is random access: it finds
the slide by binary search and interpolates the tracks of what is on the stage.

    python -m ritornel.core.score SHOW.json --facts
"""

import argparse
import sys
from bisect import bisect_right
from collections import OrderedDict
from collections.abc import Mapping
from itertools import accumulate
from pathlib import Path
from typing import Any

import msgspec
from msgspec import Struct, field
from msgspec.structs import replace

from ritornel.core.linecheck import Finding, check
from ritornel.core.model import Clip, Pace, Show, Slide, Step
from ritornel.core.model.reading import BadDocument, read_show
from ritornel.core.motion.builds import effect_for
from ritornel.core.motion.choreography import Target, choreograph
from ritornel.core.motion.declared import Value
from ritornel.core.motion.easing import parse
from ritornel.core.motion.track import Track, layer_tracks, state_at
from ritornel.core.motion.transitions import transition_for, transition_ms
from ritornel.core.sound.spans import Span, bed_span, media_track, narration_span, object_spans
from ritornel.core.time.dwell import Shown, texts_shown
from ritornel.core.time.slide_clock import SlideTime, run


class LayerPlan(Struct, frozen=True):
    """A slide's transition: tracks of the slide before and of this one, over the slide time 0..duration."""

    duration_ms: int = field(name="duration")
    backdrop: str
    old: tuple[Track, ...]
    new: tuple[Track, ...]


class SlideScore(Struct, frozen=True):
    """Everything that happens on one slide, in slide time."""

    id: str
    length_ms: int = field(name="length")
    transition: LayerPlan
    targets: tuple[Target, ...]
    spans: tuple[Span, ...]
    still: tuple[tuple[int, int], ...]


class Score(Struct, frozen=True):
    """A compiled show: slides with their starts in show time, beds, and the slides' times."""

    length_ms: int = field(name="length")
    starts: tuple[int, ...]
    slides: tuple[SlideScore, ...]
    beds: tuple[Span, ...]
    times: tuple[SlideTime, ...]


class Layer(Struct, frozen=True):
    """One slide on the stage at an instant: its own properties, and its targets' by key."""

    slide: int
    time: float
    properties: dict[str, Value]
    targets: dict[str, dict[str, Value]]


class FrameState(Struct, frozen=True):
    """What stands on the stage at an instant, from the bottom layer up."""

    slide: int
    time: float
    backdrop: str
    layers: tuple[Layer, ...]


_CACHE_SLIDES = 4096
_cache: OrderedDict[tuple[Any, ...], tuple[SlideTime, SlideScore]] = OrderedDict()
_contents: OrderedDict[int, tuple[Slide, bytes, Shown]] = OrderedDict()


def compile(show: Show) -> Score:
    """Return the score of a show. The same show gives the same score, byte for byte, on every machine."""
    lengths = {a.id: a.length_ms for a in show.assets}
    compiled: list[tuple[SlideTime, SlideScore]] = []
    common = (msgspec.json.encode(show.pace), show.width, show.height)
    shown: Shown = frozenset()
    for slide in show.slides:
        content, texts = _content_of(slide)
        key = (common, shown, _asset_lengths(slide, lengths), content)
        part = _cache.get(key)
        if part is None:
            part = _compile_slide(slide, show.pace, shown, lengths, show.width, show.height)
            _cache[key] = part
            if len(_cache) > _CACHE_SLIDES:
                _cache.popitem(last=False)
        else:
            _cache.move_to_end(key)
        compiled.append(part)
        shown = texts
    ends = list(accumulate(time.length_ms for time, _ in compiled))
    length = ends[-1] if ends else 0
    beds = tuple(span for bed in show.beds for span in bed_span(bed, length, lengths))
    starts = (0, *ends[:-1]) if ends else ()
    return Score(length, starts, tuple(s for _, s in compiled), beds, tuple(t for t, _ in compiled))


def _content_of(slide: Slide) -> tuple[bytes, Shown]:
    """Return a slide's content as bytes and the texts it shows; remembered for as long as the slide is in use."""
    known = _contents.get(id(slide))
    if known is not None and known[0] is slide:
        return known[1], known[2]
    _contents[id(slide)] = (slide, msgspec.json.encode(slide), texts_shown(slide))
    if len(_contents) > _CACHE_SLIDES:
        _contents.popitem(last=False)
    return _contents[id(slide)][1:]


def evaluate(score: Score, time: float) -> FrameState:
    """Return what stands on the stage at ``time`` ms of the show, clamped to its length.

    While a transition runs, the slide before lies under the new one as it last was. Raises ``ValueError``
    for a score without slides.
    """
    if not score.slides:
        raise ValueError("a show without slides has no frames")
    index = max(0, bisect_right(score.starts, time) - 1)
    slide = score.slides[index]
    within = min(max(0.0, time - score.starts[index]), float(slide.length_ms))
    plan = slide.transition
    if within >= plan.duration_ms:
        return FrameState(index, within, "#000000", (_layer(slide, index, within, {}),))
    new = _layer(slide, index, within, state_at(plan.new, within))
    if index == 0:
        return FrameState(index, within, plan.backdrop, (new,))
    before = score.slides[index - 1]
    old = _layer(before, index - 1, float(before.length_ms), state_at(plan.old, within))
    return FrameState(index, within, plan.backdrop, (old, new))


def _layer(slide: SlideScore, index: int, time: float, properties: dict[str, Value]) -> Layer:
    return Layer(index, time, properties, {t.key: state_at(t.tracks, time) for t in slide.targets})


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
    transition = transition_ms(slide.transition)
    time = run(slide, pace, transition, shown, lengths)
    steps = [timed for group in time.groups for timed in group.steps]
    targets = choreograph(slide, steps, width, height)
    spans = object_spans(slide, time.groups[0].start_ms, time.length_ms, steps, lengths)
    for thing in slide.objects:
        if isinstance(thing, Clip):
            targets = _with_track(targets, thing.id, media_track(thing, spans))
    spans += narration_span(slide, transition, time.length_ms, lengths)
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
    return time, replace(score, still=_still_spans(score))


def _with_track(targets: list[Target], key: str, track: Track) -> list[Target]:
    for index, target in enumerate(targets):
        if target.key == key:
            return [*targets[:index], replace(target, tracks=(*target.tracks, track)), *targets[index + 1 :]]
    return [*targets, Target(key, key, None, (track,))]


def _still_spans(slide: SlideScore) -> tuple[tuple[int, int], ...]:
    """Return the stretches of slide time in which nothing on the stage changes."""
    moving: list[tuple[int, int]] = [(0, slide.transition.duration_ms)] if slide.transition.duration_ms else []
    for target in slide.targets:
        for track in target.tracks:
            for i, easing in enumerate(track.easings):
                if track.values[i] != track.values[i + 1]:
                    moving.append((track.times[i] if easing else track.times[i + 1], track.times[i + 1]))
    still: list[tuple[int, int]] = []
    reached = 0
    for start, end in sorted(moving):
        if start > reached:
            still.append((reached, start))
        reached = max(reached, end)
    if slide.length_ms > reached:
        still.append((reached, slide.length_ms))
    return tuple(still)


def facts(show: Show) -> dict[str, Any]:
    """Return the show's timing as plain data: starts of slides in show time, the rest in slide time, and findings."""
    score = compile(show)
    return {
        "length": score.length_ms,
        "slides": [
            {"id": slide.id, "start": start, "length": slide.length_ms, "groups": group_facts(time)}
            for slide, start, time in zip(score.slides, score.starts, score.times, strict=True)
        ],
        "findings": [msgspec.to_builtins(f) for f in findings(show, score)],
    }


def group_facts(time: SlideTime) -> list[dict[str, Any]]:
    """Return the groups of one slide as plain data."""
    return [
        {
            "cue": group.cue,
            "start": group.start_ms,
            "settle": group.settle_ms,
            "steps": [{"id": s.step.id, "start": s.start_ms, "end": s.end_ms} for s in group.steps],
        }
        for group in time.groups
    ]


def findings(show: Show, score: Score) -> list[Finding]:
    """Return what the line check finds in a show and its times."""
    return check(show, score.times)


def main(arguments: list[str] | None = None) -> int:
    """Print what is asked about a show document; 2 and one line on standard error if it cannot be read."""
    parser = argparse.ArgumentParser(prog="python -m ritornel.core.score", description="Compute the score of a show.")
    parser.add_argument("show", type=Path, help="a show document (JSON)")
    parser.add_argument("--facts", action="store_true", help="print the timing instead of the whole score")
    asked = parser.parse_args(arguments)
    try:
        show = read_show(asked.show.read_bytes())
    except OSError as error:
        print(f"{asked.show}: cannot be read: {error.strerror}", file=sys.stderr)
        return 2
    except BadDocument as error:
        print(f"{asked.show}: {' '.join(str(error).split())}", file=sys.stderr)
        return 2
    result = facts(show) if asked.facts else compile(show)
    print(msgspec.json.format(msgspec.json.encode(result), indent=2).decode())
    return 0


if __name__ == "__main__":
    sys.exit(main())
