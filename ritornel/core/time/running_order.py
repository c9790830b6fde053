"""From the flat list of steps to groups, clusters and their offsets (timing, section 2)."""

from collections.abc import Iterable, Mapping
from typing import NamedTuple

from ritornel.core.model import Clip, Object, Sound, Step
from ritornel.core.time.rounding import divided, exact


class Placed(NamedTuple):
    """A step with its start and end, in ms from the start of its group."""

    step: Step
    start_ms: int
    end_ms: int


class GroupMotion(NamedTuple):
    """A group laid out from its own start: its steps, and how long it moves."""

    steps: tuple[Placed, ...]
    motion_ms: int


def split_into_groups(steps: Iterable[Step]) -> list[list[Step]]:
    """Return the steps by group: group 0 first (perhaps empty), then one group per ``cue`` step."""
    groups: list[list[Step]] = [[]]
    for step in steps:
        if step.trigger == "cue":
            groups.append([])
        groups[-1].append(step)
    return groups


def played_length(thing: Clip | Sound, asset_lengths: Mapping[str, int]) -> int:
    """Return how long a clip or sound plays, in ms: (out - in) / rate x plays."""
    span = out_point(thing, asset_lengths) - thing.in_ms
    return divided(span * thing.plays, thing.rate) if span > 0 else 0


def out_point(thing: Clip | Sound, asset_lengths: Mapping[str, int]) -> int:
    """Return the out point in ms of the asset: the one set, or the asset's end."""
    length = asset_lengths.get(thing.asset)
    if thing.out_ms is None:
        return length if length is not None else thing.in_ms
    return thing.out_ms if length is None else min(thing.out_ms, length)


def lay_out_group(
    steps: Iterable[Step], objects: Mapping[str, Object], asset_lengths: Mapping[str, int]
) -> GroupMotion:
    """Place the steps of one group relative to its start.

    The group's first step opens a cluster whatever its trigger; so does every later step that is not
    ``alongside``. A cluster begins at the end of the one before.
    """
    placed: list[Placed] = []
    begins = ends = 0
    for step in steps:
        if placed and step.trigger != "alongside":
            begins = ends
        start = begins + step.delay_ms
        end = start + _lasts(step, objects, asset_lengths)
        placed.append(Placed(step, start, end))
        ends = max(ends, end)
    return GroupMotion(tuple(placed), ends)


def _lasts(step: Step, objects: Mapping[str, Object], asset_lengths: Mapping[str, int]) -> int:
    if step.kind == "play":
        clip = objects.get(step.object)
        if isinstance(clip, Clip | Sound) and clip.waited_for:
            return played_length(clip, asset_lengths)
        return 0
    if step.kind == "pause":
        return 0
    return (step.duration_ms or 0) * step.repeat


def speed(thing: Clip | Sound) -> float:
    """Return the rate of a clip as a float, for interpolation."""
    return float(exact(thing.rate))
