"""A picture comes after the words that name it."""

from collections.abc import Iterable

from ritornel.core.linecheck.finding import NOTICED, Finding, Mend, Rule, Size
from ritornel.core.model import Clip, Picture, Slide
from ritornel.core.time.script import texts
from ritornel.core.time.slide_clock import SlideTime

_SHORTEST = 4
"""Letters that a name must have to be told from other words."""


def _look(number: int, slide: Slide, time: SlideTime, stage: Size) -> Iterable[Finding]:
    named = {o.id: o for o in slide.objects if isinstance(o, Picture | Clip) and len(o.name or o.alt) >= _SHORTEST}
    if not named or not slide.script:
        return
    passages = [text.casefold() for text in texts(slide.script, len(time.groups) - 1)]
    for group in time.groups:
        for timed in group.steps:
            thing = named.get(timed.step.object)
            if thing is None or timed.step.kind != "entrance" or not group.cue:
                continue
            name = thing.name or thing.alt
            cue = next((n for n, said in enumerate(passages) if name.casefold() in said), group.cue)
            if cue < group.cue:
                when = f"with cue {cue}" if cue else "before the first cue"
                message = f"slide {number}: “{name}” comes with cue {group.cue}, and is named {when}"
                place = len(time.groups[cue].steps)
                command = {
                    "do": "move-steps", "slide": slide.id, "steps": [timed.step.id], "cue": cue, "index": place,
                }  # fmt: skip
                mend = Mend(f"Let it come {when}", command)
                yield Finding("late-picture", slide.id, message, timed.step.id, thing.id, mend)


RULE = Rule(
    "late-picture",
    "Pictures that come late",
    _look,
    weight=NOTICED,
    why="What is named and not yet to be seen is looked for, and the words are lost.",
)
