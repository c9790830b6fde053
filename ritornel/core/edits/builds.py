"""Edits of the running order: add builds, set them, delete them, drag them into another order."""

from collections.abc import Callable, Mapping
from typing import Any, Literal

from msgspec.structs import replace

from ritornel.core.alignment.boxes import reading_order
from ritornel.core.edits.command import BadEdit, Command, Ids, NewIds, asset_ids, change_slide, step_ids, with_values
from ritornel.core.edits.crossing import with_cues_after
from ritornel.core.edits.families import By, beats_of, family_steps, split
from ritornel.core.edits.grouping import Group, groups_of, with_groups, with_new, without_steps
from ritornel.core.edits.telling import fields_said
from ritornel.core.edits.weaving import paired_beats, with_woven, woven_beats
from ritornel.core.linecheck.unknown_effects import step_complaints
from ritornel.core.model import Object, Show, Slide, Step, limits
from ritornel.core.model.slide import Kind, Trigger
from ritornel.core.model.units import Ms
from ritornel.core.motion.builds import effect_for

Order = Literal["together", "each", "following", "staggered"]
Along = Literal["reading", "left", "top", "selected", "woven", "pairs"]

_TRIGGERS: Mapping[Order, Trigger] = {
    "together": "alongside",
    "each": "cue",
    "following": "following",
    "staggered": "alongside",
}


class AddBuilds(Command, frozen=True, kw_only=True):
    """Build objects of a slide at the end of the running order, texts ``by`` their parts.

    ``along`` is the order in which the objects come: as they are read, from the left, from the top, or as they are
    named here; “woven” and in “pairs” lines of all texts and other objects come in one order (``edits.weaving``).
    ``order``: “together” is one cue for all, “each” one cue per object or part, “following” one cue and
    then one after the other, “staggered” each ``stagger`` ms after the one before has begun. ``duration``: ms of
    each, None for the effect's own. ``here``: the build that goes to the view of the plane at which they come, behind
    all that happens there; None: at the end.
    """

    slide: str
    objects: Ids
    kind: Kind = "entrance"
    effect: str = ""
    order: Order = "together"
    stagger: Ms = 200
    along: Along = "reading"
    by: By = "whole"
    duration: Ms | None = None
    here: str | None = None
    ids: NewIds = []

    def apply(self, show: Show) -> Show:
        """Return the show with the builds."""

        def change(slide: Slide) -> Slide:
            chosen = [o for o in slide.objects if o.id in set(self.objects)]
            if not chosen:
                raise BadEdit("select an object to build")
            by: By = "line" if effect_for(self.kind, self.effect).by_line else self.by
            if self.along in ("woven", "pairs"):
                by = "line" if by == "whole" else by
                woven = woven_beats(chosen, by) if self.along == "woven" else paired_beats(chosen, by)
                trigger = _TRIGGERS[self.order]
                return with_woven(slide, woven, self._like(), trigger, self.stagger, self.ids, self.here)
            beats = [(o.id, parts) for o in sorted(chosen, key=self._place) for parts in beats_of(o, by)]
            count = sum(len(parts) for _, parts in beats)
            if count > limits.BUILDS_ON_A_SLIDE:
                raise BadEdit(f"a slide may have {limits.BUILDS_ON_A_SLIDE:,} builds at most; build fewer parts")
            like = self._like()
            steps: list[Step] = []
            ids = iter(step_ids(slide, count, self.ids))
            for name, parts in beats:
                own = [next(ids) for _ in parts]
                delay = len(steps) * self.stagger if self.order == "staggered" else 0
                first = replace(like, object=name, trigger=_TRIGGERS[self.order], delay_ms=delay)
                steps += family_steps(first, [parts], own, "alongside")
            return with_new(slide, [(None, run) for run in split(steps)], self.here, self.order == "each")

        return change_slide(show, self.slide, change)

    def _like(self) -> Step:
        like = Step(id="new", kind=self.kind, effect=self.effect, duration_ms=self.duration)
        _refuse_unknown(like)
        return like

    def _place(self, thing: Object) -> Any:
        orders: dict[str, Callable[[Object], Any]] = {
            "reading": reading_order,
            "left": lambda o: (o.x, o.y),
            "top": lambda o: (o.y, o.x),
            "selected": lambda o: self.objects.index(o.id),
        }
        return orders[self.along](thing)

    @property
    def label(self) -> str:
        """Name the effect."""
        return f"build it with {self.effect or self.kind}"


class BuildLike(Command, frozen=True, kw_only=True):
    """Build objects, in reading order, as another build is: its effect, settings, times and trigger.

    They come at the end of the running order; after one on a cue each gets a cue of its own.
    """

    slide: str
    objects: Ids
    like: str
    ids: NewIds = []

    def apply(self, show: Show) -> Show:
        """Return the show with the builds."""

        def change(slide: Slide) -> Slide:
            model = next((s for s in slide.running_order if s.id == self.like), None)
            if model is None:
                raise BadEdit("that build is not in the running order any more")
            chosen = sorted((o for o in slide.objects if o.id in set(self.objects)), key=reading_order)
            if not chosen:
                raise BadEdit("select an object to build")
            ids = step_ids(slide, len(chosen), self.ids)
            steps = [replace(model, id=i, object=o.id, part=None) for i, o in zip(ids, chosen, strict=True)]
            groups = groups_of(slide)
            if model.trigger == "cue":
                return with_groups(slide, [*groups, *((None, [s]) for s in steps)])
            return with_groups(slide, [*groups[:-1], (groups[-1][0], [*groups[-1][1], *steps])])

        return change_slide(show, self.slide, change)

    @property
    def label(self) -> str:
        """Name it as people do."""
        return "build it like the last one"


