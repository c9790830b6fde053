"""The clock of one slide: every group's start and settling, every step's start and end, the length.

Sections 1 to 4 of the timing rules. ``run`` computes the slide as it runs by itself.
"""

from collections.abc import Mapping, Sequence
from typing import Literal, NamedTuple

from msgspec import Struct
from msgspec.structs import replace

from ritornel.core.model import Clip, Pace, Slide, Sound, Step
from ritornel.core.model.memory import Held
from ritornel.core.time.dwell import Readable, Shown, newly_shown, read, said
from ritornel.core.time.narration import marked_cues, narration_end, narration_lead
from ritornel.core.time.playback import Playback, SeenAt
from ritornel.core.time.running_order import GroupMotion, StepTime, lay_out_group, split_into_groups
from ritornel.core.time.script import has_words

Reason = Literal["hand", "dwell", "default", "voice", "fixed", "clip"]
"""Why a rest is as long as it is: set by hand, said or read that long, the show's default, the narration,
a length fixed for the slide, or a clip that is waited for."""


_MANY = 16
"""Of so many builds in a group one remembers when they run; fewer are laid out as fast as they are found."""

_LAID_BYTES = 8 * 1024 * 1024
_laid: Held[GroupMotion] = Held(_LAID_BYTES)


class GroupTime(Struct, frozen=True, gc=False):
    """When a group starts and settles, in slide time, and the wait before it (None for group 0).

    ``motion_ms`` is how long it moves when no early cue cuts it short, ``said_ms`` how long what is said with it takes
    (None on a slide without a script).
    """

    cue: int
    start_ms: int
    settle_ms: int
    motion_ms: int
    wait_ms: int | None
    reason: Reason | None
    steps: tuple[StepTime, ...]
    said_ms: int | None = None


class SlideTime(Struct, frozen=True, weakref=True):
    """One slide in time. ``needed_ms`` is the least length the rules allow with no hold.

    ``transition_ms`` is never more than the length. ``waited_ends`` are the clips that are waited for, with their ends;
    ``unseen`` the clips and sounds that the slide's end cuts in their first pass, with how much is not played.
    """

    transition_ms: int
    length_ms: int
    hold_ms: int
    hold_reason: Reason
    needed_ms: int
    too_short_ms: int
    groups: tuple[GroupTime, ...]
    waited_ends: tuple[tuple[Clip | Sound, int], ...]
    unseen: tuple[tuple[str, int], ...] = ()


class _Rest(NamedTuple):
    ms: int
    reason: Reason


def run(
    slide: Slide,
    pace: Pace,
    transition_ms: int,
    shown_before: Shown,
    asset_lengths: Mapping[str, int],
    readable: Readable | None = None,
    seen: SeenAt | None = None,
) -> SlideTime:
    """Return the slide as the clock runs it. Steps must have their durations and settings (see ``core.score``).

    ``readable`` and ``seen`` say of a slide with a plane which texts and clips each view shows.
    """
    steps = split_into_groups(slide.running_order)
    first_start = 0 if slide.builds_with_transition else transition_ms
    playback = Playback(slide, first_start, asset_lengths, seen)
    dwell, floors = _dwell_and_floors(slide, steps, pace, shown_before, readable)
    told: Sequence[int | None] = dwell if has_words(slide.script) else [None] * len(steps)
    voice = _voice(slide, transition_ms, len(steps))
    groups: list[GroupTime] = []
    start = first_start
    wait: _Rest | None = None
    for number, members in enumerate(steps):
        motion = _laid_out(slide.running_order, number, members, start, playback)
        settled = start + motion.motion_ms
        cut = None
        following = None
        if number + 1 < len(steps):
            following = _rest(slide, number + 1, floors[number], dwell[number] - motion.motion_ms)
            cut, following = _next_start(number, start, settled, following, voice)
            settled = min(settled, cut)
        groups.append(_group(number, start, settled, motion, wait, cut, told[number]))
        for timed in groups[-1].steps if playback.timed else ():
            playback.tell(timed.step, timed.start_ms)
        if cut is not None and following is not None:
            wait = _Rest(cut - settled, following.reason)
            start = cut
    hold, reason = _hold(slide, pace, dwell[-1], groups[-1].motion_ms)
    waited = tuple(playback.waited_ends())
    time = _with_length(slide, transition_ms, tuple(groups), hold, reason, asset_lengths, waited)
    return replace(time, unseen=tuple(playback.unseen(time.length_ms))) if playback.timed else time


def _laid_out(
    order: tuple[Step, ...], number: int, members: Sequence[Step], start: int, playback: Playback
) -> GroupMotion:
    """Return a group laid out; where no clip has a say in it, as it was for the same running order and start."""
    if playback.timed or len(members) < _MANY:
        return lay_out_group(members, start, playback)
    known = _laid.get(order, by=(number, start))
    if known is None:
        known = _laid.put(lay_out_group(members, start, playback), 200 * len(members), order, by=(number, start))
    return known


