"""A transition that is longer than its slide: it is shortened to it."""

from collections.abc import Iterable

from ritornel.core.linecheck.finding import BETTER, Finding, Mend, Rule, Size, seconds
from ritornel.core.model import Slide
from ritornel.core.motion.transitions import transition_ms
from ritornel.core.time.slide_clock import SlideTime


def _look(number: int, slide: Slide, time: SlideTime, stage: Size) -> Iterable[Finding]:
    asked = transition_ms(slide.transition)
    if asked > time.transition_ms:
        lasts = f"it lasts {seconds(time.length_ms)}, and its transition of {seconds(asked)} is shortened to that"
        values = {"transition": {"duration": time.transition_ms}}
        command = {"do": "set-slides", "slides": [slide.id], "values": values, "within_transition": True}
        mend = Mend(f"Let it take {seconds(time.transition_ms)}", command)
        yield Finding("transition-too-long", slide.id, f"slide {number}: {lasts}", mend=mend)


RULE = Rule(
    "transition-too-long",
    "Transitions longer than their slides",
    _look,
    weight=BETTER,
    why="The transition is cut short, and looks it.",
)
