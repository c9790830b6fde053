"""The timing of a show as plain data, and what the line check finds in it."""

from typing import Any

from ritornel.core.linecheck import Finding, check
from ritornel.core.model import Show
from ritornel.core.model.memory import Recalled
from ritornel.core.score.compiling import compile
from ritornel.core.score.parts import Score
from ritornel.core.time.slide_clock import SlideTime

_MOST_BYTES = 4 * 1024 * 1024
_found: Recalled[tuple[Finding, ...]] = Recalled(_MOST_BYTES)


def facts(show: Show) -> dict[str, Any]:
    """Return the show's timing as plain data: starts of slides in show time, the rest in slide time, and findings."""
    score = compile(show)
    return {
        "length": score.length_ms,
        "slides": [
            {"id": slide.id, "start": start, "length": slide.length_ms, "groups": group_facts(time)}
            for slide, start, time in zip(score.slides, score.starts, score.times, strict=True)
        ],
        "findings": [
            {"rule": f.rule, "slide": f.slide, "message": f.message, "build": f.build} for f in findings(show, score)
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


def findings(show: Show, score: Score) -> tuple[Finding, ...]:
    """Return what the line check finds in a show and its times."""
    known = _found.get(show, score)
    if known is not None:
        return known
    found = tuple(check(show, score.times))
    return _found.put(found, 600 + 600 * len(found), show, score)
