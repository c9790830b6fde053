"""A document names an effect, easing or transition that this version does not have; it plays a plainer one."""

from collections.abc import Iterable

from ritornel.core.linecheck.finding import Finding, Rule
from ritornel.core.model import Slide
from ritornel.core.motion.builds import effect_for, is_known
from ritornel.core.motion.easing import BadEasing, parse
from ritornel.core.motion.transitions import TRANSITIONS, transition_for
from ritornel.core.time.slide_clock import SlideTime


def _look(number: int, slide: Slide, time: SlideTime) -> Iterable[Finding]:
    wanted = slide.transition.type
    if wanted not in TRANSITIONS:
        used = transition_for(slide.transition).label.lower()
        yield Finding(
            "unknown-effect",
            slide.id,
            f"slide {number}: transition “{wanted}” is not known; it plays a {used}",
        )
    for place, step in enumerate(slide.running_order, 1):
        if step.effect and not is_known(step.kind, step.effect):
            used = effect_for(step.kind, step.effect).label.lower()
            words = f"there is no {step.kind} “{step.effect}”; it plays “{used}”"
            yield Finding("unknown-effect", slide.id, f"slide {number}, build {place}: {words}", step.id)
        if step.easing:
            try:
                parse(step.easing)
            except BadEasing as error:
                yield Finding("unknown-effect", slide.id, f"slide {number}, build {place}: {error}", step.id)


RULE = Rule("unknown-effect", "Effects that are not known", _look)
