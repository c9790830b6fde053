"""Edits of objects that go on: the next slide, and the same place, look and builds wherever a lineage stands."""

from collections.abc import Iterable, Mapping, Sequence
from typing import Annotated, Any, Literal

from msgspec import Meta
from msgspec.structs import replace

from ritornel.core.edits.command import BadEdit, Command, Ids, NewIds, object_ids, slide_ids, slide_of
from ritornel.core.edits.grouping import steps_for, without_steps
from ritornel.core.edits.telling import fields_said
from ritornel.core.model import Object, Show, Slide, Step, Text, Transition
from ritornel.core.model.units import Id
from ritornel.core.motion.standing import Standing
from ritornel.core.motion.target import states_at
from ritornel.core.score import compile
from ritornel.core.time.rounding import tenths

CARRY = "carry"

What = Literal["place", "size", "look", "builds"]

_PLACE = frozenset({"x", "y"})
_SIZE = frozenset({"width", "height", "rotation", "grows"})
_OWN = frozenset({
    "id", "lineage", "name", "alt", "paragraphs", "asset", "in_ms", "out_ms", "rate", "plays", "gain_db", "muted",
    "waited_for", "fade_in_ms", "fade_out_ms", "speaks", "group", "locked", "hidden", "link",
})  # fmt: skip
"""What an object says or plays, and what it is called: its own on every slide."""


class ContinueSlide(Command, frozen=True, kw_only=True):
    """Make the next slide with everything that the slide ends with, where it ends; it is carried there.

    Objects keep their lineage. What has gone out, or never came in, is left behind, and so are builds and script.
    """

    slide: str
    id: Id | None = None

    def apply(self, show: Show) -> Show:
        """Return the show with the slide that goes on."""
        place = next((n for n, s in enumerate(show.slides) if s.id == self.slide), None)
        if place is None:
            raise BadEdit("that slide is not in the show any more")
        slide, score = show.slides[place], compile(show).slides[place]
        end = Standing(slide, states_at(score.targets, score.length_ms))
        there = {id(o) for o in end.shown()}
        fresh = Slide(
            id=slide_ids(show, 1, [self.id] if self.id else [])[0],
            title=slide.title,
            background=slide.background,
            ground=slide.ground,
            transition=slide.transition if slide.transition.type == CARRY else Transition(type=CARRY),
            advance=slide.advance,
            objects=tuple(as_it_stands(o, end.state(o)) for o in slide.objects if id(o) in there),
        )
        return replace(show, slides=(*show.slides[: place + 1], fresh, *show.slides[place + 1 :]))

    @property
    def label(self) -> str:
        """Name it as people do."""
        return "continue on the next slide"


def as_it_stands(thing: Object, state: Mapping[str, Any]) -> Object:
    """Return the object placed as its builds have left it: moved, turned, sized about its middle, dimmed."""
    across, down = state.get("scale_x", 1.0), state.get("scale_y", 1.0)
    width, height = thing.width * across, thing.height * down
    if isinstance(thing, Text) and down != 1.0:
        thing = replace(thing, size=thing.size * down)
    return replace(
        thing,
        x=tenths(thing.x + (thing.width - width) / 2 + state.get("x", 0.0)),
        y=tenths(thing.y + (thing.height - height) / 2 + state.get("y", 0.0)),
        width=tenths(width),
        height=tenths(height),
        rotation=(thing.rotation + state.get("rotate", 0.0) + 180) % 360 - 180 if "rotate" in state else thing.rotation,
        opacity=min(1.0, max(0.0, thing.opacity * state.get("opacity", 1.0))),
    )


class MatchLineage(Command, frozen=True, kw_only=True):
    """Give objects of the same lineage on all other slides the place, size, look or builds of ``objects`` on this one.

    A look is taken only by objects of the same kind. What they say, play and are called stays. Builds take the place of
    those that the others had, at the end of their running order.
    """

    slide: str
    objects: Ids
    what: Annotated[list[What], Meta(min_length=1, max_length=4)]

    def apply(self, show: Show) -> Show:
        """Return the show with the others made alike."""
        models = {o.lineage: o for o in _named(slide_of(show, self.slide), self.objects)}
        others = [s for s in show.slides if s.id != self.slide]
        if not any(o.lineage in models for s in others for o in s.objects):
            raise BadEdit("it stands on no other slide; put it on others first")
        order = slide_of(show, self.slide).running_order if "builds" in self.what else ()
        return replace(
            show, slides=tuple(self._matched(s, models, order) if s.id != self.slide else s for s in show.slides)
        )

    def _matched(self, slide: Slide, models: dict[str, Object], order: Sequence[Step]) -> Slide:
        objects = tuple(alike(o, models[o.lineage], self.what) if o.lineage in models else o for o in slide.objects)
        return self._built(slide if objects == slide.objects else replace(slide, objects=objects), models, order)

    def _built(self, slide: Slide, models: dict[str, Object], order: Sequence[Step]) -> Slide:
        for thing in slide.objects:
            built = [s for s in order if thing.lineage in models and s.object == models[thing.lineage].id]
            if built:
                slide = without_steps(slide, {s.id for s in slide.running_order if s.object == thing.id})
                steps = steps_for(slide, built, {built[0].object: thing.id})
                slide = replace(slide, running_order=(*slide.running_order, *steps))
        return slide

    @property
    def label(self) -> str:
        """Name what is taken."""
        return f"give it the same {fields_said(self.what)} on every slide"


class PutOnSlides(Command, frozen=True, kw_only=True):
    """Put objects, without builds, on other slides (``slides`` None: all) where their lineage does not stand yet."""

    slide: str
    objects: Ids
    slides: Ids | None = None
    ids: NewIds = []

    def apply(self, show: Show) -> Show:
        """Return the show with the objects in front on those slides."""
        things = _named(slide_of(show, self.slide), self.objects)
        chosen = {s.id for s in show.slides if self.slides is None or s.id in set(self.slides)} - {self.slide}
        missing = {
            s.id: [o for o in things if all(other.lineage != o.lineage for other in s.objects)]
            for s in show.slides
            if s.id in chosen
        }
        count = sum(len(there) for there in missing.values())
        if not count:
            raise BadEdit("it stands on all those slides already")
        ids = iter(object_ids(show, count, self.ids))
        copies = {i: tuple(replace(o, id=next(ids)) for o in there) for i, there in missing.items()}
        slides = (replace(s, objects=(*s.objects, *copies[s.id])) if copies.get(s.id) else s for s in show.slides)
        return replace(show, slides=tuple(slides))

    @property
    def label(self) -> str:
        """Say where it goes."""
        return "put it on every slide" if self.slides is None else "put it on other slides"


def alike(thing: Object, model: Object, what: Iterable[What]) -> Object:
    """Return the object with the place, the size or the look of another; a look is taken by the same kind only."""
    names = set(thing.__struct_fields__) & set(model.__struct_fields__)
    taken = {n for n in names & _PLACE if "place" in what} | {n for n in names & _SIZE if "size" in what}
    if "look" in what and type(thing) is type(model):
        taken |= names - _PLACE - _SIZE - _OWN
    return replace(thing, **{name: getattr(model, name) for name in taken})


def _named(slide: Slide, ids: Ids) -> list[Object]:
    things = [o for o in slide.objects if o.id in set(ids)]
    if not things:
        raise BadEdit("that object is not on the slide any more")
    return things
