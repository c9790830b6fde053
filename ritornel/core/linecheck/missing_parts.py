"""A build moves a line that its text no longer has."""

from collections.abc import Iterable

from ritornel.core.linecheck.finding import Finding, Rule
from ritornel.core.model import Slide, Text
from ritornel.core.time.slide_clock import SlideTime


def _look(number: int, slide: Slide, time: SlideTime) -> Iterable[Finding]:
    texts = {o.id: o for o in slide.objects if isinstance(o, Text)}
    for place, step in enumerate(slide.running_order, 1):
        text = texts.get(step.object)
        if step.part is not None and text is not None and step.part.paragraph >= len(text.paragraphs):
            line = step.part.paragraph + 1
            message = f"slide {number}, build {place}: the text has no line {line}"
            yield Finding("missing-part", slide.id, message, step.id)


RULE = Rule("missing-part", "Builds of lines that are gone", _look)
