"""Edits by dragging on the timeline: builds, their ends, cues, the end of a slide. All in ms, later positive."""

from typing import Literal

from msgspec.structs import replace

from ritornel.core.edits.command import BadEdit, Command, change_slide, slide_of
from ritornel.core.edits.slides import SetWait
from ritornel.core.model import Show, Slide, Step, limits
from ritornel.core.score import compile
from ritornel.core.time.narration import marked_cues
from ritornel.core.time.rounding import divided
from ritornel.core.time.slide_clock import SlideTime, StepTime

LEAST_DURATION_MS = 50
"""A build dragged shorter stays this long; a shorter one can be typed."""


class DragBuild(Command, frozen=True, kw_only=True):
    """Move when a build begins. One that opens a cue takes its cue along; any other changes its delay."""

    slide: str
    step: str
    by: int

    def apply(self, show: Show) -> Show:
        """Return the show with the build moved; it cannot begin before its cluster."""
        time = _time_of(show, self.slide)
        for group in time.groups[1:]:
            if group.steps and group.steps[0].step.id == self.step:
                return DragCue(slide=self.slide, cue=group.cue, by=self.by).apply(show)
        step = _timed(time, self.step).step
        return _with_step(show, self.slide, replace(step, delay_ms=max(0, step.delay_ms + self.by)))

    @property
    def label(self) -> str:
        """Name it as people do."""
        return "move a build"


class StretchBuild(Command, frozen=True, kw_only=True):
    """Move the start or the end of a build; the other end stays, to the millisecond, however often it repeats."""

    slide: str
    step: str
    edge: Literal["start", "end"]
    by: int

    def apply(self, show: Show) -> Show:
        """Return the show with the build stretched; its start cannot go before its cluster's."""
        step = _timed(_time_of(show, self.slide), self.step).step
        duration = step.duration_ms or 0
        if self.edge == "end":
            longer = duration + divided(self.by, step.repeat)
            return _with_step(show, self.slide, replace(step, duration_ms=max(LEAST_DURATION_MS, longer)))
        end = step.delay_ms + duration * step.repeat
        latest = max(step.delay_ms, end - LEAST_DURATION_MS * step.repeat)
        wanted = min(max(0, step.delay_ms + self.by), latest)
        each = min(divided(end - wanted, step.repeat), end // step.repeat)
        return _with_step(show, self.slide, replace(step, delay_ms=end - each * step.repeat, duration_ms=each))


class DragCue(Command, frozen=True, kw_only=True):
    """Move a cue, and everything after it: its mark in the narration if it has one, else the wait before it."""

    slide: str
    cue: int
    by: int

    def apply(self, show: Show) -> Show:
        """Return the show with the cue moved: not before the one before, nor, with a mark, after the next mark."""
        time = _time_of(show, self.slide)
        if not 1 <= self.cue < len(time.groups):
            raise BadEdit("that cue is not on the slide any more")
        voice = slide_of(show, self.slide).narration
        counts = marked_cues(voice, len(time.groups) - 1) if voice is not None else []
        mark = counts[self.cue - 1] if counts else None
        if voice is None or mark is None:
            wait = max(0, (time.groups[self.cue].wait_ms or 0) + self.by)
            return SetWait(slide=self.slide, cue=self.cue, wait=wait).apply(show)
        earliest = max((m for m in counts[: self.cue - 1] if m is not None), default=0)
        latest = min((m for m in counts[self.cue :] if m is not None), default=limits.TIME_MS)
        marks = list(voice.marks)
        marks[self.cue - 1] = min(max(earliest, mark + self.by), latest)
        moved = replace(voice, marks=tuple(marks))
        return change_slide(show, self.slide, lambda slide: replace(slide, narration=moved))

    @property
    def label(self) -> str:
        """Name the cue."""
        return f"move cue {self.cue}"


class DragSlideEnd(Command, frozen=True, kw_only=True):
    """Move the end of a slide: its fixed length if it has one, else its hold, set by hand."""

    slide: str
    by: int

    def apply(self, show: Show) -> Show:
        """Return the show with the slide longer or shorter, but never shorter than what is on it needs."""
        time = _time_of(show, self.slide)
        length = max(time.needed_ms, time.length_ms + self.by)

        def change(slide: Slide) -> Slide:
            if slide.length_ms is not None:
                return replace(slide, length_ms=length)
            return replace(slide, hold_ms=length - time.groups[-1].settle_ms)

        return change_slide(show, self.slide, change)

    @property
    def label(self) -> str:
        """Name it as people do."""
        return "move the slide's end"


def _time_of(show: Show, slide_id: str) -> SlideTime:
    for slide, time in zip(show.slides, compile(show).times, strict=True):
        if slide.id == slide_id:
            return time
    raise BadEdit("that slide is not in the show any more")


def _timed(time: SlideTime, step_id: str) -> StepTime:
    for group in time.groups:
        for timed in group.steps:
            if timed.step.id == step_id:
                return timed
    raise BadEdit("that build is not in the running order any more")


def _with_step(show: Show, slide_id: str, step: Step) -> Show:
    def change(slide: Slide) -> Slide:
        return replace(slide, running_order=tuple(step if s.id == step.id else s for s in slide.running_order))

    return change_slide(show, slide_id, change)
