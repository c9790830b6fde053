"""A document names an effect, setting, easing or transition that this version does not have; it plays a plainer one."""

from collections.abc import Iterable, Iterator

from ritornel.core.linecheck.finding import NOTICED, Finding, Rule, Size
from ritornel.core.model import Slide, Step, Transition
from ritornel.core.motion.builds import effect_for, is_known
from ritornel.core.motion.declared import allows, demand
from ritornel.core.motion.easing import BadEasing, parse
from ritornel.core.motion.transitions import TRANSITIONS, transition_for
from ritornel.core.time.slide_clock import SlideTime


def _look(number: int, slide: Slide, time: SlideTime, stage: Size) -> Iterable[Finding]:
    for words in transition_complaints(slide.transition):
        yield Finding("unknown-effect", slide.id, f"slide {number}: {words}")
    known: set[tuple[str, str, str]] = set()
    for place, step in enumerate(slide.running_order, 1):
        motion = (step.kind, step.effect, step.easing)
        if motion in known and not step.params:
            continue
        complaints = list(step_complaints(step))
        for words in complaints:
            yield Finding("unknown-effect", slide.id, f"slide {number}, build {place}: {words}", step.id)
        if not complaints:
            known.add(motion)


def transition_complaints(transition: Transition) -> Iterator[str]:
    """Yield what is not known about a transition, and what it does instead."""
    kind = transition_for(transition)
    if transition.type not in TRANSITIONS:
        yield f"transition “{transition.type}” is not known; it plays a {kind.label.lower()}"
    elif transition.subtype and transition.subtype not in [name for name, _ in kind.subtypes]:
        choice = ", ".join(name for name, _ in kind.subtypes) or "it has only one form"
        yield f"transition “{kind.name}” has no form “{transition.subtype}”, only: {choice}"
    if transition.easing:
        try:
            parse(transition.easing)
        except BadEasing as error:
            yield str(error)


def step_complaints(step: Step) -> Iterator[str]:
    """Yield what is not known about a build, and what it does instead."""
    effect = effect_for(step.kind, step.effect)
    if step.effect and not is_known(step.kind, step.effect):
        yield f"there is no {step.kind} “{step.effect}”; it plays “{effect.label.lower()}”"
    else:
        declared = {p.name: p for p in effect.params}
        for name, value in step.params.items():
            if name not in declared:
                yield f"“{effect.name}” has no setting “{name}”"
            elif not allows(declared[name], value):
                yield f"{name} must be {demand(declared[name])}, and is {value}"
    if step.easing:
        try:
            parse(step.easing)
        except BadEasing as error:
            yield str(error)


RULE = Rule(
    "unknown-effect",
    "Effects that are not known",
    _look,
    weight=NOTICED,
    why="What is not known is not done: the thing is there at once, or the slides are cut.",
)
