"""A build moves something that stands beside the stage all the time."""

from collections.abc import Iterable

from ritornel.core.linecheck.finding import Finding, Rule, Size, taken_away
from ritornel.core.model import Object, Slide, Sound
from ritornel.core.text.naming import object_name
from ritornel.core.time.slide_clock import SlideTime


def _look(number: int, slide: Slide, time: SlideTime, stage: Size) -> Iterable[Finding]:
    beside = {o.id: o for o in slide.objects if not isinstance(o, Sound) and _is_beside(o, stage)}
    if not beside:
        return
    led = {s.object for s in slide.running_order if s.kind == "path"}
    for step in slide.running_order:
        thing = beside.get(step.object)
        if thing is not None and step.object not in led:
            message = f"slide {number}: “{object_name(thing, {})}” is built beside the stage; move it onto the stage"
            yield Finding("out-of-sight", slide.id, message, step.id, thing.id, taken_away(slide, step))


def _is_beside(thing: Object, stage: Size) -> bool:
    reach = max(thing.width, thing.height) if thing.rotation else 0
    right, bottom = thing.x + thing.width + reach, thing.y + thing.height + reach
    return right <= 0 or bottom <= 0 or thing.x - reach >= stage[0] or thing.y - reach >= stage[1]


RULE = Rule("out-of-sight", "Builds beside the stage", _look)
