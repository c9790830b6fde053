"""Edits of ink: what was drawn on slides while they were shown, as drawings that are drawn again."""

from collections.abc import Sequence
from itertools import accumulate
from typing import Annotated, NamedTuple

from msgspec import Meta
from msgspec.structs import replace

from ritornel.core.edits.command import Command, change_slide, object_ids, slide_of, step_ids
from ritornel.core.edits.grouping import groups_of, with_groups, without_steps
from ritornel.core.model import Show, Slide, Step, limits
from ritornel.core.motion.pointing import POINTERS, ended_ms, pointed
from ritornel.core.motion.strokes import STROKES, Build, Stroke, drawn, pressed
from ritornel.core.score import compile
from ritornel.core.time.slide_clock import GroupTime, SlideTime

INK = "ink"
"""The group that drawings of a slide are in which were drawn as ink."""


class KeepInk(Command, frozen=True, kw_only=True):
    """Keep strokes on slides as drawings, each drawn again when it was drawn, and gone when it was taken away.

    ``ink`` is by slide; what stands on a slide as ink goes.
    """

    ink: Annotated[dict[str, Annotated[tuple[Stroke, ...], Meta(max_length=STROKES)]], Meta(max_length=limits.SLIDES)]

    def apply(self, show: Show) -> Show:
        """Return the show with them."""
        for name, strokes in self.ink.items():
            show = with_ink(change_slide(show, name, without_ink), name, strokes)
        return show

    @property
    def label(self) -> str:
        """Name it as people do."""
        return "keep the ink"


def without_ink(slide: Slide) -> Slide:
    """Return a slide without its ink."""
    gone = {o.id for o in slide.objects if o.group == INK}
    if not gone:
        return slide
    slide = without_steps(slide, {s.id for s in slide.running_order if s.object in gone})
    return replace(slide, objects=tuple(o for o in slide.objects if o.id not in gone))


def with_ink(show: Show, name: str, strokes: Sequence[Stroke]) -> Show:
    """Return a show with strokes on a slide: each a drawing, built in the cue that was on when it was drawn."""
    slide = slide_of(show, name)
    room = limits.OBJECTS_ON_A_SLIDE - len(slide.objects)
    parts = [part for stroke in strokes for part in pressed(stroke)]
    parts = parts if len(parts) <= room else list(strokes[:room])  # rather of one thickness than not all of it
    time = compile(show).times[next(n for n, one in enumerate(show.slides) if one.id == name)]
    clusters = _clusters(time.groups)
    parts = [part for part in parts if part.tool not in POINTERS or ended_ms(part) > clusters[0].start_ms]
    cut = [one.start_ms for one in clusters]
    found = [
        pointed(part, new, cut) if part.tool in POINTERS else drawn(part, new)
        for part, new in zip(parts, object_ids(show, len(parts)), strict=True)
    ]
    within = accumulate(len(one.builds) for one in found)
    most = limits.BUILDS_ON_A_SLIDE - len(slide.running_order)
    found = [one for one, so_many in zip(found, within, strict=True) if so_many <= most]
    names = ("Pointer" if part.tool in POINTERS else "Ink" for part in parts)
    numbered = enumerate(zip(found, names, strict=False), 1)
    objects = [replace(one.shape, name=f"{what} {n}", group=INK) for n, (one, what) in numbered]
    builds = [(one.shape.id, each) for one in found for each in one.builds]
    groups = [(number, list(members)) for number, members in groups_of(slide)]
    for (thing, each), step in zip(builds, step_ids(slide, len(builds)), strict=True):
        cluster = next((c for c in reversed(clusters) if c.start_ms <= each.start_ms), clusters[0])
        cluster.joining.append(_joining(cluster, each, thing, step))
    for cluster in reversed(clusters):
        members = groups[cluster.group][1]
        groups[cluster.group][1][:] = [*members[: cluster.after], *cluster.joining, *members[cluster.after :]]
    with_objects = replace(_as_long(slide, time, clusters), objects=(*slide.objects, *objects))
    return change_slide(show, name, lambda _: with_groups(with_objects, groups))


class _Cluster(NamedTuple):
    """Builds of a group that begin together (timing, section 2): others can join them ``after`` so many of the group.

    ``end`` is when the next ones begin; None for the last of a slide, which may go on for as long as it likes.
    """

    group: int
    start_ms: int
    end_ms: int | None
    after: int
    joining: list[Step]


def _clusters(groups: Sequence[GroupTime]) -> list[_Cluster]:
    """Return the clusters of a slide in the order in which they begin."""
    found = []
    for number, group in enumerate(groups):
        opens = [n for n, timed in enumerate(group.steps) if not n or timed.step.trigger != "alongside"] or [0]
        starts = [group.start_ms, *(max(t.end_ms for t in group.steps[:n]) for n in opens[1:])]
        ends = [*opens[1:], len(group.steps)]
        following = groups[number + 1].start_ms if number + 1 < len(groups) else None
        for start, until, after in zip(starts, [*starts[1:], following], ends, strict=True):
            found.append(_Cluster(number, start, until, after, []))
    return found


def _as_long(slide: Slide, time: SlideTime, clusters: Sequence[_Cluster]) -> Slide:
    """Return a slide whose cues come when they did, and which is as long as it was, with what joins its builds."""
    if slide.narration is not None:
        return slide  # its voice tells
    waits, hold = dict(slide.waits), slide.hold_ms
    for number, group in enumerate(time.groups):
        steps = [step for one in clusters if one.group == number for step in one.joining]
        starts = [one.start_ms + step.delay_ms for one in clusters if one.group == number for step in one.joining]
        ends = (start + (step.duration_ms or 0) for start, step in zip(starts, steps, strict=True))
        settled = max([group.settle_ms, *ends])
        if settled == group.settle_ms:
            continue
        if number + 1 < len(time.groups):
            following = time.groups[number + 1]
            waits[str(following.cue)] = max(0, following.start_ms - settled)
        else:
            hold = max(0, time.length_ms - settled)
    return replace(slide, waits=waits, hold_ms=hold)


def _joining(cluster: _Cluster, build: Build, thing: str, name: str) -> Step:
    """Return a build as a step that begins with a cluster; what comes next is not to wait for it."""
    lasts = build.duration_ms
    if cluster.end_ms is not None:
        lasts = max(0, min(lasts, cluster.end_ms - build.start_ms))
    return Step(
        id=name,
        object=thing,
        trigger="alongside",
        kind=build.kind,
        effect=build.effect,
        params=build.params,
        delay_ms=max(0, build.start_ms - cluster.start_ms),
        duration_ms=lasts,
        easing=build.easing,
    )
