"""A plan of times that was filled in elsewhere."""

from typing import Annotated

from msgspec import Meta, Struct
from msgspec.structs import replace

from ritornel.core.edits.command import BadEdit, Command
from ritornel.core.model import Show, Slide, limits
from ritornel.core.model.units import Ms

Cue = Annotated[int, Meta(ge=0, le=limits.BUILDS_ON_A_SLIDE)]


class PlannedRest(Struct, frozen=True):
    """The wait before a ``cue`` of a slide, or its hold (cue 0), in ms; None: by the clock."""

    slide: str
    cue: Cue
    ms: Ms | None


class KeepPlan(Command, frozen=True, kw_only=True):
    """Set the waits and holds of slides as they were planned; of slides and cues that are not there nothing is set."""

    rests: Annotated[tuple[PlannedRest, ...], Meta(min_length=1, max_length=limits.SLIDES * 50)]

    def apply(self, show: Show) -> Show:
        """Return the show with those rests; ``BadEdit`` if none of it is about its slides."""
        planned: dict[str, dict[int, int | None]] = {}
        for rest in self.rests:
            planned.setdefault(rest.slide, {})[rest.cue] = rest.ms
        if not planned.keys() & {slide.id for slide in show.slides}:
            raise BadEdit("this plan is not of this show: none of its slides is in it")
        return replace(show, slides=tuple(_planned(s, planned[s.id]) if s.id in planned else s for s in show.slides))

    @property
    def label(self) -> str:
        """Name it as people do."""
        return "take in a plan of times"


def _planned(slide: Slide, rests: dict[int, int | None]) -> Slide:
    cues = sum(step.trigger == "cue" for step in slide.running_order)
    waits = dict(slide.waits)
    for cue, ms in rests.items():
        if cue and ms is None:
            waits.pop(str(cue), None)
        elif cue and ms is not None and cue <= cues:
            waits[str(cue)] = ms
    return replace(slide, waits=waits, **({"hold_ms": rests[0]} if 0 in rests else {}))
