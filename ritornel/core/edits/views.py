"""Edits of views of a plane: drawn, framed around objects, of all of it; set, and taken away with what goes to them."""

from collections.abc import Sequence
from typing import Any, Literal

from msgspec.structs import replace

from ritornel.core.alignment.boxes import around, filled, reading_order, upright
from ritornel.core.edits.command import (
    BadEdit,
    Command,
    Ids,
    NewIds,
    change_slide,
    ids_for,
    slide_of,
    step_ids,
    with_values,
)
from ritornel.core.edits.grouping import groups_of, with_groups, without_steps
from ritornel.core.model import Show, Slide, Step
from ritornel.core.model.box import Box
from ritornel.core.model.plane import MOST_STAGES, MOST_VIEWS, Plane, View
from ritornel.core.model.reading import convert
from ritornel.core.motion.views import begins_at, overview

_AIR = 1.12
"""A view that frames something is so much wider, or higher, than that."""
_NARROWEST = 20.0


class AddViews(Command, frozen=True, kw_only=True):
    """Show views of a slide's plane, one after another, each on a cue of its own behind ``after`` (none: at the end).

    ``views`` are what each shows: x and y of its middle, width, turn, name. The first of all is where the slide begins.
    The plane grows as far as its views need. A slide that had none has one then.
    """

    slide: str
    views: list[dict[str, Any]]
    after: str | None = None
    ids: NewIds = []
    builds: NewIds = []

    def apply(self, show: Show) -> Show:
        """Return the show with the views, and the builds that go there."""
        slide = slide_of(show, self.slide)
        if not self.views:
            raise BadEdit("draw a view first")
        ids = ids_for("view", (view.id for view in slide.views), len(self.views), self.ids)
        made = [
            with_values(View(id=name, x=0, y=0, width=1), given) for name, given in zip(ids, self.views, strict=True)
        ]
        return with_views(show, slide, made, self.after, self.builds)

    @property
    def label(self) -> str:
        """Say how many."""
        return "show a view of the plane" if len(self.views) == 1 else f"show {len(self.views)} views of the plane"


class PasteViews(Command, frozen=True, kw_only=True):
    """Show copies of views, as they were copied from this slide or another, with the builds that went there.

    ``views`` and ``steps`` are documents; each step goes to one of the views. They come on cues of their own behind
    ``after`` (none: at the end).
    """

    slide: str
    views: list[dict[str, Any]]
    steps: list[dict[str, Any]] = []
    after: str | None = None
    ids: NewIds = []
    builds: NewIds = []

    def apply(self, show: Show) -> Show:
        """Return the show with the copies."""
        slide = slide_of(show, self.slide)
        copied = [convert(view, View) for view in self.views]
        if not copied:
            raise BadEdit("select a view to copy first")
        goes = {step.view: step for step in (convert(step, Step) for step in self.steps)}
        ids = ids_for("view", (view.id for view in slide.views), len(copied), self.ids)
        views = [replace(view, id=name) for name, view in zip(ids, copied, strict=True)]
        like = [goes.get(view.id, _going("new", view)) for view in copied]
        return with_views(show, slide, views, self.after, self.builds, like)

    @property
    def label(self) -> str:
        """Say how many."""
        return "put in a view" if len(self.views) == 1 else f"put in {len(self.views)} views"


class FrameObjects(Command, frozen=True, kw_only=True):
    """Show objects of a slide in a view that frames them together; or ``each`` in one of its own, as they are read."""

    slide: str
    objects: Ids
    each: bool = False
    after: str | None = None
    ids: NewIds = []
    builds: NewIds = []

    def apply(self, show: Show) -> Show:
        """Return the show with the views, and the builds that go there."""
        slide = slide_of(show, self.slide)
        chosen = sorted((o for o in slide.objects if o.id in set(self.objects)), key=reading_order)
        if not chosen:
            raise BadEdit("select what is to be framed")
        boxes = [filled(thing) for thing in chosen] if self.each else [around(filled(thing) for thing in chosen)]
        ids = ids_for("view", (view.id for view in slide.views), len(boxes), self.ids)
        names = [thing.name for thing in chosen] if self.each else [""]
        made = [
            replace(_framing(box, name, show), name=called) for box, name, called in zip(boxes, ids, names, strict=True)
        ]
        return with_views(show, slide, made, self.after, self.builds)

    @property
    def label(self) -> str:
        """Say how."""
        return "frame each of the objects in a view" if self.each else "frame it in a view"


class AddOverviews(Command, frozen=True, kw_only=True):
    """Show all of a slide's plane: where the slide begins, at its ``end``, or at both."""

    slide: str
    at: Literal["begin", "end", "both"] = "both"

    def apply(self, show: Show) -> Show:
        """Return the show with the overviews."""
        slide = slide_of(show, self.slide)
        plane = slide.plane or stage_of(show)
        x, y, width, turn = overview(plane, show.width, show.height)
        (name,) = ids_for("view", (view.id for view in slide.views), 1, ())
        view = View(id=name, name="All of it", x=x, y=y, width=width, turn=turn)
        known = next((v for v in slide.views if (v.x, v.y, v.width, v.turn) == (x, y, width, turn)), None)
        view = known or view
        slide = replace(slide, plane=plane, views=slide.views if known else (*slide.views, view))
        if self.at != "end":
            slide = _begun_at(slide, view)
        if self.at != "begin":
            (build,) = step_ids(slide, 1)
            slide = with_groups(slide, [*groups_of(slide), (None, [_going(build, view)])])
        return change_slide(show, self.slide, lambda _: slide)

    @property
    def label(self) -> str:
        """Name it."""
        return "show all of the plane"


