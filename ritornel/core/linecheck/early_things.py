"""Something comes with a cue before the words that name it."""

from collections.abc import Iterable

from ritornel.core.linecheck.finding import BETTER, Finding, Rule, Size
from ritornel.core.linecheck.named_things import named_things, with_its_words
from ritornel.core.model import Slide
from ritornel.core.time.slide_clock import SlideTime


def _look(number: int, slide: Slide, time: SlideTime, stage: Size) -> Iterable[Finding]:
    for one in named_things(slide, time):
        if one.named > one.comes:
            words = f"comes with cue {one.comes}, and is named only {one.when}"
            message = f"slide {number}: “{one.name}” {words}"
            mend = with_its_words(slide, time, one)
            yield Finding("early-thing", slide.id, message, one.timed.step.id, one.thing.id, mend)


RULE = Rule(
    "early-thing",
    "Things that come before they are named",
    _look,
    weight=BETTER,
    why="What is there before it is named is looked at while something else is said.",
)
