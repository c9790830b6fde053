"""The clock of one slide: every group's start and settling, every step's start and end, the length.

Sections 1 to 4 of the timing rules. ``run`` computes the self-running slide; ``settle`` is the part that
is the same whether the clock or a presenter gives the cues.
"""

from collections.abc import Mapping, Sequence
from typing import Literal, NamedTuple

from ritornel.core.model import Clip, Narration, Pace, Slide, Sound, Step
from ritornel.core.time.dwell import Shown, dwells
from ritornel.core.time.running_order import GroupMotion, lay_out_group, played_length, split_into_groups

Reason = Literal["hand", "dwell", "default", "voice", "fixed", "clip"]
"""Why a rest is as long as it is: set by hand, said or read that long, the show's default, the narration,
a length fixed for the slide, or a clip that is waited for."""


class StepTime(NamedTuple):
    """When a step runs, in slide time."""

    step: Step
    start_ms: int
    end_ms: int


class GroupTime(NamedTuple):
    """When a group starts and settles, in slide time, and the wait before it (None for group 0).

    ``motion_ms`` is how long it moves when no early cue cuts it short.
    """

    cue: int
    start_ms: int
    settle_ms: int
    motion_ms: int
    wait_ms: int | None
    reason: Reason | None
    steps: tuple[StepTime, ...]


class SlideTime(NamedTuple):
    """One slide in time. ``needed_ms`` is the least length the rules allow with no hold."""

    transition_ms: int
    length_ms: int
    hold_ms: int
    hold_reason: Reason
    needed_ms: int
    too_short_ms: int
    groups: tuple[GroupTime, ...]


def run(
    slide: Slide, pace: Pace, transition_ms: int, shown_before: Shown, asset_lengths: Mapping[str, int]
) -> SlideTime:
    """Return the slide as the clock runs it. Steps must have their durations (see ``core.score``)."""
    objects = {o.id: o for o in slide.objects}
    steps = split_into_groups(slide.running_order)
    motions = [lay_out_group(group, objects, asset_lengths) for group in steps]
    dwell = dwells(slide, steps, pace, shown_before)
    rests = _waits(slide, pace, motions, dwell, _voice_marks(slide, transition_ms, len(steps)))
    groups = settle(motions, 0 if slide.builds_with_transition else transition_ms, rests)
    hold, reason = _hold(slide, pace, dwell[-1], motions[-1].motion_ms)
    return _with_length(slide, transition_ms, groups, hold, reason, asset_lengths)


class Rest(NamedTuple):
    """What comes before a cue: a wait after what was settled, or an instant given by a voice or a hand."""

    ms: int
    reason: Reason
    at_instant: bool = False


def settle(motions: Sequence[GroupMotion], first_start: int, rests: Sequence[Rest]) -> tuple[GroupTime, ...]:
    """Place the groups one after another; ``rests[g]`` comes before group ``g + 1``.

    A cue that comes while the group before still moves sends that group's steps to their ends.
    """
    starts = [first_start]
    settles: list[int] = []
    for number, motion in enumerate(motions):
        settled = starts[-1] + motion.motion_ms
        if number < len(rests):
            rest = rests[number]
            earliest = starts[-1] if number else 0
            following = max(rest.ms, earliest) if rest.at_instant else settled + rest.ms
            starts.append(following)
            settled = min(settled, following)
        settles.append(settled)
    groups = []
    for number, motion in enumerate(motions):
        cut = starts[number + 1] if number < len(rests) else None
        base = starts[number] if cut is None else min(starts[number], cut)
        groups.append(
            GroupTime(
                cue=number,
                start_ms=base,
                settle_ms=settles[number],
                motion_ms=motion.motion_ms,
                wait_ms=starts[number] - settles[number - 1] if number else None,
                reason=rests[number - 1].reason if number else None,
                steps=tuple(
                    _cut(p.step, starts[number] + p.start_ms, starts[number] + p.end_ms, cut) for p in motion.steps
                ),
            )
        )
    return tuple(groups)


def _cut(step: Step, start: int, end: int, cut: int | None) -> StepTime:
    if cut is None or end <= cut:
        return StepTime(step, start, end)
    return StepTime(step, min(start, cut), cut)


