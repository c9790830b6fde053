"""The cue marks in a script and the cues of the running order do not agree."""

from collections.abc import Iterable

from ritornel.core.linecheck.finding import NOTICED, Finding, Rule, Size
from ritornel.core.model import Slide
from ritornel.core.model.slide import MARK
from ritornel.core.time.script import has_words
from ritornel.core.time.slide_clock import SlideTime


def _look(number: int, slide: Slide, time: SlideTime, stage: Size) -> Iterable[Finding]:
    marks = [int(m) for m in MARK.findall(slide.script)]
    cues = range(1, len(time.groups))
    for mark in sorted(set(marks) - set(cues)):
        yield Finding(
            "cue-marks",
            slide.id,
            f"slide {number}: the script marks cue {mark}, and there is no cue {mark}",
        )
    if marks != sorted(marks):
        yield Finding("cue-marks", slide.id, f"slide {number}: the cue marks in the script are out of order")
    if has_words(slide.script):
        for cue in sorted(set(cues) - set(marks)):
            yield Finding("cue-marks", slide.id, f"slide {number}: cue {cue} has no mark in the script")


RULE = Rule(
    "cue-marks",
    "Script and cues do not agree",
    _look,
    weight=NOTICED,
    why="A cue without its mark comes at a time that nobody chose; a mark without a cue does nothing.",
)
