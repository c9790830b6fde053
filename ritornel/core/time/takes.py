"""Takes: what was given against what was planned, applying a take, the pace while running (timing, section 6)."""

from collections.abc import Sequence
from itertools import accumulate
from statistics import median
from typing import NamedTuple

from msgspec.structs import replace

from ritornel.core.model import Show, Slide, Take
from ritornel.core.time.rounding import rounded, to_step
from ritornel.core.time.slide_clock import SlideTime

GIVEN_TO_MS = 100
"""Waits and holds from a take are rounded to this."""

LEAST_PASSAGE_MS = 500
"""Who is shorter on a slide has only passed it by."""


class Given(NamedTuple):
    """One slide as it was run: cues by number, and when it was left, in ms since it was entered. Pauses taken out.

    It was entered at its beginning, or where all of cue ``from_cue`` had settled.
    """

    slide: str
    entered_ms: int
    cues_ms: dict[int, int]
    left_ms: int
    from_cue: int = 0


class AgainstPlan(NamedTuple):
    """Ahead of the plan (negative: behind), and the show time at which this run would end."""

    ahead_ms: int
    finish_ms: int


class Applied(NamedTuple):
    """A slide with the rests of a take, and the cues (0 for the hold) that came before all had settled."""

    slide: Slide
    rushed: tuple[str, ...]


def runs_of(take: Take) -> list[Given]:
    """Return the slides of a take in the order they were run, pauses taken out.

    A slide that was gone back to appears once for each run.
    """
    runs: list[Given] = []
    paused = 0
    open_run: tuple[str, int, dict[int, int], int] | None = None
    for instant in take.instants:
        now = instant.at_ms - paused
        if instant.kind == "pause":
            paused += instant.length_ms
        elif instant.kind == "cue" and open_run is not None:
            open_run[2][instant.cue] = now - open_run[1]
        elif instant.kind == "back" and open_run is not None:
            open_run[2].pop(instant.cue + 1, None)
        elif instant.kind in ("slide", "end"):
            if open_run is not None:
                runs.append(Given(open_run[0], open_run[1], open_run[2], now - open_run[1], open_run[3]))
            open_run = (instant.slide, now, {}, instant.cue) if instant.kind == "slide" else None
    return runs


def counted_runs(take: Take) -> dict[str, list[Given]]:
    """Return for each slide the runs that count: its last from its beginning, and those after it that went on in it."""
    found: dict[str, list[Given]] = {}
    for run in runs_of(take):
        found[run.slide] = [*found.get(run.slide, []), run] if run.from_cue else [run]
    return found


class PassageTime(NamedTuple):
    """What was recorded of one slide: from when to when in its run, and its cues since its own beginning, in ms.

    Pauses are taken out. ``number``: before it so many slides were come to in the run.
    """

    number: int
    slide: str
    start_ms: int
    end_ms: int
    cues_ms: dict[int, int]


def passages_of(take: Take) -> list[PassageTime]:
    """Return the passages of a run, in order (timing, section 13): all that was given of a slide from its beginning on.

    What was only passed by is none, nor is what went on in the middle of a slide.
    """
    return [
        PassageTime(number, run.slide, run.entered_ms, run.entered_ms + run.left_ms, run.cues_ms)
        for number, run in enumerate(runs_of(take))
        if not run.from_cue and run.left_ms >= LEAST_PASSAGE_MS
    ]


def apply_to_slide(slide: Slide, planned: SlideTime, given: Given) -> Applied:
    """Set the slide's waits and hold from what was given.

    ``wait(g) = given(g) - S(g-1)`` and ``hold = left - S(n)``, where S is settled as it was run; rounded to
    100 ms; a negative one becomes 0 and is reported as rushed. Cues not given keep their waits.
    """
    waits = dict(slide.waits)
    rushed: list[str] = []
    settled = 0 if given.from_cue else planned.groups[0].start_ms + planned.groups[0].motion_ms
    for group in planned.groups[given.from_cue + 1 :]:
        instant = given.cues_ms.get(group.cue)
        if instant is None:
            settled += (group.wait_ms or 0) + group.motion_ms
            continue
        if instant < settled:
            rushed.append(str(group.cue))
        waits[str(group.cue)] = to_step(max(0, instant - settled), GIVEN_TO_MS)
        settled = instant + group.motion_ms
    if given.left_ms < settled:
        rushed.append("hold")
    hold = to_step(max(0, given.left_ms - settled), GIVEN_TO_MS)
    return Applied(replace(slide, waits=waits, hold_ms=hold, length_ms=None), tuple(rushed))


