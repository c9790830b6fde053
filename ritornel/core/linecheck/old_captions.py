"""Captions that were written by hand before the script was changed: they may say what is not said any more."""

from collections.abc import Iterable

from ritornel.core.linecheck.finding import NOTICED, Finding, Rule, Size
from ritornel.core.model import Slide
from ritornel.core.time.slide_clock import SlideTime
from ritornel.core.voice.written import words_of


def _look(number: int, slide: Slide, time: SlideTime, stage: Size) -> Iterable[Finding]:
    if not slide.captions:
        return
    words = words_of(slide.script)
    old = sorted(language for language, written in slide.captions.items() if written.words != words)
    if old:
        told = ", ".join(old)
        yield Finding("old-captions", slide.id, f"slide {number}: its script was changed after its captions ({told})")


RULE = Rule(
    "old-captions",
    "Captions of a script that was changed since",
    _look,
    weight=NOTICED,
    why="Who reads the captions reads what nobody says.",
)
