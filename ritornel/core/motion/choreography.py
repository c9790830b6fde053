"""From timed steps to the tracks of every object and part on a slide."""

from collections.abc import Iterable, Mapping
from functools import lru_cache
from operator import attrgetter, itemgetter

from msgspec import Struct

from ritornel.core.model import Object, Slide, Step, Text
from ritornel.core.model.keys import target_key
from ritornel.core.motion.builds import effect_for
from ritornel.core.motion.declared import Asked, Box, Curve, params_of
from ritornel.core.motion.easing import HOLD, LINEAR, BadEasing, Easing, parse
from ritornel.core.motion.track import Track, TrackBuilder, backwards
from ritornel.core.text.layout import set_text
from ritornel.core.time.slide_clock import StepTime

LASTING = frozenset({"emphasis", "path"})
"""Kinds of builds whose curves may end elsewhere than at neutral: what they leave stays, and later builds add to it."""

_START = attrgetter("start_ms")
_INSTANT = itemgetter(0)


class Target(Struct, frozen=True, gc=False):
    """What tracks move: an object, or one paragraph of it; ``key`` is that of ``core.model.keys``."""

    key: str
    object: str
    paragraph: int | None
    tracks: tuple[Track, ...]


def easing_of(step: Step) -> Easing:
    """Return the easing a step runs with: its own, or its effect's for its kind; linear where it cannot be read."""
    text = step.easing or effect_for(step.kind, step.effect).easing.get(step.kind, "linear")
    try:
        return parse(text)
    except BadEasing:
        return LINEAR


def choreograph(slide: Slide, steps: Iterable[StepTime], stage_width: int, stage_height: int) -> list[Target]:
    """Return the targets that the steps move, with their tracks, in the order of their first step."""
    objects = {o.id: o for o in slide.objects}
    by_target: dict[tuple[str, int | None], list[StepTime]] = {}
    for timed in steps:
        step = timed.step
        if step.object in objects and step.kind not in ("play", "pause"):
            part = step.part.paragraph if step.part is not None else None
            by_target.setdefault((step.object, part), []).append(timed)
    targets = []
    for (name, paragraph), timed_steps in by_target.items():
        box = target_box(objects[name], paragraph)
        if box is None:
            continue
        builder = TrackBuilder()
        for timed in timed_steps:
            easing = easing_of(timed.step)
            step = timed.step
            for curve in _curves(step, box, stage_width, stage_height):
                builder.add(
                    curve,
                    timed.start_ms,
                    (timed.uncut_end_ms - timed.start_ms) // step.repeat,
                    easing,
                    repeat=step.repeat,
                    until=timed.end_ms,
                    lasts=step.kind in LASTING,
                )
        tracks = builder.tracks()
        shown = _visibility(timed_steps)
        key = target_key(name, paragraph)
        targets.append(Target(key, name, paragraph, (shown, *tracks) if shown is not None else tracks))
    return targets


def target_box(thing: Object, paragraph: int | None) -> Box | None:
    """Return the box of an object, or of a paragraph in it, in stage units; None if there is no such paragraph."""
    if paragraph is None:
        return Box(thing.x, thing.y, thing.width, thing.height)
    if not isinstance(thing, Text) or paragraph >= len(thing.paragraphs):
        return None
    placed = set_text(thing)[paragraph]
    return Box(thing.x, thing.y + placed.top, thing.width, placed.height)


def _curves(step: Step, box: Box, stage_width: int, stage_height: int) -> tuple[Curve, ...]:
    curves = _effect_curves(
        step.kind,
        step.effect,
        tuple(sorted(step.params.items())) if step.params else (),
        box,
        stage_width,
        stage_height,
    )
    return tuple(backwards(c) for c in curves) if step.kind == "exit" else curves


@lru_cache(maxsize=8192)
def _effect_curves(
    kind: str,
    name: str,
    params: tuple[tuple[str, object], ...],
    box: Box,
    stage_width: int,
    stage_height: int,
) -> tuple[Curve, ...]:
    effect = effect_for(kind, name)
    given: Mapping[str, object] = dict(params)
    return tuple(effect.curves(Asked(params_of(effect, given), box, stage_width, stage_height)))


def _visibility(steps: list[StepTime]) -> Track | None:
    """Return when the target is there: hidden before a first entrance, gone after an exit."""
    changes = [
        (timed.start_ms, 1.0) if timed.step.kind == "entrance" else (timed.end_ms, 0.0)
        for timed in sorted(steps, key=_START)
        if timed.step.kind in ("entrance", "exit")
    ]
    if not changes:
        return None
    before = 1.0 - changes[0][1]
    changes.sort(key=_INSTANT)
    times, values = zip(*changes, strict=True)
    return Track("visible", (0, *times), (before, *values), (HOLD,) * len(changes))