def apply_take(show: Show, planned: Sequence[SlideTime], take: Take) -> tuple[Show, dict[str, tuple[str, ...]]]:
    """Return the show with the take's waits and holds, and by slide id what was rushed.

    ``planned`` are the slides' times as computed from ``show``, in order.
    """
    runs = counted_runs(take)
    rushed: dict[str, tuple[str, ...]] = {}
    slides = []
    for slide, time in zip(show.slides, planned, strict=True):
        hurried: dict[str, None] = {}
        for given in runs.get(slide.id, ()):
            slide, early = apply_to_slide(slide, time, given)
            later = {name for name in hurried if name != "hold" and int(name) <= given.from_cue}
            hurried = dict.fromkeys((*later, *early))
        slides.append(slide)
        if hurried:
            rushed[slide.id] = tuple(hurried)
    return replace(show, slides=tuple(slides)), rushed


def apply_takes(show: Show, planned: Sequence[SlideTime], takes: Sequence[Take]) -> Show:
    """Return the show with the median of what was given in several takes: of each wait, and of each hold.

    A take counts where it gave something; what none of them gave stays as it was.
    """
    found: dict[str, list[tuple[Slide, Given]]] = {}
    for take in takes:
        runs = counted_runs(take)
        for slide in apply_take(show, planned, take)[0].slides:
            if slide.id in runs:
                given = runs[slide.id]
                cues = {cue: at for run in given for cue, at in run.cues_ms.items()}
                found.setdefault(slide.id, []).append((slide, given[-1]._replace(cues_ms=cues)))
    return replace(show, slides=tuple(_median(slide, found.get(slide.id, [])) for slide in show.slides))


def _median(slide: Slide, applied: Sequence[tuple[Slide, Given]]) -> Slide:
    if not applied:
        return slide
    waits = dict(slide.waits)
    for cue in {cue for _, given in applied for cue in given.cues_ms}:
        values = [one.waits[str(cue)] for one, given in applied if cue in given.cues_ms and str(cue) in one.waits]
        if values:
            waits[str(cue)] = to_step(rounded(median(values)), GIVEN_TO_MS)
    holds = [one.hold_ms for one, _ in applied if one.hold_ms is not None]
    return replace(slide, waits=waits, hold_ms=to_step(rounded(median(holds)), GIVEN_TO_MS), length_ms=None)


def pace_line(show: Show, planned: Sequence[SlideTime], take: Take) -> list[tuple[int, int]]:
    """Return for all that a take gave when it was planned, and how far ahead of that it came (negative: behind).

    Both in ms; pauses taken out. What the show does not have any more is left out.
    """
    starts = dict(zip((s.id for s in show.slides), accumulate((t.length_ms for t in planned), initial=0), strict=False))
    times = dict(zip((s.id for s in show.slides), planned, strict=True))
    found: list[tuple[int, int]] = []
    paused = 0
    for instant in take.instants:
        if instant.kind == "pause":
            paused += instant.length_ms
        elif instant.kind in ("slide", "cue") and instant.slide in times:
            groups = times[instant.slide].groups
            if instant.cue < len(groups):
                at = starts[instant.slide] + (groups[instant.cue].start_ms if instant.cue else 0)
                found.append((at, at - (instant.at_ms - paused)))
    return found


def pace_at(planned_ms: int, elapsed_ms: int, length_ms: int) -> AgainstPlan:
    """Return the pace when the last cue given was planned for ``planned_ms`` in the show.

    ``ahead = planned - elapsed`` and ``finish = elapsed + the planned rest``; pauses taken out of ``elapsed_ms``.
    """
    return AgainstPlan(planned_ms - elapsed_ms, elapsed_ms + length_ms - planned_ms)


def pace_while(show: Show, planned: Sequence[SlideTime], take: Take, now_ms: int) -> AgainstPlan:
    """Return the pace ``now_ms`` after the start of a take that is not paused: what the lectern says (play/live.js).

    It is that of the last cue given, until what comes next is overdue by more: then it is by how much it is overdue.
    """
    starts = dict(zip((s.id for s in show.slides), accumulate((t.length_ms for t in planned), initial=0), strict=False))
    times = dict(zip((s.id for s in show.slides), planned, strict=True))
    length = sum(t.length_ms for t in planned)
    paused = sum(i.length_ms for i in take.instants if i.kind == "pause")
    last = next(i for i in reversed(take.instants) if i.kind in ("slide", "cue", "back"))
    paused_before = sum(i.length_ms for i in take.instants[: take.instants.index(last)] if i.kind == "pause")
    groups, start = times[last.slide].groups, starts[last.slide]
    cue = last.cue
    given = pace_at(start + (groups[cue].start_ms if cue else 0), last.at_ms - paused_before, length)
    next_start = groups[cue + 1].start_ms if cue + 1 < len(groups) else times[last.slide].length_ms
    overdue = pace_at(start + next_start, now_ms - paused, length)
    return min(given, overdue)