def _next_start(number: int, start: int, settled: int, rest: _Rest, voice: Sequence[int | None]) -> tuple[int, _Rest]:
    """Return when the cue after group ``number`` comes, and the rest that decides it.

    A mark gives its instant, whatever has settled. A cue without one comes after its rest, but never after
    the next cue that has one. None comes before the cue before it.
    """
    earliest = start if number else 0
    mark = voice[number]
    if mark is not None:
        return max(mark, earliest), _Rest(0, "voice")
    by_rest = settled + rest.ms
    later = next((m for m in voice[number:] if m is not None), None)
    if later is not None and later < by_rest:
        return max(later, earliest), _Rest(0, "voice")
    return by_rest, rest


def _group(
    number: int,
    start: int,
    settled: int,
    motion: GroupMotion,
    wait: _Rest | None,
    cut: int | None,
    said_ms: int | None,
) -> GroupTime:
    return GroupTime(
        cue=number,
        start_ms=start if cut is None else min(start, cut),
        settle_ms=settled,
        motion_ms=motion.motion_ms,
        wait_ms=None if wait is None else wait.ms,
        reason=None if wait is None else wait.reason,
        steps=motion.steps if cut is None else tuple([_cut(timed, cut) for timed in motion.steps]),
        said_ms=said_ms,
    )


def _cut(timed: StepTime, cut: int) -> StepTime:
    """Return the step's times: one that a cue cuts runs as it would have until then, and ends there."""
    if timed.end_ms <= cut:
        return timed
    return replace(timed, end_ms=cut) if timed.start_ms < cut else StepTime(timed.step, cut, cut, cut)


def _voice(slide: Slide, transition_ms: int, groups: int) -> list[int | None]:
    """Slide time of each cue that has a mark in the narration; None where the clock gives it."""
    if slide.narration is None:
        return [None] * (groups - 1)
    lead = narration_lead(slide.narration, transition_ms)
    marks = marked_cues(slide.narration, groups - 1)
    return [None if mark is None else lead + mark for mark in marks]


def _dwell_and_floors(
    slide: Slide, groups: Sequence[Sequence[Step]], pace: Pace, shown_before: Shown, readable: Readable | None
) -> tuple[list[int], list[_Rest]]:
    """Return each group's dwell, and the least wait after it: short where something is said, or only text is new."""
    least, default = _Rest(pace.least_wait_ms, "dwell"), _Rest(pace.default_wait_ms, "default")
    if has_words(slide.script):
        return said(slide, len(groups), pace), [least] * len(groups)
    shown = newly_shown(slide, groups, shown_before, readable)
    return read(shown, pace), [least if g.characters and not g.other else default for g in shown]


def _rest(slide: Slide, cue: int, floor: _Rest, left: int) -> _Rest:
    """Return what comes before a cue: the wait set by hand, else what is ``left`` of the dwell, or the floor."""
    by_hand = slide.waits.get(str(cue))
    if by_hand is not None:
        return _Rest(by_hand, "hand")
    return _Rest(left, "dwell") if left > floor.ms else floor


def _hold(slide: Slide, pace: Pace, dwell: int, motion: int) -> tuple[int, Reason]:
    if slide.hold_ms is not None:
        return slide.hold_ms, "hand"
    if slide.narration is not None:
        return 0, "voice"
    left = dwell - motion
    if has_words(slide.script):
        return max(pace.least_hold_ms, left), "dwell"
    return (left, "dwell") if left > pace.default_hold_ms else (pace.default_hold_ms, "default")


def _with_length(
    slide: Slide,
    transition_ms: int,
    groups: tuple[GroupTime, ...],
    hold: int,
    reason: Reason,
    asset_lengths: Mapping[str, int],
    waited: tuple[tuple[Clip | Sound, int], ...],
) -> SlideTime:
    settled = groups[-1].settle_ms
    voice_end = narration_end(slide.narration, transition_ms, asset_lengths)
    clip_end = max((end for _, end in waited), default=0)
    needed = max(settled, voice_end, clip_end)
    free = max(settled + hold, needed)
    if free > settled + hold:
        reason = "clip" if clip_end >= voice_end else "voice"
    length = free if slide.length_ms is None else max(slide.length_ms, needed)
    if slide.length_ms is not None:
        reason = "fixed"
    too_short = 0 if slide.length_ms is None else max(0, needed - slide.length_ms)
    shortened = min(transition_ms, length)
    return SlideTime(shortened, length, length - settled, reason, needed, too_short, groups, waited)
