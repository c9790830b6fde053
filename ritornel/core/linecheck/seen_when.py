"""When an object of a slide is to be seen, and where it stands: what several rules ask."""

from collections.abc import Mapping
from math import hypot

from ritornel.core.linecheck.finding import Size
from ritornel.core.model import Object, Slide
from ritornel.core.motion.flying import on_stage, seen_through
from ritornel.core.motion.placing import Matrix
from ritornel.core.motion.views import stops
from ritornel.core.time.slide_clock import SlideTime

Seen = tuple[int, int]


def seen_when(slide: Slide, time: SlideTime) -> Mapping[str, Seen]:
    """Return from when to when each object of a slide is seen at most, in slide time: from its first entrance, to the
    end of its last exit.
    """
    comes: dict[str, int] = {}
    goes: dict[str, int] = {}
    there: dict[str, bool] = {}
    for group in time.groups:
        for timed in group.steps:
            step = timed.step
            if step.kind == "entrance":
                there.setdefault(step.object, False)
                comes.setdefault(step.object, timed.start_ms)
                goes.pop(step.object, None)
            elif step.kind == "exit" and step.part is None:
                there.setdefault(step.object, True)
                goes[step.object] = timed.uncut_end_ms
    return {
        o.id: (0 if there.get(o.id, True) else comes[o.id], min(time.length_ms, goes.get(o.id, time.length_ms)))
        for o in slide.objects
    }


def moved(time: SlideTime) -> frozenset[str]:
    """Return the objects that builds move to another place, size or turn while they are seen."""
    return frozenset(
        t.step.object for g in time.groups for t in g.steps if t.step.kind == "path" or t.step.kind == "emphasis"
    )


def beside_stage(thing: Object, stage: Size, slide: Slide) -> bool:
    """Tell whether an object stands beside the stage with all of it, however it is turned; on a plane, in no view."""
    if slide.plane is not None:
        return not any(_touches(thing, seen_through(seen, *stage), stage) for _, seen in stops(slide, *stage))
    reach = max(thing.width, thing.height) if thing.rotation else 0
    right, bottom = thing.x + thing.width + reach, thing.y + thing.height + reach
    return right <= 0 or bottom <= 0 or thing.x - reach >= stage[0] or thing.y - reach >= stage[1]


def _touches(thing: Object, view: Matrix, stage: Size) -> bool:
    """Tell whether an object may be seen on the stage through a view: by the circle around it."""
    x, y = thing.x + thing.width / 2, thing.y + thing.height / 2
    across, down = on_stage(view, x, y)
    reach = hypot(thing.width, thing.height) / 2 * hypot(view[0], view[1])
    return -reach < across < stage[0] + reach and -reach < down < stage[1] + reach
