"""Edits that bring copies: objects from a clipboard, one object's look or builds onto others."""

from typing import Annotated, Any

from msgspec import Meta
from msgspec.structs import replace

from ritornel.core.edits.command import (
    BadEdit,
    Command,
    Ids,
    NewIds,
    asset_ids,
    change_slide,
    object_ids,
    slide_of,
)
from ritornel.core.edits.continuing import alike
from ritornel.core.edits.grouping import steps_for
from ritornel.core.edits.objects import beside, groups_renamed
from ritornel.core.model import Object, Show, Slide, Step, limits
from ritornel.core.model.reading import convert

Documents = Annotated[list[dict[str, Any]], Meta(max_length=limits.OBJECTS_ON_A_SLIDE)]


class PasteObjects(Command, frozen=True, kw_only=True):
    """Put copies of objects on a slide, with their builds at the end of the running order. They keep their lineage.

    ``objects`` and ``steps`` are documents, as they were copied, on this slide, on another, or in another show. Where
    one of their lineage stands in the very same place already, the copies stand a little beside it.
    """

    slide: str
    objects: Documents
    steps: Annotated[list[dict[str, Any]], Meta(max_length=limits.BUILDS_ON_A_SLIDE)] = []
    ids: NewIds = []

    def apply(self, show: Show) -> Show:
        """Return the show with the copies."""

        def change(slide: Slide) -> Slide:
            things: list[Object] = [convert(o, Object) for o in self.objects]  # type: ignore[arg-type]
            if not things:
                raise BadEdit("there is nothing to put on the slide")
            ids = object_ids(show, len(things), self.ids)
            copy_of = {o.id: i for o, i in zip(things, ids, strict=True)}
            groups = groups_renamed(slide, things)
            there = {(o.lineage, o.x, o.y) for o in slide.objects}
            aside = any((o.lineage or o.id, o.x, o.y) in there for o in things)
            copies = tuple(
                replace(
                    o,
                    id=copy_of[o.id],
                    lineage=o.lineage or o.id,
                    group=groups[o.group],
                    x=beside(o.x) if aside else o.x,
                    y=beside(o.y) if aside else o.y,
                )
                for o in things
            )
            steps = [convert({"id": "new", **s}, Step) for s in self.steps]
            return replace(
                slide,
                objects=(*slide.objects, *copies),
                running_order=(*slide.running_order, *steps_for(slide, steps, copy_of)),
            )

        return change_slide(show, self.slide, change)

    @property
    def label(self) -> str:
        """Say how many."""
        return "put in a copy" if len(self.objects) == 1 else f"put in {len(self.objects)} copies"

    @property
    def brings_assets(self) -> tuple[str, ...]:
        """What the copies show or play."""
        return tuple(i for o in self.objects for i in asset_ids(o))


class GiveLook(Command, frozen=True, kw_only=True):
    """Give objects the look of another of their kind; what they say, where they stand and their builds stay."""

    slide: str
    objects: Ids
    of: str
    on: str

    def apply(self, show: Show) -> Show:
        """Return the show with the others looking like ``of``, which stands on slide ``on``."""
        model = _model(show, self.on, self.of)

        def change(slide: Slide) -> Slide:
            chosen = [o for o in slide.objects if o.id in set(self.objects)]
            if not any(type(o) is type(model) for o in chosen):
                raise BadEdit(f"select another {type(model).__name__.lower()}: a look goes to objects of the same kind")
            alike_ = {o.id: alike(o, model, ("look",)) for o in chosen}
            return replace(slide, objects=tuple(alike_.get(o.id, o) for o in slide.objects))

        return change_slide(show, self.slide, change)

    @property
    def label(self) -> str:
        """Name it as people do."""
        return "give it the look of another"


class GiveBuilds(Command, frozen=True, kw_only=True):
    """Give objects the builds of another, in its order, after what is built already; builds of its parts aside."""

    slide: str
    objects: Ids
    of: str
    on: str

    def apply(self, show: Show) -> Show:
        """Return the show with the builds that ``of`` has on slide ``on``."""
        model = _model(show, self.on, self.of)
        given = [s for s in slide_of(show, self.on).running_order if s.object == model.id and s.part is None]
        if not given:
            raise BadEdit("that object has no builds to give")

        def change(slide: Slide) -> Slide:
            chosen = [
                o.id for o in slide.objects if o.id in set(self.objects) and (slide.id, o.id) != (self.on, self.of)
            ]
            if not chosen:
                raise BadEdit("select another object first")
            steps: list[Step] = []
            for name in chosen:
                steps += steps_for(
                    replace(slide, running_order=(*slide.running_order, *steps)), given, {model.id: name}
                )
            return replace(slide, running_order=(*slide.running_order, *steps))

        return change_slide(show, self.slide, change)

    @property
    def label(self) -> str:
        """Name it as people do."""
        return "give it the builds of another"


def _model(show: Show, slide_id: str, name: str) -> Object:
    found = next((o for o in slide_of(show, slide_id).objects if o.id == name), None)
    if found is None:
        raise BadEdit("the object whose look or builds were taken is not there any more")
    return found
