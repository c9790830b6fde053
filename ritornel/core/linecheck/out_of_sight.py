"""A build moves something that stands beside the stage all the time."""

from collections.abc import Iterable

from ritornel.core.linecheck.finding import BETTER, Finding, Rule, Size, taken_away
from ritornel.core.linecheck.seen_when import beside_stage
from ritornel.core.model import Slide, Sound
from ritornel.core.text.naming import object_name
from ritornel.core.time.slide_clock import SlideTime


def _look(number: int, slide: Slide, time: SlideTime, stage: Size) -> Iterable[Finding]:
    beside = {o.id: o for o in slide.objects if not isinstance(o, Sound) and beside_stage(o, stage, slide)}
    if not beside:
        return
    led = {s.object for s in slide.running_order if s.kind == "path"}
    for step in slide.running_order:
        thing = beside.get(step.object)
        if thing is not None and step.object not in led:
            where = "in no view; show one" if slide.plane is not None else "beside the stage; move it onto the stage"
            message = f"slide {number}: “{object_name(thing, {})}” is built {where}"
            yield Finding("out-of-sight", slide.id, message, step.id, thing.id, taken_away(slide, step))


RULE = Rule(
    "out-of-sight",
    "Builds beside the stage",
    _look,
    weight=BETTER,
    why="A build that nobody sees takes time in which nothing happens.",
)
