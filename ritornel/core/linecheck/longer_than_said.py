"""A build takes longer than what is said with its cue: the voice waits for it, or it is cut."""

from collections.abc import Iterable

from ritornel.core.linecheck.finding import BETTER, Finding, Mend, Rule, Size, seconds, shares
from ritornel.core.model import Slide
from ritornel.core.text.naming import step_name
from ritornel.core.time.slide_clock import SlideTime


def _look(number: int, slide: Slide, time: SlideTime, stage: Size) -> Iterable[Finding]:
    for group in time.groups:
        for timed in group.steps:
            lasts = timed.uncut_end_ms - timed.start_ms
            if group.said_ms and timed.step.object and lasts > group.said_ms:
                told = f"takes {seconds(lasts)}, and what is said with it {seconds(group.said_ms)}"
                message = f"slide {number}: “{step_name(timed.step, slide, {})}” {told}; make it shorter, or say more"
                share = group.said_ms / lasts
                command = {"do": "scale-builds", "slide": slide.id, "steps": [timed.step.id], "by": shares(share)}
                mend = Mend(f"Let it take {seconds(group.said_ms)}", command)
                yield Finding("longer-than-said", slide.id, message, timed.step.id, timed.step.object, mend)


RULE = Rule(
    "longer-than-said",
    "Builds that take longer than what is said",
    _look,
    weight=BETTER,
    why="The voice waits for the build, or the build is cut short.",
)
