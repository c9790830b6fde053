"""Words too small to be read from the last row."""

from collections.abc import Iterable

from ritornel.core.linecheck.finding import BETTER, Finding, Mend, Rule, Size
from ritornel.core.model import Slide, Text
from ritornel.core.model.box import Box
from ritornel.core.motion.views import nearest
from ritornel.core.text.naming import object_name
from ritornel.core.time.slide_clock import SlideTime

SMALLEST = 1 / 30
"""Of the stage's height: 24 units of 720."""


def _look(number: int, slide: Slide, time: SlideTime, stage: Size) -> Iterable[Finding]:
    least = SMALLEST * stage[1]
    for thing in slide.objects:
        if not isinstance(thing, Text) or thing.tells or not any(p.text.strip() for p in thing.paragraphs):
            continue
        sizes = [thing.size, *(run.size for p in thing.paragraphs for run in p.runs if run.size is not None)]
        near = nearest(slide, Box(thing.x, thing.y, thing.width, thing.height), *stage)
        if 0 < near * min(sizes) < least - 1e-6:
            high = f"{near * min(sizes):.3g} units high" + (" in the nearest view of it" if slide.plane else "")
            words = f"“{object_name(thing, {})}” is {high}; {least:g} can be read from the last row"
            values = {"size": least / near}
            command = {"do": "style-texts", "slide": slide.id, "objects": [thing.id], "values": values}
            mend = Mend(f"Make it {least / near:.3g}", command) if near * thing.size < least else None
            yield Finding("small-text", slide.id, f"slide {number}: {words}", object=thing.id, mend=mend)


RULE = Rule(
    "small-text",
    "Words that are too small",
    _look,
    weight=BETTER,
    why="From the last row, and on a small screen, it cannot be read.",
)
