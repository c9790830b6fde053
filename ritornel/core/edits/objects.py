"""Edits of objects: add, set, delete, duplicate, restack; start of a clip."""

from collections.abc import Mapping, Sequence
from difflib import SequenceMatcher
from typing import Annotated, Any, Literal

from msgspec import Meta
from msgspec.structs import replace

from ritornel.core.edits.command import (
    BadEdit,
    Command,
    Ids,
    NewIds,
    asset_ids,
    change_slide,
    fresh_ids,
    object_ids,
    step_ids,
    with_values,
)
from ritornel.core.edits.grouping import groups_of, with_groups, without_steps
from ritornel.core.edits.telling import fields_said
from ritornel.core.model import Clip, Object, Part, Show, Slide, Sound, Step, Text, limits
from ritornel.core.model.reading import convert
from ritornel.core.model.units import FARTHEST, Position
from ritornel.core.styles import room_of, style_of
from ritornel.core.styles.dressing import differing, noted
from ritornel.core.text.parts import has_part
from ritornel.core.time.rounding import tenths

COPY_OFFSET = 24
"""How far, in stage units, a copy stands to the right of and below its original."""

_DONE: tuple[tuple[frozenset[str], str], ...] = (
    (frozenset({"x", "y"}), "move"),
    (frozenset({"x", "y", "rotation"}), "turn"),
    (frozenset({"x", "y", "width", "height"}), "resize"),
    (frozenset({"x", "y", "width", "height", "rotation", "rising", "bend"}), "reshape"),
    (frozenset({"paragraphs"}), "edit the text of"),
    (frozenset({"name"}), "rename"),
)
"""What the fields that are set together mean: the first that has all of them."""

_ON_AND_OFF = {"locked": ("lock", "unlock"), "hidden": ("hide", "show")}


class AddObject(Command, frozen=True, kw_only=True):
    """Put a new object on a slide, in front of the others. ``object`` is its document, with its ``id`` or without.

    One that stands ``within`` another is right in front of that, and in a group with it: words in a shape.
    """

    slide: str
    object: dict[str, Any]
    within: str = ""

    def apply(self, show: Show) -> Show:
        """Return the show with the object."""

        def change(slide: Slide) -> Slide:
            new_id = object_ids(show, 1, [str(i) for i in [self.object.get("id")] if i])[0]
            thing: Object = convert({**self.object, "id": new_id}, Object)  # type: ignore[arg-type]
            style = style_of(show)
            if thing.role and not thing.own and style is not None:
                set_ = differing(replace(slide, objects=(*slide.objects, thing)), style, room_of(show)).get(new_id, ())
                thing = replace(thing, own=noted(set(self.object) & set(set_)))
            place = next((n for n, o in enumerate(slide.objects) if o.id == self.within), None)
            if place is None:
                return replace(slide, objects=(*slide.objects, thing))
            outer = slide.objects[place]
            group = outer.group or new_id
            pair = (replace(outer, group=group), replace(thing, group=group))
            return replace(slide, objects=(*slide.objects[:place], *pair, *slide.objects[place + 1 :]))

        return change_slide(show, self.slide, change)

    @property
    def label(self) -> str:
        """Name the kind."""
        return f"add a {self.object.get('kind', 'thing')}"

    @property
    def brings_assets(self) -> tuple[str, ...]:
        """The object's asset, if it shows one."""
        return tuple(asset_ids(self.object))


