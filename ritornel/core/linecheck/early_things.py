"""Something comes with a cue before the words that name it."""

from collections.abc import Iterable

from ritornel.core.linecheck.finding import BETTER, Finding, Mend, Rule, Size
from ritornel.core.model import Clip, Picture, Slide
from ritornel.core.time.script import texts
from ritornel.core.time.slide_clock import SlideTime

_SHORTEST = 4
"""Letters that a name must have to be told from other words."""


def _look(number: int, slide: Slide, time: SlideTime, stage: Size) -> Iterable[Finding]:
    named = {o.id: o for o in slide.objects if isinstance(o, Picture | Clip) and len(o.name) >= _SHORTEST}
    if not named or not slide.script:
        return
    passages = [text.casefold() for text in texts(slide.script, len(time.groups) - 1)]
    for group in time.groups:
        for timed in group.steps:
            thing = named.get(timed.step.object)
            if thing is None or timed.step.kind != "entrance" or not group.cue:
                continue
            cue = next((n for n, said in enumerate(passages) if thing.name.casefold() in said), 0)
            if cue > group.cue:
                message = f"slide {number}: “{thing.name}” comes with cue {group.cue}, and is named only with cue {cue}"
                place = len(time.groups[cue].steps)
                command = {
                    "do": "move-steps", "slide": slide.id, "steps": [timed.step.id], "cue": cue, "index": place,
                }  # fmt: skip
                mend = Mend(f"Let it come with cue {cue}", command)
                yield Finding("early-thing", slide.id, message, timed.step.id, thing.id, mend)


RULE = Rule(
    "early-thing",
    "Things that come before they are named",
    _look,
    weight=BETTER,
    why="What is there before it is named is looked at while something else is said.",
)
