"""What pages know of the plan of a slide: its passages, and the groups of its running order."""

from typing import Any

from ritornel.core.model import Slide
from ritornel.core.time.script import texts
from ritornel.core.time.slide_clock import SlideTime


def plan_of(slide: Slide, time: SlideTime) -> dict[str, Any]:
    """Return a slide's passages, and when its groups begin and settle, in ms, and who gives what."""
    return {
        "id": slide.id,
        "speaks": slide.speaks,
        "passages": texts(slide.script, len(time.groups) - 1),
        "advance": slide.advance,
        "cue_advance": slide.cue_advance,
        "groups": [
            {
                "cue": g.cue,
                "start": g.start_ms,
                "settle": g.settle_ms,
                "advance": slide.cue_advance.get(str(g.cue), slide.advance),
            }
            for g in time.groups
        ],
    }
