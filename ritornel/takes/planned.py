"""What pages know of the plan of a slide: its passages, and the groups of its running order."""

from typing import Any

from ritornel.core.model import Show, Slide
from ritornel.core.motion.views import arrivals, overview
from ritornel.core.text.naming import view_name
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


def planes_of(show: Show) -> dict[str, Any]:
    """Return, for each slide with a plane, all of it and its views in the order they come, as (x, y, width, turn)."""
    size = show.width, show.height
    return {
        slide.id: {
            "overview": overview(slide.plane, *size),
            "views": [{"name": view_name(s.view, slide), "at": seen} for s, seen in arrivals(slide, *size)],
        }
        for slide in show.slides
        if slide.plane is not None
    }
