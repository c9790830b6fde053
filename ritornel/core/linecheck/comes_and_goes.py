"""Builds that cannot be seen for what they are: it comes while it is there, goes when it is gone, moves unseen."""

from collections.abc import Iterable

from ritornel.core.linecheck.finding import NOTICED, Finding, Rule, Size, taken_away
from ritornel.core.model import Part, Slide, Step
from ritornel.core.text.naming import step_name
from ritornel.core.time.running_order import StepTime
from ritornel.core.time.slide_clock import SlideTime


def _look(number: int, slide: Slide, time: SlideTime, stage: Size) -> Iterable[Finding]:
    by_target: dict[tuple[str, Part | None], list[StepTime]] = {}
    for group in time.groups:
        for timed in group.steps:
            step = timed.step
            if step.object and not step.acts:
                by_target.setdefault((step.object, step.part), []).append(timed)
    for timed_steps in by_target.values():
        if len(timed_steps) == 1:  # one build alone is seen, whatever it does
            continue
        for step, words in _unseen(sorted(timed_steps, key=lambda timed: timed.start_ms)):
            named = f"slide {number}: “{step_name(step, slide, {})}” {words}"
            yield Finding("comes-and-goes", slide.id, named, step.id, step.object, taken_away(slide, step))


def _unseen(timed_steps: list[StepTime]) -> Iterable[tuple[Step, str]]:
    """Yield builds of one target that change nothing that is seen, with what is wrong."""
    comings = [timed.step.kind for timed in timed_steps if timed.step.kind in ("entrance", "exit")]
    there = not comings or comings[0] == "exit"
    leaves_first = comings[:1] == ["exit"] and "entrance" in comings
    busy = 0  # until then, others of the same kind move it together with the one before
    for timed in timed_steps:
        kind = timed.step.kind
        if kind in ("entrance", "exit") and (kind == "entrance") == there and timed.start_ms < busy:
            continue
        if kind in ("entrance", "exit"):
            busy = timed.uncut_end_ms
        if kind == "entrance":
            if there:
                yield timed.step, "comes in while it is there already; take one of the two away"
            there = True
        elif kind == "exit":
            if not there:
                yield timed.step, "goes out when it is gone already; take one of the two away"
            elif leaves_first:
                yield timed.step, "goes out before it comes in, so it is there from the beginning; order them anew"
                leaves_first = False
            there = False
        elif not there:
            yield timed.step, "moves while it is not to be seen; let it come in before, or take it away"


RULE = Rule(
    "comes-and-goes",
    "Builds that nobody sees",
    _look,
    weight=NOTICED,
    why="The audience sees a jump, or nothing, where something was meant to happen.",
)