class SetSteps(Command, frozen=True, kw_only=True):
    """Set values of builds: kind, effect, params, trigger, delay, duration, repeat, easing.

    With an effect come all its params. Without one, the params that are given are set, and the others stay.
    """

    slide: str
    steps: Ids
    values: dict[str, Any]

    def apply(self, show: Show) -> Show:
        """Return the show with the values set. A changed trigger opens or closes a cue."""
        chosen = set(self.steps)
        values = dict(self.values)
        trigger = values.pop("trigger", None)

        def change(slide: Slide) -> Slide:
            if chosen - {s.id for s in slide.running_order}:
                raise BadEdit("that build is not in the running order any more")
            order = tuple(_set(s, values) if s.id in chosen else s for s in slide.running_order)
            slide = replace(slide, running_order=order)
            return slide if trigger is None else _retriggered(slide, chosen, trigger)

        return change_slide(show, self.slide, change)

    @property
    def brings_assets(self) -> tuple[str, ...]:
        """Its sound."""
        return tuple(asset_ids(self.values.get("sound")))

    @property
    def label(self) -> str:
        """Name what is set."""
        builds = "a build" if len(self.steps) == 1 else f"{len(self.steps)} builds"
        if self.values.keys() == {"off"}:
            return f"turn {builds} {'off' if self.values['off'] else 'on'}"
        if "effect" in self.values:
            return f"choose another effect for {builds}"
        params = self.values.get("params")
        fields = [*(f for f in self.values if f != "params"), *(params if isinstance(params, dict) else ())]
        return f"set the {fields_said(fields)} of {builds}" if fields else f"set {builds}"


class DeleteSteps(Command, frozen=True, kw_only=True):
    """Take builds out of the running order."""

    slide: str
    steps: Ids

    def apply(self, show: Show) -> Show:
        """Return the show without them."""
        return change_slide(show, self.slide, lambda slide: without_steps(slide, set(self.steps)))

    @property
    def label(self) -> str:
        """Count them."""
        return "delete a build" if len(self.steps) == 1 else f"delete {len(self.steps)} builds"


class MoveSteps(Command, frozen=True, kw_only=True):
    """Move builds into a cue (0: before the first), to stand before its ``index``-th build.

    With ``new_cue`` they open a cue of their own after that one; whole cues stay such: marks in the script and in
    the voice stay where they are, and so are in order. What is left of their old cue keeps it.
    """

    slide: str
    steps: Ids
    cue: int
    index: int = 0
    new_cue: bool = False

    def apply(self, show: Show) -> Show:
        """Return the show in the new order."""
        chosen = set(self.steps)

        def change(slide: Slide) -> Slide:
            groups = groups_of(slide)
            moved = [s for s in slide.running_order if s.id in chosen]
            if not moved or not 0 <= self.cue < len(groups):
                raise BadEdit("that place is not in the running order any more")
            members = groups[self.cue][1]
            anchor = sum(1 for s in members[: self.index] if s.id not in chosen)
            rest: list[Group] = [(n, [s for s in steps if s.id not in chosen]) for n, steps in groups]
            whole = [n for n, steps in groups if n and all(s.id in chosen for s in steps)]
            if self.new_cue and len(moved) == sum(len(groups[n][1]) for n in whole):
                return with_cues_after(slide, whole, self.cue)
            if self.new_cue:
                rest.insert(self.cue + 1, (None, moved))
            else:
                rest[self.cue][1][anchor:anchor] = moved
            return with_groups(slide, rest)

        return change_slide(show, self.slide, change)

    @property
    def label(self) -> str:
        """Name it as people do."""
        return "reorder the builds"


def _set(step: Step, values: dict[str, Any]) -> Step:
    if isinstance(values.get("params"), dict) and "effect" not in values:
        values = {**values, "params": {**step.params, **values["params"]}}
    changed = with_values(step, values, fixed=("id",))
    _refuse_unknown(changed, had=step)
    return changed


def _refuse_unknown(step: Step, had: Step | None = None) -> None:
    """Raise ``BadEdit`` for an effect, setting or easing that is not known, unless the step had it from a document."""
    before = set(step_complaints(had)) if had is not None else set()
    for complaint in step_complaints(step):
        if complaint not in before:
            raise BadEdit(complaint)


def _retriggered(slide: Slide, chosen: set[str], trigger: str) -> Slide:
    cue_of = {steps[0].id: number for number, steps in groups_of(slide) if number and steps}
    groups: list[Group] = [(0, [])]
    for step in slide.running_order:
        if step.id in chosen:
            step = with_values(step, {"trigger": trigger})
        if step.trigger == "cue":
            groups.append((cue_of.get(step.id), []))
        groups[-1][1].append(step)
    return with_groups(slide, groups)