def _voice_marks(slide: Slide, transition_ms: int, groups: int) -> list[int | None]:
    """Slide time of each cue that has a mark in the narration; None where the clock gives it."""
    instants: list[int | None] = [None] * (groups - 1)
    if slide.narration is not None:
        lead = narration_lead(slide.narration, transition_ms)
        for index, mark in enumerate(slide.narration.marks[: groups - 1]):
            instants[index] = None if mark is None else lead + mark
    return instants


def _waits(
    slide: Slide,
    pace: Pace,
    motions: Sequence[GroupMotion],
    dwell: Sequence[int],
    voice: Sequence[int | None],
) -> list[Rest]:
    rests = []
    for index, mark in enumerate(voice):
        by_hand = slide.waits.get(str(index + 1))
        if mark is not None:
            rests.append(Rest(mark, "voice", at_instant=True))
        elif by_hand is not None:
            rests.append(Rest(by_hand, "hand"))
        elif dwell[index] > 0:
            rests.append(Rest(max(pace.least_wait_ms, dwell[index] - motions[index].motion_ms), "dwell"))
        else:
            rests.append(Rest(pace.default_wait_ms, "default"))
    return rests


def _hold(slide: Slide, pace: Pace, dwell: int, motion: int) -> tuple[int, Reason]:
    if slide.hold_ms is not None:
        return slide.hold_ms, "hand"
    if slide.narration is not None:
        return 0, "voice"
    if dwell > 0:
        return max(pace.least_hold_ms, dwell - motion), "dwell"
    return pace.default_hold_ms, "default"


def _with_length(
    slide: Slide,
    transition_ms: int,
    groups: tuple[GroupTime, ...],
    hold: int,
    reason: Reason,
    asset_lengths: Mapping[str, int],
) -> SlideTime:
    settled = groups[-1].settle_ms
    voice_end = narration_end(slide.narration, transition_ms, asset_lengths)
    clip_end = max((end for _, end in waited_clip_ends(slide, groups, asset_lengths)), default=0)
    needed = max(settled, voice_end, clip_end)
    free = max(settled + hold, needed)
    if free > settled + hold:
        reason = "clip" if clip_end >= voice_end else "voice"
    length = free if slide.length_ms is None else max(slide.length_ms, needed)
    if slide.length_ms is not None:
        reason = "fixed"
    too_short = 0 if slide.length_ms is None else max(0, needed - slide.length_ms)
    return SlideTime(transition_ms, length, length - settled, reason, needed, too_short, groups)


def narration_lead(narration: Narration, transition_ms: int) -> int:
    """Return the slide time at which the narration starts: its lead, or the transition's end."""
    return transition_ms if narration.lead_ms is None else narration.lead_ms


def narration_length(narration: Narration, asset_lengths: Mapping[str, int]) -> int:
    """Return how long the narration lasts in ms, from its in point to its out point."""
    out = narration.out_ms if narration.out_ms is not None else asset_lengths.get(narration.asset, 0)
    return max(0, out - narration.in_ms)


def narration_end(narration: Narration | None, transition_ms: int, asset_lengths: Mapping[str, int]) -> int:
    """Return the narration's end with its tail, in slide time; 0 without a narration."""
    if narration is None:
        return 0
    return narration_lead(narration, transition_ms) + narration_length(narration, asset_lengths) + narration.tail_ms


def waited_clip_ends(
    slide: Slide, groups: Sequence[GroupTime], asset_lengths: Mapping[str, int]
) -> list[tuple[Clip | Sound, int]]:
    """Return each clip or sound that is waited for with the slide time of its end.

    It ends its played length after its play build; without one it starts with group 0. A later play
    build of the same clip starts it anew. A cue that comes early does not shorten a clip.
    """
    started: dict[str, int] = {}
    for group in groups:
        for timed in group.steps:
            if timed.step.kind == "play":
                started[timed.step.object] = timed.start_ms
    return [
        (o, started.get(o.id, groups[0].start_ms) + played_length(o, asset_lengths))
        for o in slide.objects
        if isinstance(o, Clip | Sound) and o.waited_for
    ]
