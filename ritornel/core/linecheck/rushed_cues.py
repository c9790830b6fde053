"""A cue comes before what the one before it has begun is done: its builds are cut short."""

from collections.abc import Iterable
from itertools import pairwise

from ritornel.core.linecheck.finding import NOTICED, Finding, Mend, Rule, Size, about, shares
from ritornel.core.model import Slide
from ritornel.core.time.slide_clock import SlideTime

_LEAST_MS = 50


def _look(number: int, slide: Slide, time: SlideTime, stage: Size) -> Iterable[Finding]:
    for group, following in pairwise(time.groups):
        there = following.start_ms - group.start_ms
        lacks = group.motion_ms - there
        if lacks < _LEAST_MS:
            continue
        moving = [t.step.id for t in group.steps if t.step.object and not t.step.acts]
        mend = None
        if moving and there > 0:
            by = there / group.motion_ms
            command = {"do": "scale-builds", "slide": slide.id, "steps": moving, "by": shares(by)}
            mend = Mend(f"Let its builds take {100 * by:.0f} % of their time", command)
        words = f"cue {following.cue} comes {about(lacks)} before what is built before it is done"
        yield Finding("rushed-cue", slide.id, f"slide {number}: {words}", (moving or [""])[0], mend=mend)


RULE = Rule(
    "rushed-cue",
    "Cues that come too soon",
    _look,
    weight=NOTICED,
    why="What is cut short jumps to its end.",
)
