"""The marks that a slide's builds draw: what is on the stage besides the objects themselves."""

from typing import NamedTuple

from ritornel.core.model import Slide, Text
from ritornel.core.model.box import Box
from ritornel.core.motion.builds import effect_for
from ritornel.core.motion.declared import Mark
from ritornel.core.motion.resolving import asked_of, builds_of, untimed


class PlacedMark(NamedTuple):
    """A mark, what tracks move it by, and its box in stage units from its object's corner.

    One that is ``behind`` is under what the object shows; a marker only is behind words.
    """

    key: str
    box: Box
    mark: Mark
    behind: bool


def marks_of(slide: Slide, stage_width: int, stage_height: int) -> dict[str, list[PlacedMark]]:
    """Return the marks of each object of a slide, by its id, in the order of the builds that draw them."""
    found: dict[str, list[PlacedMark]] = {}
    drawing = (s for s in slide.running_order if not s.off and effect_for(s.kind, s.effect).mark is not None)
    for build in builds_of(slide, untimed(drawing)):
        thing, draws = build.thing, build.effect.mark
        if draws is None:
            continue
        mark = draws(asked_of(build, stage_width, stage_height))
        beside = build.box._replace(x=build.box.x - thing.x, y=build.box.y - thing.y)
        # a marker that lay behind anything but words would not be seen
        behind = mark.behind and (isinstance(thing, Text) or not mark.path)
        found.setdefault(thing.id, []).append(PlacedMark(build.key, beside, mark, behind))
    return found
