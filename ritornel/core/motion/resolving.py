"""Steps into builds: with their effects, their easings and what they move, each looked up once."""

from collections.abc import Iterable, Mapping, Sequence
from functools import lru_cache
from typing import Any, cast

from ritornel.core.model import Slide, Step, Text
from ritornel.core.model.box import Box
from ritornel.core.model.keys import mark_key
from ritornel.core.motion.boxes import Boxes
from ritornel.core.motion.builds import effect_for
from ritornel.core.motion.curves import Curve
from ritornel.core.motion.declared import Asked, Build, Effect, params_of
from ritornel.core.motion.easing import LINEAR, BadEasing, Easing, parse
from ritornel.core.motion.reading import letters_of, lines_of
from ritornel.core.motion.track import backwards
from ritornel.core.time.running_order import StepTime

Given = tuple[tuple[str, object], ...]
"""The settings of a step by their names."""


def easing_of(step: Step) -> Easing:
    """Return the easing a step runs with: its own, or its effect's for its kind; linear where it cannot be read."""
    return _easing(effect_for(step.kind, step.effect), step.kind, step.easing)


def _easing(effect: Effect, kind: str, own: str) -> Easing:
    try:
        return parse(own or effect.easing.get(kind, "linear"))
    except BadEasing:
        return LINEAR


def builds_of(slide: Slide, steps: Iterable[StepTime]) -> list[Build]:
    """Return the builds of those steps that move anything on the slide, in their order.

    Left out are steps that tell a clip what to do, and those of what is not there.
    """
    objects = {o.id: o for o in slide.objects}
    boxes = Boxes(objects)
    alike: dict[tuple[str, str, str], tuple[Effect, Easing]] = {}
    found = []
    for timed in steps:
        step = timed.step
        thing = objects.get(step.object)
        if thing is None or step.acts:
            continue
        stood = boxes.of(step.object, step.part)
        if stood is None:
            continue
        motion = (step.kind, step.effect, step.easing)
        known = alike.get(motion)
        if known is None:
            effect = effect_for(step.kind, step.effect)
            known = alike[motion] = effect, _easing(effect, step.kind, step.easing)
        effect, easing = known
        key = stood.key if effect.mark is None else mark_key(thing.id, step.id)
        found.append(
            Build(step, timed.start_ms, timed.end_ms, timed.uncut_end_ms, effect, easing, thing, stood.box, key)
        )
    return found


def untimed(steps: Iterable[Step]) -> list[StepTime]:
    """Return steps as if all were at the beginning: for who asks what they are, not when."""
    return [StepTime(step, 0, 0, 0) for step in steps]


def asked_of(build: Build, stage_width: float, stage_height: float) -> Asked:
    """Return what the effect of a build is asked: for one that reads, with the lines and letters of the text."""
    letters = letters_of(build.thing, build.step.part, build.box) if isinstance(build.thing, Text) else ()
    return Asked(build.params, build.box, stage_width, stage_height, lines_of(letters, build.box), letters)


def curves_of(build: Build, stage_width: float, stage_height: float) -> Sequence[Curve]:
    """Return the curves of a build's own, those of an exit backwards."""
    step, effect = build.step, build.effect
    if effect.reads:
        curves = tuple(effect.curves(asked_of(build, stage_width, stage_height)))
        return tuple(map(backwards, curves)) if step.kind == "exit" else curves
    given = tuple(sorted(step.params.items())) if step.params else ()
    anywhere = curves_anywhere(step.kind, step.effect, given, stage_width, stage_height)
    if anywhere is not None:
        return anywhere
    return _in_box(step.kind, step.effect, given, build.box, stage_width, stage_height)


class _Blindly:
    """What an effect is asked whose curves may be the same for every box: it tells whether that was looked at."""

    def __init__(self, params: Mapping[str, Any], stage_width: float, stage_height: float) -> None:
        self.params = params
        self.stage_width = stage_width
        self.stage_height = stage_height
        self.looked = False

    @property
    def box(self) -> Box:
        self.looked = True
        return Box(0.0, 0.0, 1.0, 1.0)


@lru_cache(maxsize=4096)
def curves_anywhere(
    kind: str, name: str, given: Given, stage_width: float, stage_height: float
) -> tuple[Curve, ...] | None:
    """Return the curves of an effect that does not look at the box; None for one that does."""
    effect = effect_for(kind, name)
    asked = _Blindly(params_of(effect, dict(given)), stage_width, stage_height)
    curves = tuple(effect.curves(cast(Asked, asked)))
    if asked.looked:
        return None
    return tuple(map(backwards, curves)) if kind == "exit" else curves


@lru_cache(maxsize=8192)
def _in_box(
    kind: str,
    name: str,
    given: Given,
    box: Box,
    stage_width: float,
    stage_height: float,
) -> tuple[Curve, ...]:
    effect = effect_for(kind, name)
    curves = tuple(effect.curves(Asked(params_of(effect, dict(given)), box, stage_width, stage_height)))
    return tuple(map(backwards, curves)) if kind == "exit" else curves
