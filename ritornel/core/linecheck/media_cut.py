"""A clip or sound is cut by its slide's end before it was played once."""

from collections.abc import Iterable

from ritornel.core.linecheck.finding import NOTICED, Finding, Rule, Size, held_longer, seconds
from ritornel.core.model import Clip, Slide
from ritornel.core.time.slide_clock import SlideTime


def _look(number: int, slide: Slide, time: SlideTime, stage: Size) -> Iterable[Finding]:
    things = {o.id: o for o in slide.objects}
    for name, unseen in time.unseen:
        noun = "clip" if isinstance(things[name], Clip) else "sound"
        words = f"the slide's end cuts the {noun}: {seconds(unseen)} of it are not played"
        mend = held_longer(slide, unseen)
        yield Finding("media-cut", slide.id, f"slide {number}: {words}", object=name, mend=mend)


RULE = Rule(
    "media-cut",
    "Clips and sounds that are cut by their slide's end",
    _look,
    weight=NOTICED,
    why="What is cut off sounds, and looks, like a mistake.",
)
