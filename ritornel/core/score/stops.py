"""Where a slide with a plane stands still: for pictures of it, which show every stop."""

from ritornel.core.model import Slide
from ritornel.core.motion.views import begins_at
from ritornel.core.time.slide_clock import SlideTime

_JUST_BEFORE_MS = 1


def stop_ends(slide: Slide, time: SlideTime) -> list[int]:
    """Return the last instant of each stop of a slide, in ms of its time: before the stage goes on, and its end.

    One stop for a slide without a plane; none for one that lasts no time.
    """
    if not time.length_ms:
        return []
    first = begins_at(slide) if slide.plane is not None else None
    timed = (one for group in time.groups for one in group.steps if one.step.kind == "view")
    leaves = {one.start_ms for one in timed if first is None or one.step.id != first.id}
    ends = [at - _JUST_BEFORE_MS for at in sorted(leaves) if 0 < at < time.length_ms]
    return [*(ends if slide.plane is not None else ()), time.length_ms - _JUST_BEFORE_MS]
