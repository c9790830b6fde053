"""Two builds of one object change the same of it at the same time: neither is seen for what it is."""

from collections.abc import Iterable, Mapping
from itertools import combinations

from ritornel.core.linecheck.finding import Finding, Mend, Rule, Size
from ritornel.core.model import Object, Part, Slide
from ritornel.core.motion.builds import effect_for
from ritornel.core.motion.choreography import asked_of, target_box
from ritornel.core.text.naming import step_name
from ritornel.core.time.slide_clock import SlideTime, StepTime

_WORDS = {
    "x": "place", "y": "place", "scale_x": "size", "scale_y": "size", "rotate": "turn", "turn_x": "turn",
    "turn_y": "turn",
    "opacity": "opacity", "clip": "edge", "colour": "colour", "blur": "sharpness", "drawn": "outline",
}  # fmt: skip
_MOST = 200
"""Of more builds of one object nobody can tell which fight."""


def _look(number: int, slide: Slide, time: SlideTime, stage: Size) -> Iterable[Finding]:
    by_target: dict[tuple[str, Part | None], list[StepTime]] = {}
    for group in time.groups:
        for timed in group.steps:
            if timed.step.object and not timed.step.acts:
                by_target.setdefault((timed.step.object, timed.step.part), []).append(timed)
    objects = {o.id: o for o in slide.objects}
    cue = {timed.step.id: group.cue for group in time.groups for timed in group.steps}
    for (name, _), steps in by_target.items():
        if not 1 < len(steps) <= _MOST or name not in objects:
            continue
        for one, other in combinations(sorted(steps, key=lambda t: t.start_ms), 2):
            if other.start_ms >= one.end_ms or one.end_ms == one.start_ms or other.end_ms == other.start_ms:
                continue
            shared = _changes(one, objects[name], stage) & _changes(other, objects[name], stage)
            if shared:
                what = " and ".join(sorted(shared))
                message = (
                    f"slide {number}: two builds of “{step_name(other.step, slide, {})}” change its {what} at the same "
                    "time; let the second follow the first"
                )
                yield Finding("fights", slide.id, message, other.step.id, name, _mend(slide, one, other, cue))


def _mend(slide: Slide, one: StepTime, other: StepTime, cue: Mapping[str, int]) -> Mend | None:
    """Return the edit that lets one build follow the other, where that is enough: they have one cue, in this order."""
    order = [step.id for step in slide.running_order]
    if cue[one.step.id] != cue[other.step.id] or order.index(one.step.id) > order.index(other.step.id):
        return None
    values = {"trigger": "following", "delay": 0}
    return Mend("Let it follow", {"do": "set-steps", "slide": slide.id, "steps": [other.step.id], "values": values})


def _changes(timed: StepTime, thing: Object, stage: Size) -> set[str]:
    """Return in words what a build changes."""
    step = timed.step
    effect = effect_for(step.kind, step.effect)
    box = target_box(thing, step.part)
    if effect.mark is not None or box is None:
        return set()
    curves = effect.curves(asked_of(step, thing, box, *stage))
    return {_WORDS[name] for name, keys in curves if name in _WORDS and len({value for _, value in keys}) > 1}


RULE = Rule("fights", "Builds that fight", _look)
