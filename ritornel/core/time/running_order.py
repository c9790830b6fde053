"""From the flat list of steps to groups, clusters and their offsets (timing, section 2)."""

from collections.abc import Iterable
from typing import NamedTuple

from msgspec import Struct

from ritornel.core.model import Step
from ritornel.core.time.playback import Instruction, Playback, instruction_of, lasts


class StepTime(Struct, frozen=True, gc=False):
    """When a step runs, in slide time. ``uncut_end_ms`` is its end if no early cue sent it there at ``end_ms``."""

    step: Step
    start_ms: int
    end_ms: int
    uncut_end_ms: int


class GroupMotion(NamedTuple):
    """A group laid out from its own start: its steps, and how long it moves."""

    steps: tuple[StepTime, ...]
    motion_ms: int


def split_into_groups(steps: Iterable[Step]) -> list[list[Step]]:
    """Return the steps by group: group 0 first (perhaps empty), then one group per ``cue`` step."""
    groups: list[list[Step]] = [[]]
    for step in steps:
        if step.trigger == "cue":
            groups.append([])
        groups[-1].append(step)
    return groups


def lay_out_group(steps: Iterable[Step], start: int, playback: Playback) -> GroupMotion:
    """Place the steps of one group that starts at ``start`` in slide time.

    The group's first step opens a cluster whatever its trigger; so does every later step that is not
    ``alongside``. A cluster begins at the end of the one before. A clip that is waited for and was paused
    lasts only as long as is left of it.
    """
    clusters: list[list[Step]] = []
    for step in steps:
        if not clusters or step.trigger != "alongside":
            clusters.append([])
        clusters[-1].append(step)
    placed: list[StepTime] = []
    begins = start
    told: dict[str, list[Instruction]] = {}
    for cluster in clusters:
        if playback.timed:
            for step in cluster:
                one = instruction_of(step, begins + step.delay_ms)
                if one is not None and playback.waited_for(step.object):
                    told.setdefault(step.object, []).append(one)
        ends = begins
        for step in cluster:
            at = begins + step.delay_ms
            if told and step.kind == "play" and step.object in told:
                end = playback.end_of_play(step.object, at, told[step.object])
            else:
                end = at + lasts(step)
            placed.append(StepTime(step, at, end, end))
            ends = max(ends, end)
        begins = ends
    return GroupMotion(tuple(placed), begins - start)
