"""A text runs out of its box."""

from collections.abc import Iterable

from ritornel.core.linecheck.finding import NOTICED, Finding, Mend, Rule, Size
from ritornel.core.model import Slide, Text
from ritornel.core.text.fitting import excess
from ritornel.core.text.naming import object_name
from ritornel.core.time.slide_clock import SlideTime


def _look(number: int, slide: Slide, time: SlideTime, stage: Size) -> Iterable[Finding]:
    for thing in slide.objects:
        if isinstance(thing, Text) and not thing.grows and (over := excess(thing)):
            message = f"slide {number}: “{object_name(thing, {})}” runs {over:.0f} units out of its box"
            mend = Mend("Shrink it to its box", {"do": "shrink-texts", "slide": slide.id, "objects": [thing.id]})
            yield Finding("text-overflows", slide.id, message, object=thing.id, mend=mend)


RULE = Rule(
    "text-overflows",
    "Texts that run out of their box",
    _look,
    weight=NOTICED,
    why="Words stand where nothing keeps room for them: over others, or off the stage.",
)
