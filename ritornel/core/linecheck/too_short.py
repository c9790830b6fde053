"""A slide's fixed length is less than what is on it needs."""

from collections.abc import Iterable

from ritornel.core.linecheck.finding import NOTICED, Finding, Mend, Rule, Size, seconds
from ritornel.core.model import Slide
from ritornel.core.time.slide_clock import SlideTime


def _look(number: int, slide: Slide, time: SlideTime, stage: Size) -> Iterable[Finding]:
    if time.too_short_ms:
        command = {"do": "set-slides", "slides": [slide.id], "values": {"length": None}}
        mend = Mend("Let it last as long as it needs", command)
        yield Finding("too-short", slide.id, f"slide {number}: too short by {seconds(time.too_short_ms)}", mend=mend)


RULE = Rule(
    "too-short",
    "Fixed length is too short",
    _look,
    weight=NOTICED,
    why="The slide takes longer than was set, and all after it comes later.",
)
