"""The marks that a slide's builds draw: what is on the stage besides the objects themselves."""

from typing import NamedTuple

from ritornel.core.model import Slide
from ritornel.core.model.keys import mark_key
from ritornel.core.motion.builds import effect_for
from ritornel.core.motion.choreography import asked_of, target_box
from ritornel.core.motion.declared import Box, Mark


class PlacedMark(NamedTuple):
    """A mark, what tracks move it by, and its box in stage units from its object's corner."""

    key: str
    box: Box
    mark: Mark


def marks_of(slide: Slide, stage_width: int, stage_height: int) -> dict[str, list[PlacedMark]]:
    """Return the marks of each object of a slide, by its id, in the order of the builds that draw them."""
    objects = {o.id: o for o in slide.objects}
    found: dict[str, list[PlacedMark]] = {}
    for step in slide.running_order:
        effect = effect_for(step.kind, step.effect)
        thing = objects.get(step.object)
        if step.off or effect.mark is None or thing is None or (box := target_box(thing, step.part)) is None:
            continue
        mark = effect.mark(asked_of(step, thing, box, stage_width, stage_height))
        beside = box._replace(x=box.x - thing.x, y=box.y - thing.y)
        found.setdefault(thing.id, []).append(PlacedMark(mark_key(thing.id, step.id), beside, mark))
    return found
