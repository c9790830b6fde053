"""Two builds of one object change the same of it at the same time: neither is seen for what it is."""

from collections.abc import Iterable, Mapping
from itertools import combinations

from ritornel.core.linecheck.finding import NOTICED, Finding, Mend, Rule, Size
from ritornel.core.model import Part, Slide, Step
from ritornel.core.motion.declared import Build
from ritornel.core.motion.resolving import builds_of, curves_of
from ritornel.core.text.naming import step_name
from ritornel.core.time.running_order import StepTime
from ritornel.core.time.slide_clock import SlideTime

_WORDS = {
    "x": "place", "y": "place", "scale_x": "size", "scale_y": "size", "rotate": "turn", "turn_x": "turn",
    "turn_y": "turn",
    "opacity": "opacity", "clip": "edge", "colour": "colour", "blur": "sharpness", "drawn": "outline",
}  # fmt: skip
_MOST = 200
"""Of more builds of one object nobody can tell which fight."""


def _look(number: int, slide: Slide, time: SlideTime, stage: Size) -> Iterable[Finding]:
    moved = _moved_by_several(timed for group in time.groups for timed in group.steps)
    cue = {timed.step.id: group.cue for group in time.groups for timed in group.steps}
    for steps in moved:
        builds = sorted(builds_of(slide, steps), key=lambda b: b.start_ms)
        for one, other in combinations(builds, 2):
            if other.start_ms >= one.end_ms or one.end_ms == one.start_ms or other.end_ms == other.start_ms:
                continue
            shared = _changes(one, stage) & _changes(other, stage)
            if shared:
                what = " and ".join(sorted(shared))
                message = (
                    f"slide {number}: two builds of “{step_name(other.step, slide, {})}” change its {what} at the same "
                    "time; let the second follow the first"
                )
                mend = _mend(slide, one.step, other.step, cue)
                yield Finding("fights", slide.id, message, other.step.id, one.thing.id, mend)


def _moved_by_several(steps: Iterable[StepTime]) -> list[list[StepTime]]:
    """Return the builds of all that is moved by more than one, and not by more than one can look at."""
    by_target: dict[tuple[str, Part | None], list[StepTime]] = {}
    for timed in steps:
        if timed.step.object and not timed.step.acts:
            by_target.setdefault((timed.step.object, timed.step.part), []).append(timed)
    return [moving for moving in by_target.values() if 1 < len(moving) <= _MOST]


def _mend(slide: Slide, one: Step, other: Step, cue: Mapping[str, int]) -> Mend | None:
    """Return the edit that lets one build follow the other, where that is enough: they have one cue, in this order."""
    order = [step.id for step in slide.running_order]
    if cue[one.id] != cue[other.id] or order.index(one.id) > order.index(other.id):
        return None
    values = {"trigger": "following", "delay": 0}
    return Mend("Let it follow", {"do": "set-steps", "slide": slide.id, "steps": [other.id], "values": values})


def _changes(build: Build, stage: Size) -> set[str]:
    """Return in words what a build changes of its target."""
    if build.effect.mark is not None:
        return set()
    curves = curves_of(build, *stage)
    return {_WORDS[name] for name, keys in curves if name in _WORDS and len({value for _, value in keys}) > 1}


RULE = Rule(
    "fights",
    "Builds that fight",
    _look,
    weight=NOTICED,
    why="Two builds pull at one thing at the same time: what is seen is neither of them.",
)
