"""A picture comes after the words that name it."""

from collections.abc import Iterable

from ritornel.core.linecheck.finding import NOTICED, Finding, Rule, Size
from ritornel.core.linecheck.named_things import named_things, with_its_words
from ritornel.core.model import Slide
from ritornel.core.time.slide_clock import SlideTime


def _look(number: int, slide: Slide, time: SlideTime, stage: Size) -> Iterable[Finding]:
    for one in named_things(slide, time):
        if one.named < one.comes:
            words = f"comes with cue {one.comes}, and is named {one.when}"
            message = f"slide {number}: “{one.name}” {words}"
            mend = with_its_words(slide, time, one)
            yield Finding("late-picture", slide.id, message, one.timed.step.id, one.thing.id, mend)


RULE = Rule(
    "late-picture",
    "Pictures that come late",
    _look,
    weight=NOTICED,
    why="What is named and not yet to be seen is looked for, and the words are lost.",
)
