"""The timing of a show as plain data."""

from typing import Any

from ritornel.core.model import Show
from ritornel.core.score.compiling import compile
from ritornel.core.time.slide_clock import SlideTime


def facts(show: Show) -> dict[str, Any]:
    """Return the show's timing as plain data: starts of slides in show time, the rest in slide time."""
    score = compile(show)
    return {
        "length": score.length_ms,
        "slides": [
            {"id": slide.id, "start": start, "length": slide.length_ms, "groups": group_facts(time)}
            for slide, start, time in zip(score.slides, score.starts, score.times, strict=True)
        ],
    }


def group_facts(time: SlideTime) -> list[dict[str, Any]]:
    """Return the groups of one slide as plain data."""
    return [
        {
            "cue": group.cue,
            "start": group.start_ms,
            "settle": group.settle_ms,
            "steps": [{"id": s.step.id, "start": s.start_ms, "end": s.end_ms} for s in group.steps],
        }
        for group in time.groups
    ]