class SetViews(Command, frozen=True, kw_only=True):
    """Set values of views by their ids: x, y, width, turn, name. The plane grows as far as they need."""

    slide: str
    values: dict[str, dict[str, Any]]

    def apply(self, show: Show) -> Show:
        """Return the show with the values set."""
        slide = slide_of(show, self.slide)
        if set(self.values) - {view.id for view in slide.views}:
            raise BadEdit("that view is not on the slide any more")
        views = tuple(with_values(v, self.values[v.id]) if v.id in self.values else v for v in slide.views)
        plane = grown_for(slide.plane or stage_of(show), [v for v in views if v.id in self.values], show)
        return change_slide(show, self.slide, lambda old: replace(old, views=views, plane=plane))

    @property
    def label(self) -> str:
        """Say what."""
        return "name a view" if all(set(v) == {"name"} for v in self.values.values()) else "place a view"


class DeleteViews(Command, frozen=True, kw_only=True):
    """Take views away, and the builds that go there."""

    slide: str
    views: Ids

    def apply(self, show: Show) -> Show:
        """Return the show without them."""
        slide = slide_of(show, self.slide)
        gone = set(self.views)
        steps = {s.id for s in slide.running_order if s.kind == "view" and s.view in gone}
        slide = without_steps(slide, steps)
        return change_slide(
            show, self.slide, lambda _: replace(slide, views=tuple(v for v in slide.views if v.id not in gone))
        )

    @property
    def label(self) -> str:
        """Name it."""
        return "take a view away"


def stage_of(show: Show) -> Plane:
    """Return the plane that is no wider than the stage."""
    return Plane(width=show.width, height=show.height)


def grown_for(plane: Plane, views: Sequence[View], show: Show) -> Plane:
    """Return the plane, as much larger as views on it need; ``BadEdit`` if one may not be as large."""
    return grown_around(plane, [_reach(view, show) for view in views], show)


def grown_around(plane: Plane, reach: Sequence[Box], show: Show) -> Plane:
    """Return the plane, as much larger as boxes on it need; ``BadEdit`` if one may not be as large."""
    left = min([plane.x, *(box.x for box in reach)])
    top = min([plane.y, *(box.y for box in reach)])
    right = max([plane.x + plane.width, *(box.right for box in reach)])
    bottom = max([plane.y + plane.height, *(box.bottom for box in reach)])
    if right - left > MOST_STAGES * show.width or bottom - top > MOST_STAGES * show.height:
        raise BadEdit(
            f"a plane is {MOST_STAGES} stages wide and {MOST_STAGES} high at most; draw this nearer to the rest"
        )
    return Plane(x=left, y=top, width=right - left, height=bottom - top)


def with_views(
    show: Show, slide: Slide, views: Sequence[View], after: str | None, ids: Sequence[str], like: Sequence[Step] = ()
) -> Show:
    """Return the show with views on a slide, and builds that go there one after another, each as that of ``like``."""
    if len(slide.views) + len(views) > MOST_VIEWS:
        raise BadEdit(f"a slide may have {MOST_VIEWS} views at most")
    plane = grown_for(slide.plane or stage_of(show), views, show)
    shown = replace(slide, plane=plane, views=(*slide.views, *views))
    names = step_ids(slide, len(views), ids)
    models = like or [_going("new", view) for view in views]
    steps = [
        replace(model, id=name, kind="view", object="", part=None, view=view.id, trigger="cue")
        for name, view, model in zip(names, views, models, strict=True)
    ]
    if not any(step.kind == "view" for step in slide.running_order):
        shown = replace(shown, running_order=(replace(steps.pop(0), trigger="alongside"), *slide.running_order))
    groups = groups_of(shown)
    place = next((n for n, (_, group) in enumerate(groups, 1) if after in {step.id for step in group}), len(groups))
    placed = [*groups[:place], *((None, [step]) for step in steps), *groups[place:]]
    return change_slide(show, slide.id, lambda _: with_groups(shown, placed))


def _begun_at(slide: Slide, view: View) -> Slide:
    """Return a slide that begins in a view; the one in which it began comes first on a cue."""
    first = begins_at(slide)
    if first is not None and first.view == view.id:
        return slide
    steps = list(slide.running_order)
    if first is not None:
        steps.remove(first)
    (name,) = step_ids(slide, 1)
    begun = replace(slide, running_order=(replace(_going(name, view), trigger="alongside"), *steps))
    if first is None:
        return begun
    before, *cues = groups_of(begun)
    return with_groups(begun, [before, (None, [first]), *cues])


def _going(name: str, view: View) -> Step:
    return Step(id=name, kind="view", view=view.id)


def _framing(box: Box, name: str, show: Show) -> View:
    x, y = box.centre
    width = max(box.width, box.height * show.width / show.height, _NARROWEST)
    return View(id=name, x=x, y=y, width=width * _AIR)


def _reach(view: View, show: Show) -> Box:
    """Return the upright box around what a view shows."""
    high = view.width * show.height / show.width
    return upright(Box(view.x - view.width / 2, view.y - high / 2, view.width, high), view.turn)
