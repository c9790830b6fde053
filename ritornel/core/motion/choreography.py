"""From timed steps to the tracks of every object and part on a slide."""

from collections.abc import Iterable, Mapping
from functools import lru_cache

from msgspec import Struct

from ritornel.core.model import Object, Slide, Step, Text
from ritornel.core.motion.builds import effect_for
from ritornel.core.motion.declared import Asked, Box, Curve, params_of
from ritornel.core.motion.easing import HOLD, LINEAR, BadEasing, Easing, parse
from ritornel.core.motion.track import Track, TrackBuilder, backwards
from ritornel.core.text.layout import set_text
from ritornel.core.time.slide_clock import StepTime


class Target(Struct, frozen=True, gc=False):
    """What tracks move: an object, or one paragraph of it; ``key`` is ``object`` or ``object/paragraph``."""

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
            each = (timed.end_ms - timed.start_ms) // step.repeat
            for curve in _curves(step, box, stage_width, stage_height):
                builder.add(curve, timed.start_ms, each, step.repeat, easing)
        tracks = builder.tracks()
        shown = _visibility(timed_steps)
        key = name if paragraph is None else f"{name}/{paragraph}"
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
    times: list[int] = [0]
    values: list[float] = []
    for timed in sorted(steps, key=lambda s: s.start_ms):
        if timed.step.kind == "entrance":
            if not values:
                values.append(0.0)
            times.append(timed.start_ms)
            values.append(1.0)
        elif timed.step.kind == "exit":
            if not values:
                values.append(1.0)
            times.append(timed.end_ms)
            values.append(0.0)
    if not values:
        return None
    keys = sorted(zip(times, values, strict=True), key=lambda key: key[0])
    return Track(
        "visible",
        tuple(time for time, _ in keys),
        tuple(value for _, value in keys),
        (HOLD,) * (len(keys) - 1),
    )
