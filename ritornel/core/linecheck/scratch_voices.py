"""Voices of a slide that are not what they should be: made by a machine for the timing, or saying another script."""

from collections.abc import Iterable

from ritornel.core.linecheck.finding import NOTICED, Finding, Rule, Size
from ritornel.core.model import Slide
from ritornel.core.time.slide_clock import SlideTime


def _look(number: int, slide: Slide, time: SlideTime, stage: Size) -> Iterable[Finding]:
    voice = slide.narration
    if voice is None:
        return
    if voice.scratch:
        words = "its voice is a scratch voice, which is not meant for others"
        yield Finding("scratch-voices", slide.id, f"slide {number}: {words}")
    if voice.heard == "other":
        yield Finding("scratch-voices", slide.id, f"slide {number}: its voice does not seem to say its script")


RULE = Rule(
    "scratch-voices",
    "Scratch voices, and voices that say another script",
    _look,
    weight=NOTICED,
    why="A scratch voice is there for the timing: it is not meant to be heard by others.",
)