class SetObjects(Command, frozen=True, kw_only=True):
    """Set values of objects of one slide, by their ids: places, sizes, text, style, in and out points."""

    slide: str
    values: Annotated[dict[str, dict[str, Any]], Meta(max_length=limits.OBJECTS_ON_A_SLIDE)]

    def apply(self, show: Show) -> Show:
        """Return the show with the values set. Builds by line follow their lines when lines come and go."""

        def change(slide: Slide) -> Slide:
            known = {o.id: o for o in slide.objects}
            if set(self.values) - set(known):
                raise BadEdit("that object is not on the slide any more")
            changed = {i: _with_own_height(known[i], with_values(known[i], v), v) for i, v in self.values.items()}
            for i, thing in changed.items():
                old = known[i]
                if isinstance(old, Text) and isinstance(thing, Text) and old.paragraphs != thing.paragraphs:
                    slide = _with_lines_moved(slide, old, thing)
            return replace(slide, objects=tuple(changed.get(o.id, o) for o in slide.objects))

        return change_slide(show, self.slide, change)

    @property
    def label(self) -> str:
        """Tell a move from other changes."""
        fields = {name for values in self.values.values() for name in values}
        things = "an object" if len(self.values) == 1 else "objects"
        done = next((verb for known, verb in _DONE if fields <= known), None)
        if fields in ({"locked"}, {"hidden"}):
            (field,) = fields
            done = _ON_AND_OFF[field][0 if all(values.get(field) for values in self.values.values()) else 1]
        return f"{done} {things}" if done else f"set the {fields_said(sorted(fields))} of {things}"

    @property
    def brings_assets(self) -> tuple[str, ...]:
        """Assets put in place of others."""
        return tuple(i for values in self.values.values() for i in asset_ids(values))


class DeleteObjects(Command, frozen=True, kw_only=True):
    """Take objects off a slide, with their builds."""

    slide: str
    objects: Ids

    def apply(self, show: Show) -> Show:
        """Return the show without them."""
        gone = set(self.objects)

        def change(slide: Slide) -> Slide:
            slide = without_steps(slide, {s.id for s in slide.running_order if s.object in gone})
            return replace(slide, objects=tuple(o for o in slide.objects if o.id not in gone))

        return change_slide(show, self.slide, change)


class DuplicateObjects(Command, frozen=True, kw_only=True):
    """Put copies of objects on the slide, a little offset or ``by`` so far, with their builds alongside.

    Lineage is kept.
    """

    slide: str
    objects: Ids
    ids: NewIds = []
    by: tuple[Position, Position] | None = None

    def apply(self, show: Show) -> Show:
        """Return the show with the copies."""
        chosen = set(self.objects)

        def change(slide: Slide) -> Slide:
            originals = [o for o in slide.objects if o.id in chosen]
            ids = object_ids(show, len(originals), self.ids)
            copy_of = {o.id: i for o, i in zip(originals, ids, strict=True)}
            groups = groups_renamed(slide, originals)
            copies = [
                replace(o, id=copy_of[o.id], lineage=o.lineage or o.id, group=groups[o.group], **self._place(o))
                for o in originals
            ]
            slide = replace(slide, running_order=_with_copied_steps(slide, copy_of))
            return replace(slide, objects=(*slide.objects, *copies))

        return change_slide(show, self.slide, change)

    def _place(self, thing: Object) -> dict[str, float]:
        if self.by is None:
            return {"x": beside(thing.x), "y": beside(thing.y)}
        return {"x": tenths(thing.x + self.by[0]), "y": tenths(thing.y + self.by[1])}


class Restack(Command, frozen=True, kw_only=True):
    """Bring objects to the front or send them to the back, a step nearer or further, or right behind ``before``.

    ``objects`` keep their own order; ``before`` is the id of another object, “” for the front.
    """

    slide: str
    objects: Ids
    to: Literal["front", "back", "nearer", "further"] | None = None
    before: str = ""

    def apply(self, show: Show) -> Show:
        """Return the show with the objects restacked."""
        chosen = set(self.objects)

        def change(slide: Slide) -> Slide:
            moved = [o for o in slide.objects if o.id in chosen]
            rest = [o for o in slide.objects if o.id not in chosen]
            if not moved:
                raise BadEdit("that object is not on the slide any more")
            place = self._place(slide, moved, rest)
            return replace(slide, objects=(*rest[:place], *moved, *rest[place:]))

        return change_slide(show, self.slide, change)

    def _place(self, slide: Slide, moved: list[Object], rest: list[Object]) -> int:
        """Return how many of the others lie further back."""
        if self.to is None:
            return next((n for n, o in enumerate(rest) if o.id == self.before), len(rest))
        behind = {o.id for o in slide.objects[: slide.objects.index(moved[-1 if self.to == "nearer" else 0])]}
        now = sum(o.id in behind for o in rest)
        return {"front": len(rest), "back": 0, "nearer": min(now + 1, len(rest)), "further": max(now - 1, 0)}[self.to]


