"""Pictures and clips that come with a cue, and the cue with which the words come that name them: what two rules ask."""

from collections.abc import Iterator
from typing import NamedTuple

from ritornel.core.linecheck.finding import Mend
from ritornel.core.model import Clip, Picture, Slide
from ritornel.core.time.running_order import StepTime
from ritornel.core.time.script import texts
from ritornel.core.time.slide_clock import SlideTime

_SHORTEST = 4
"""Letters that a name must have to be told from other words."""


class Named(NamedTuple):
    """A thing that comes in with the cue ``comes``, and is named with the cue ``named`` (0: before the first)."""

    name: str
    thing: Picture | Clip
    timed: StepTime
    comes: int
    named: int

    @property
    def when(self) -> str:
        """When it is named, in words."""
        return f"with cue {self.named}" if self.named else "before the first cue"


def named_things(slide: Slide, time: SlideTime) -> Iterator[Named]:
    """Yield what comes in on a slide and is named in its script."""
    called = {o.id: o for o in slide.objects if isinstance(o, Picture | Clip) and len(o.name or o.alt) >= _SHORTEST}
    if not called or not slide.script:
        return
    passages = [text.casefold() for text in texts(slide.script, len(time.groups) - 1)]
    for group in time.groups[1:]:
        for timed in group.steps:
            thing = called.get(timed.step.object)
            if thing is None or timed.step.kind != "entrance":
                continue
            name = thing.name or thing.alt
            cue = next((n for n, said in enumerate(passages) if name.casefold() in said), None)
            if cue is not None:
                yield Named(name, thing, timed, group.cue, cue)


def with_its_words(slide: Slide, time: SlideTime, one: Named) -> Mend:
    """Return the mend that lets a thing come with the words that name it."""
    place = len(time.groups[one.named].steps)
    command = {
        "do": "move-steps", "slide": slide.id, "steps": [one.timed.step.id], "cue": one.named, "index": place,
    }  # fmt: skip
    return Mend(f"Let it come {one.when}", command)
