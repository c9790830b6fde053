"""Edits by dragging on the timeline: builds, their ends, cues, the end of a slide. All in ms, later positive."""

from itertools import pairwise
from typing import Annotated, Literal

from msgspec import Meta
from msgspec.structs import replace

from ritornel.core.edits.command import BadEdit, Command, Ids, change_slide, slide_of
from ritornel.core.edits.crossing import crosses, placed_at, with_cue_earlier, without
from ritornel.core.edits.slides import SetWait
from ritornel.core.model import Show, Slide, Step, limits
from ritornel.core.score import compile
from ritornel.core.time.narration import marked_cues
from ritornel.core.time.rounding import divided, rounded
from ritornel.core.time.running_order import StepTime
from ritornel.core.time.slide_clock import SlideTime
from ritornel.core.time.stretches import asset_at
from ritornel.core.voice.matching import marked_at

LEAST_DURATION_MS = 50
"""A build dragged shorter stays this long; a shorter one can be typed."""


class DragBuild(Command, frozen=True, kw_only=True):
    """Move when a build begins, and ``others`` with it.

    One that opens a cue takes its cue along, also to before other cues, and so stays on a cue, unless it ``joins`` what
    it is dragged to. Any other changes its delay; if it passes a neighbour it gets its cue from there: alongside what
    runs, following what has ended, on the cue that it has come to (see ``edits.crossing``).
    """

    slide: str
    step: str
    by: int
    others: Ids = []
    joins: bool = False

    def apply(self, show: Show) -> Show:
        """Return the show with the builds moved; none begins before the slide's first can."""
        steps = list(dict.fromkeys([self.step, *self.others]))
        time = _time_of(show, self.slide)
        steps.sort(key=lambda name: _timed(time, name).start_ms, reverse=self.by > 0)
        opened = {g.steps[0].step.id for g in time.groups[1:] if g.steps}
        carried = {t.step.id for g in time.groups[1:] if g.steps and g.steps[0].step.id in steps for t in g.steps[1:]}
        for name in steps:
            if name not in carried or name in opened:
                show = self._moved(show, name)
        return show

    def _moved(self, show: Show, name: str) -> Show:
        time = _time_of(show, self.slide)
        timed = _timed(time, name)
        to = max(time.groups[0].start_ms, timed.start_ms + self.by)
        for before, group in pairwise(time.groups):
            if group.steps and group.steps[0].step.id == name:
                if self.joins and (len(group.steps) == 1 and to < before.settle_ms):
                    return _crossed(show, self.slide, timed.step, to)
                if before.cue and to < before.start_ms:
                    return _cue_before_others(show, self.slide, group.cue, to)
                return DragCue(slide=self.slide, cue=group.cue, by=self.by).apply(show)
        if crosses(time, name, to):
            return _crossed(show, self.slide, timed.step, to)
        step = timed.step
        return _with_step(show, self.slide, replace(step, delay_ms=max(0, step.delay_ms + self.by)))

    @property
    def label(self) -> str:
        """Count them."""
        return f"move {len(self.others) + 1} builds" if self.others else "move a build"


class StretchCue(Command, frozen=True, kw_only=True):
    """Move the end of all that a cue starts (0: what the slide begins with): its builds take longer or less alike.

    The next cue stays where it is until it is met.
    """

    slide: str
    cue: int
    by: int

    def apply(self, show: Show) -> Show:
        """Return the show with the builds of the cue stretched, each at least ``LEAST_DURATION_MS`` long."""
        time = _time_of(show, self.slide)
        if not 0 <= self.cue < len(time.groups):
            raise BadEdit("that cue is not on the slide any more")
        group = time.groups[self.cue]
        if not group.motion_ms:
            raise BadEdit("there is nothing in that cue that takes time")
        most = max(LEAST_DURATION_MS, group.motion_ms + self.by)
        own = {t.step.id: t.step for t in group.steps if t.step.kind == "volume" or not t.step.acts}

        def stretched(step: Step) -> Step:
            if step.id not in own:
                return step
            lasts = own[step.id].duration_ms or 0
            return replace(
                step,
                delay_ms=divided(step.delay_ms * most, group.motion_ms),
                duration_ms=max(min(lasts, LEAST_DURATION_MS), divided(lasts * most, group.motion_ms)),
            )

        longer = change_slide(
            show, self.slide, lambda s: replace(s, running_order=tuple(map(stretched, s.running_order)))
        )
        if self.by <= 0 or self.cue + 1 == len(time.groups):
            return longer
        pushed = _time_of(longer, self.slide).groups[self.cue + 1].start_ms - time.groups[self.cue + 1].start_ms
        return DragCue(slide=self.slide, cue=self.cue + 1, by=-pushed).apply(longer) if pushed > 0 else longer

    @property
    def label(self) -> str:
        """Name it as people do."""
        return f"stretch cue {self.cue}" if self.cue else "stretch what the slide begins with"


def _cue_before_others(show: Show, slide_id: str, cue: int, to_ms: int) -> Show:
    """Return the show with a cue begun at an instant before cues that it came after; those stay where they are."""
    before = _time_of(show, slide_id)
    starts = [group.start_ms for group in before.groups]
    place = next(n for n in range(1, cue + 1) if starts[n] > to_ms)
    show = change_slide(show, slide_id, lambda slide: with_cue_earlier(slide, cue, place, to_ms, before))
    wanted = [*starts[1:place], to_ms, *starts[place:cue], *starts[cue + 1 :]]
    for number in range(place, min(cue + 2, len(starts))):
        time = _time_of(show, slide_id)
        show = DragCue(slide=slide_id, cue=number, by=wanted[number - 1] - time.groups[number].start_ms).apply(show)
    return show


def _crossed(show: Show, slide_id: str, step: Step, to_ms: int) -> Show:
    """Return the show with a build beginning at an instant of its slide, wherever in the running order that is."""
    before = _time_of(show, slide_id)
    own = next(s for s in slide_of(show, slide_id).running_order if s.id == step.id)
    rest = change_slide(show, slide_id, lambda slide: without(slide, own))
    after = _time_of(rest, slide_id)
    return change_slide(rest, slide_id, lambda slide: placed_at(slide, before, after, own, to_ms))


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


class ScaleBuilds(Command, frozen=True, kw_only=True):
    """Let builds take so many times as long as they do, each by itself."""

    slide: str
    steps: Ids
    by: Annotated[float, Meta(gt=0, le=100)]

    def apply(self, show: Show) -> Show:
        """Return the show with the builds stretched, each at least ``LEAST_DURATION_MS`` long if it takes any time."""
        time = _time_of(show, self.slide)
        for name in dict.fromkeys(self.steps):
            step = _timed(time, name).step
            lasts = step.duration_ms or 0
            longer = max(min(lasts, LEAST_DURATION_MS), rounded(lasts * self.by))
            show = _with_step(show, self.slide, replace(step, duration_ms=longer))
        return show

    @property
    def label(self) -> str:
        """Say how much longer."""
        return f"let builds take {self.by:g} times as long"


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
        heard = min(max(earliest, mark + self.by), latest)
        instant = asset_at(voice.kept, heard) - voice.in_ms if voice.kept else heard
        return change_slide(show, self.slide, lambda slide: marked_at(slide, self.cue, instant))

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
        return "move the end of the slide"


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