class StartMedia(Command, frozen=True, kw_only=True):
    """Let a clip or a sound start with the slide, or on a cue of its own at the end of the running order."""

    slide: str
    object: str
    on: Literal["slide", "cue"]

    def apply(self, show: Show) -> Show:
        """Return the show with the clip's play builds taken away, or one added."""

        def change(slide: Slide) -> Slide:
            thing = next((o for o in slide.objects if o.id == self.object), None)
            if not isinstance(thing, Clip | Sound):
                raise BadEdit("only a clip or a sound can be started")
            plays = [s for s in slide.running_order if s.object == thing.id and s.kind == "play"]
            if self.on == "slide":
                return without_steps(slide, {s.id for s in plays})
            if plays:
                return slide
            new_id = step_ids(slide, 1)[0]
            step = Step(id=new_id, object=thing.id, kind="play", trigger="cue", duration_ms=0)
            return with_groups(slide, [*groups_of(slide), (None, [step])])

        return change_slide(show, self.slide, change)

    @property
    def label(self) -> str:
        """Say when it starts."""
        return f"start with the {self.on}" if self.on == "slide" else "start on a cue"


def _with_own_height(old: Object, thing: Object, values: dict[str, Any]) -> Object:
    """A text whose height is set by hand grows no longer."""
    by_hand = "height" in values and "grows" not in values and thing.height != old.height
    return replace(thing, grows=False) if by_hand and isinstance(thing, Text) and thing.grows else thing


def groups_renamed(slide: Slide, things: Sequence[Object]) -> dict[str, str]:
    """Return by the groups of ``things`` the groups that copies of them on that slide form: others of their own."""
    groups = sorted({o.group for o in things if o.group})
    fresh = fresh_ids("group", (o.group for o in slide.objects), len(groups))
    return {"": "", **dict(zip(groups, fresh, strict=True))}


def beside(place: float) -> float:
    """Return where a copy stands whose original stands at ``place``, on either axis."""
    return min(place + COPY_OFFSET, FARTHEST)


def _with_copied_steps(slide: Slide, copy_of: dict[str, str]) -> tuple[Step, ...]:
    copied = [s for s in slide.running_order if s.object in copy_of]
    ids = iter(step_ids(slide, len(copied)))
    steps: list[Step] = []
    for step in slide.running_order:
        steps.append(step)
        if step.object in copy_of:
            steps.append(replace(step, id=next(ids), object=copy_of[step.object], trigger="alongside"))
    return tuple(steps)


def _is_gone(part: Part | None, moved: Mapping[int, int], text: Text) -> bool:
    if part is None:
        return False
    return part.paragraph not in moved or not has_part(text, replace(part, paragraph=moved[part.paragraph]))


def _with_lines_moved(slide: Slide, old: Text, new: Text) -> Slide:
    """Let builds of single lines follow their lines; those of lines that are gone go."""
    if not any(s.object == old.id and s.part is not None for s in slide.running_order):
        return slide
    moved: dict[int, int] = {}
    matcher = SequenceMatcher(a=[p.text for p in old.paragraphs], b=[p.text for p in new.paragraphs], autojunk=False)
    for _, a, a_end, b, b_end in matcher.get_opcodes():
        moved.update(zip(range(a, a_end), range(b, b_end), strict=False))
    gone = {s.id for s in slide.running_order if s.object == old.id and _is_gone(s.part, moved, new)}
    slide = without_steps(slide, gone)
    steps = tuple(
        replace(s, part=replace(s.part, paragraph=moved[s.part.paragraph]))
        if s.object == old.id and s.part is not None
        else s
        for s in slide.running_order
    )
    return replace(slide, running_order=steps)
