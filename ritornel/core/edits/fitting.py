"""Edits of how long shows, chapters and slides last: fitted to a length by their rests; rests that are pinned."""

from collections.abc import Callable, Iterable, Mapping
from functools import partial
from typing import Annotated, Literal, NamedTuple

from msgspec import Meta
from msgspec.structs import replace

from ritornel.core.edits.command import BadEdit, Command, Ids, change_slide, slide_of
from ritornel.core.edits.voice_cuts import SetPauses
from ritornel.core.model import Pace, Show, Slide, limits
from ritornel.core.model.uses import asset_lengths
from ritornel.core.score import compile
from ritornel.core.time.fit import CannotFit, fitted
from ritornel.core.time.slide_clock import SlideTime
from ritornel.core.time.stretches import heard_at, stretches_of
from ritornel.core.voice.pauses import SHOWN_MS, pauses_of

Gives = Literal["holds", "waits", "pauses"]
_CLOCKS = frozenset({"hand", "dwell", "default"})
_LEAST_TAIL_MS = 200
_TRIES = 4


class _Rest(NamedTuple):
    """Something that may give way: how long it is, its floor, and what sets it to another length in ms."""

    ms: int
    floor_ms: int
    kept: Callable[[Show, int], Show]


class FitLength(Command, frozen=True, kw_only=True):
    """Let a show, or some of its ``slides``, last just ``length`` ms, by what ``gives`` way and is not pinned.

    With ``reading`` nothing becomes too short to be read or said.
    """

    length: Annotated[int, Meta(ge=0, le=limits.LENGTH_MS)]
    slides: Ids | None = None
    gives: Annotated[tuple[Gives, ...], Meta(min_length=1, max_length=3)] = ("holds", "waits")
    reading: bool = False

    def apply(self, show: Show) -> Show:
        """Return the show with those lengths; ``BadEdit`` says by how much it cannot be done."""
        chosen = set(self.slides) if self.slides is not None else {s.id for s in show.slides}
        for name in chosen:
            slide_of(show, name)
        for _ in range(_TRIES):
            times = {s.id: t for s, t in zip(show.slides, compile(show).times, strict=True) if s.id in chosen}
            whole = sum(time.length_ms for time in times.values())
            if whole == self.length:
                return show
            rests = self._rests(show, times)
            wanted = self.length - whole + sum(rest.ms for rest in rests)
            for rest, ms in zip(rests, self._shares(rests, wanted), strict=True):
                if ms != rest.ms:
                    show = rest.kept(show, ms)
        raise BadEdit("it cannot be made to last just so long: clips that are waited for keep their own times")

    def _shares(self, rests: list[_Rest], wanted: int) -> list[int]:
        try:
            return fitted([r.ms for r in rests], [r.floor_ms for r in rests], wanted)
        except CannotFit as error:
            if error.by_ms < 0:
                raise BadEdit(f"nothing gives way: it would be {-error.by_ms / 1000:.2f} s too short") from error
            raise BadEdit(f"it would still be {error.by_ms / 1000:.2f} s too long with the shortest rests") from error

    def _rests(self, show: Show, times: Mapping[str, SlideTime]) -> list[_Rest]:
        by_clock = _by_clock(show, set(times)) if self.reading else {}
        found: list[_Rest] = []
        for slide in show.slides:
            if slide.id in times and not slide.skipped and slide.length_ms is None:
                if "waits" in self.gives:
                    found += _waits(slide, times[slide.id], show.pace, by_clock.get(slide.id))
                if "holds" in self.gives and 0 not in slide.pinned:
                    found.append(_hold(slide, times[slide.id], show.pace, by_clock.get(slide.id)))
                if "pauses" in self.gives:
                    found += _pauses(show, slide)
        return found

    @property
    def label(self) -> str:
        """Say how long."""
        return f"fit to {self.length / 1000:g} s"


