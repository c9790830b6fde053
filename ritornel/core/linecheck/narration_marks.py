"""Marks of a narration that run backwards: they count as none, and their cues come by the other rules."""

from collections.abc import Iterable

from ritornel.core.linecheck.finding import NOTICED, Finding, Rule, Size
from ritornel.core.model import Slide
from ritornel.core.time.narration import marked_cues
from ritornel.core.time.slide_clock import SlideTime


def _look(number: int, slide: Slide, time: SlideTime, stage: Size) -> Iterable[Finding]:
    if slide.narration is None:
        return
    marks = slide.narration.marks[: len(time.groups) - 1]
    for cue, (mark, counts) in enumerate(zip(marks, marked_cues(slide.narration, len(marks)), strict=True), 1):
        if mark is not None and counts is None:
            words = f"the narration's mark {cue} comes before an earlier one, and counts as none"
            yield Finding("narration-marks", slide.id, f"slide {number}: {words}")


RULE = Rule(
    "narration-marks",
    "Marks of a narration run backwards",
    _look,
    weight=NOTICED,
    why="Cues whose marks run backwards come by other rules than those that were set.",
)
