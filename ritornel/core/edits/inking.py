"""Edits of ink: what was drawn on slides while they were shown, as drawings that are drawn again."""

from collections.abc import Iterator, Sequence
from typing import Annotated, NamedTuple

from msgspec import Meta
from msgspec.structs import replace

from ritornel.core.edits.command import Command, change_slide, object_ids, slide_of, step_ids
from ritornel.core.edits.grouping import groups_of, with_groups, without_steps
from ritornel.core.model import Show, Slide, Step, limits
from ritornel.core.motion.strokes import STROKES, Drawn, Stroke, drawn
from ritornel.core.score import compile
from ritornel.core.time.slide_clock import GroupTime

INK = "ink"
"""The group that drawings of a slide are in which were drawn as ink."""

_GOES_MS = 200


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
    ids = object_ids(show, len(strokes[:room]))
    found = [drawn(stroke, new) for stroke, new in zip(strokes, ids, strict=False)]
    number = next(n for n, one in enumerate(show.slides) if one.id == name)
    clusters = _clusters(compile(show).times[number].groups)
    objects = [replace(one.shape, name=f"Ink {n}", group=INK) for n, one in enumerate(found, 1)]
    steps = iter(step_ids(slide, 2 * len(found)))
    groups = [(number, list(members)) for number, members in groups_of(slide)]
    for stroke, one in zip(strokes, found, strict=False):
        for at, step in _built(stroke, one, steps):
            cluster = next((c for c in reversed(clusters) if c.start_ms <= at), clusters[0])
            timed = replace(step, delay_ms=max(0, at - cluster.start_ms))
            if cluster.end_ms is not None:  # what comes next is not to wait for it
                timed = replace(timed, duration_ms=max(0, min(timed.duration_ms or 0, cluster.end_ms - at)))
            cluster.joining.append(timed)
    for cluster in reversed(clusters):
        members = groups[cluster.group][1]
        groups[cluster.group][1][:] = [*members[: cluster.after], *cluster.joining, *members[cluster.after :]]
    with_objects = replace(slide, objects=(*slide.objects, *objects))
    return change_slide(show, name, lambda _: with_groups(with_objects, groups))


class _Cluster(NamedTuple):
    """Builds of a group that begin together (timing, section 2): others can join them ``after`` so many of the group.

    ``end`` is when the next ones begin; None for the last of a group, which may go on for as long as it likes.
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
        for start, until, after in zip(starts, [*starts[1:], None], ends, strict=True):
            found.append(_Cluster(number, start, until, after, []))
    return found


def _built(stroke: Stroke, one: Drawn, names: Iterator[str]) -> list[tuple[int, Step]]:
    """Return the builds of a stroke with the instants of slide time at which they begin."""
    common = Step(id=next(names), object=one.shape.id, trigger="alongside")
    comes = replace(common, effect="draw", params={"drawing": 100}, duration_ms=one.length_ms, easing=one.easing)
    found = [(one.start_ms, comes)]
    if stroke.gone_ms is not None:
        goes = replace(common, id=next(names), kind="exit", effect="fade", duration_ms=_GOES_MS)
        found.append((max(stroke.gone_ms, one.start_ms + one.length_ms), goes))
    return found