class PinRests(Command, frozen=True, kw_only=True):
    """Pin rests of a slide, or let them go: what is pinned does not give way when lengths are fitted.

    ``rests`` are the numbers of the cues whose waits they are, 0 for the slide's hold.
    """

    slide: str
    rests: Annotated[list[Annotated[int, Meta(ge=0, le=9999)]], Meta(min_length=1, max_length=limits.BUILDS_ON_A_SLIDE)]
    on: bool = True

    def apply(self, show: Show) -> Show:
        """Return the show with them pinned at what they last now."""
        slide_of(show, self.slide)
        time = next(t for s, t in zip(show.slides, compile(show).times, strict=True) if s.id == self.slide)
        waits = {
            str(group.cue): group.wait_ms
            for group in time.groups[1:]
            if group.cue in self.rests and group.wait_ms is not None and group.reason in _CLOCKS
        }

        def pinned(slide: Slide) -> Slide:
            if not self.on:
                return replace(slide, pinned=tuple(cue for cue in slide.pinned if cue not in self.rests))
            kept = tuple(sorted({*slide.pinned, *self.rests}))
            hold = time.hold_ms if 0 in self.rests and time.hold_reason in _CLOCKS else slide.hold_ms
            return replace(slide, pinned=kept, waits={**slide.waits, **waits}, hold_ms=hold)

        return change_slide(show, self.slide, pinned)

    @property
    def label(self) -> str:
        """Name what happens."""
        return "pin a rest" if self.on else "let a rest go"


def _by_clock(show: Show, chosen: set[str]) -> dict[str, SlideTime]:
    """Return the times that slides would have if nothing were set by hand: what is said and read takes as long."""
    free = replace(show, slides=tuple(replace(s, waits={}, hold_ms=None) if s.id in chosen else s for s in show.slides))
    return {s.id: t for s, t in zip(free.slides, compile(free).times, strict=True)}


def _waits(slide: Slide, time: SlideTime, pace: Pace, clock: SlideTime | None) -> Iterable[_Rest]:
    if slide.narration is not None:
        return
    for group in time.groups[1:]:
        if group.wait_ms is None or group.reason not in _CLOCKS or group.cue in slide.pinned:
            continue
        floor = pace.least_wait_ms
        if clock is not None and group.cue < len(clock.groups) and clock.groups[group.cue].reason == "dwell":
            floor = max(floor, clock.groups[group.cue].wait_ms or 0)
        yield _Rest(group.wait_ms, min(floor, group.wait_ms), partial(_with_wait, slide.id, group.cue))


def _with_wait(slide_id: str, cue: int, show: Show, ms: int) -> Show:
    return change_slide(show, slide_id, lambda slide: replace(slide, waits={**slide.waits, str(cue): ms}))


def _hold(slide: Slide, time: SlideTime, pace: Pace, clock: SlideTime | None) -> _Rest:
    """Return the hold of a slide: after a voice, what is left after it."""
    if time.hold_reason in _CLOCKS:
        floor = pace.least_hold_ms
        if clock is not None and clock.hold_reason == "dwell":
            floor = max(floor, clock.hold_ms)
        voiced = max(0, time.needed_ms - (time.length_ms - time.hold_ms))
        return _Rest(time.hold_ms, max(voiced, min(floor, time.hold_ms)), partial(_with_hold, slide.id))
    if slide.narration is not None and time.hold_reason == "voice":
        tail = slide.narration.tail_ms
        before = time.hold_ms - tail
        return _Rest(tail, min(tail, _LEAST_TAIL_MS), partial(_with_tail, slide.id, tail, before))
    return _Rest(time.hold_ms, time.hold_ms, partial(_with_hold, slide.id))


def _with_hold(slide_id: str, show: Show, ms: int) -> Show:
    return change_slide(show, slide_id, lambda slide: replace(slide, hold_ms=ms))


def _with_tail(slide_id: str, tail: int, before: int, show: Show, ms: int) -> Show:
    """Return the show with so much left after a slide's voice: less of its tail, or a hold that is longer."""

    def changed(slide: Slide) -> Slide:
        if ms > tail or slide.narration is None:
            return replace(slide, hold_ms=before + ms)
        return replace(slide, narration=replace(slide.narration, tail_ms=ms))

    return change_slide(show, slide_id, changed)


def _pauses(show: Show, slide: Slide) -> Iterable[_Rest]:
    """Yield the pauses in a slide's voice as long as they are heard."""
    voice = slide.narration
    if voice is None or not voice.said:
        return
    stretches = stretches_of(voice, asset_lengths(show))
    for start, end in pauses_of(voice):
        heard = heard_at(stretches, end) - heard_at(stretches, start)
        if end - start >= SHOWN_MS and heard >= SHOWN_MS:
            yield _Rest(heard, SHOWN_MS, partial(_with_pause, slide.id, (start + end) // 2))


def _with_pause(slide_id: str, at: int, show: Show, ms: int) -> Show:
    return SetPauses(slides=[slide_id], pause=ms, at=at).apply(show)
