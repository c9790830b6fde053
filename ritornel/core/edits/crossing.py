"""A build dragged past its neighbours: where in the running order it stands then, and what gives it its cue."""

from collections.abc import Sequence
from typing import NamedTuple

from msgspec.structs import replace

from ritornel.core.edits.grouping import Group, groups_of, with_groups
from ritornel.core.model import Slide, Step
from ritornel.core.time.running_order import StepTime
from ritornel.core.time.slide_clock import GroupTime, SlideTime


class _Cluster(NamedTuple):
    """Steps that begin together (timing.md, section 2): the instant from which their delays count, and their end."""

    begins_ms: int
    ends_ms: int
    steps: Sequence[StepTime]


def clusters_of(group: GroupTime) -> list[_Cluster]:
    """Return the clusters of a group, in their order."""
    found: list[list[StepTime]] = []
    for timed in group.steps:
        if not found or timed.step.trigger != "alongside":
            found.append([])
        found[-1].append(timed)
    clusters = []
    begins = group.start_ms
    for steps in found:
        ends = max(begins, *(t.end_ms for t in steps))
        clusters.append(_Cluster(begins, ends, steps))
        begins = ends
    return clusters


def crosses(time: SlideTime, step_id: str, to_ms: int) -> bool:
    """Tell whether a build that is to begin at an instant passes a neighbour: a cluster before or after, or a cue."""
    for number, group in enumerate(time.groups):
        for place, cluster in enumerate(clusters := clusters_of(group)):
            own = next((t for t in cluster.steps if t.step.id == step_id), None)
            if own is None:
                continue
            after = time.groups[number + 1].start_ms if number + 1 < len(time.groups) else None
            if after is not None and to_ms >= after:
                return True
            if place + 1 < len(clusters) and to_ms >= clusters[place + 1].begins_ms:
                return True
            if to_ms < cluster.begins_ms:
                return place > 0 or number > 0
            others = [t.end_ms for t in cluster.steps if t is not own]
            return bool(others) and place == len(clusters) - 1 and to_ms > max(others) and own is not cluster.steps[0]
    return False


def without(slide: Slide, step: Step) -> Slide:
    """Return the slide without a build; what was alongside it alone takes over its place and its trigger."""
    steps = list(slide.running_order)
    at = next(n for n, s in enumerate(steps) if s.id == step.id)
    if at + 1 < len(steps) and steps[at].trigger != "alongside" and steps[at + 1].trigger == "alongside":
        steps[at + 1] = replace(steps[at + 1], trigger=steps[at].trigger)
        return replace(slide, running_order=(*steps[:at], *steps[at + 1 :]))
    groups: list[Group] = [(number, [s for s in own if s.id != step.id]) for number, own in groups_of(slide)]
    return with_groups(slide, groups)


def with_cues_after(slide: Slide, cues: Sequence[int], after: int) -> Slide:
    """Return the slide with cues right after another one: marks and waits stay where they are, and so are in order.

    Who gives them goes along.
    """
    groups = [steps for _, steps in groups_of(slide)]
    rest = [n for n in range(len(groups)) if n not in cues]
    place = sum(n <= after for n in rest)
    order = [*rest[:place], *cues, *rest[place:]]
    given_by = {str(new): slide.cue_advance[str(old)] for new, old in enumerate(order) if str(old) in slide.cue_advance}
    pinned = tuple(sorted(new for new, old in enumerate(order) if old in slide.pinned))
    return with_groups(
        replace(slide, cue_advance=given_by, pinned=pinned), list(enumerate(groups[old] for old in order))
    )


def with_cue_earlier(slide: Slide, cue: int, place: int, to_ms: int, time: SlideTime) -> Slide:
    """Return the slide with a cue before others, its mark in the voice then at ``to_ms`` of the slide."""
    voice = slide.narration
    mark = voice.marks[cue - 1] if voice is not None and len(voice.marks) >= cue else None
    if voice is not None and mark is not None:
        marks = [m for n, m in enumerate(voice.marks, 1) if n != cue]
        marks.insert(place - 1, max(0, mark + to_ms - time.groups[cue].start_ms))
        voice = replace(voice, marks=tuple(marks))
    return with_cues_after(replace(slide, narration=voice), [cue], place - 1)


def placed_at(slide: Slide, before: SlideTime, after: SlideTime, step: Step, to_ms: int) -> Slide:
    """Return the slide with a build beginning at an instant of the time ``before`` it was taken away.

    At or after a cue it belongs to that cue, as far from it as it was dragged, whenever the cue comes ``after``; while
    others run it goes alongside them; after the last has ended it follows them.
    """
    was = max((n for n, g in enumerate(before.groups) if n == 0 or g.start_ms <= to_ms), default=0)
    alone = next((n for n, g in enumerate(before.groups) if n and [t.step.id for t in g.steps] == [step.id]), None)
    number = was - 1 if alone is not None and was >= alone else was
    group = after.groups[number]
    to_ms += group.start_ms - before.groups[was].start_ms
    clusters = clusters_of(group)
    running = [c for c in clusters if c.begins_ms <= to_ms and (to_ms < c.ends_ms or c.begins_ms == to_ms)]
    groups = groups_of(slide)
    members = groups[number][1]
    if running:
        cluster = running[-1]
        new = replace(step, trigger="alongside", delay_ms=to_ms - cluster.begins_ms)
        at = next(n for n, s in enumerate(members) if s.id == cluster.steps[-1].step.id) + 1
    else:
        earlier = [c for c in clusters if c.ends_ms <= to_ms]
        begins = earlier[-1].ends_ms if earlier else group.start_ms
        new = replace(step, trigger="following", delay_ms=max(0, to_ms - begins))
        at = sum(len(c.steps) for c in earlier)
    members.insert(at, new)
    return with_groups(slide, groups)
