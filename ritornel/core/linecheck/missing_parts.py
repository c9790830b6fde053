"""A build moves a line, a word or a letter that its text no longer has."""

from collections.abc import Iterable

from ritornel.core.linecheck.finding import NOTICED, Finding, Rule, Size, taken_away
from ritornel.core.model import Slide, Text
from ritornel.core.text.naming import part_name
from ritornel.core.text.parts import has_part
from ritornel.core.time.slide_clock import SlideTime


def _look(number: int, slide: Slide, time: SlideTime, stage: Size) -> Iterable[Finding]:
    texts = {o.id: o for o in slide.objects if isinstance(o, Text)}
    for place, step in enumerate(slide.running_order, 1):
        text = texts.get(step.object)
        if step.part is not None and text is not None and not has_part(text, step.part):
            message = f"slide {number}, build {place}: the text has no {part_name(step.part)}"
            yield Finding("missing-part", slide.id, message, step.id, mend=taken_away(slide, step))


RULE = Rule(
    "missing-part",
    "Builds of parts that are gone",
    _look,
    weight=NOTICED,
    why="A build of what is gone takes time in which nothing happens.",
)
