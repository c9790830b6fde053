"""Effects of one's own: chains of builds that a show carries under a name, and uses again."""

from typing import Annotated

from msgspec import Meta
from msgspec.structs import replace

from ritornel.core.alignment.boxes import reading_order
from ritornel.core.edits.command import BadEdit, Command, Ids, NewIds, change_slide, slide_of, step_ids
from ritornel.core.edits.grouping import with_new
from ritornel.core.model import OwnEffect, Show, Slide, Step, limits

EffectName = Annotated[str, Meta(min_length=1, max_length=300)]


class KeepEffect(Command, frozen=True, kw_only=True):
    """Keep builds of a slide, in their order, as an effect of that name; one of the same name is replaced."""

    slide: str
    steps: Ids
    name: EffectName

    def apply(self, show: Show) -> Show:
        """Return the show with the effect."""
        chosen = [s for s in slide_of(show, self.slide).running_order if s.id in set(self.steps) and s.object]
        if not chosen:
            raise BadEdit("select builds to keep as an effect")
        if len(chosen) > limits.BUILDS_IN_AN_EFFECT:
            raise BadEdit(f"an effect may have {limits.BUILDS_IN_AN_EFFECT} builds at most; select fewer")
        chain = tuple(replace(s, id=f"build-{n}", object="", part=None) for n, s in enumerate(chosen, 1))
        own = OwnEffect(name=self.name.strip() or "Effect", steps=chain)
        kept = [e for e in show.effects if e.name != own.name]
        if len(kept) >= limits.OWN_EFFECTS:
            raise BadEdit(f"a show may have {limits.OWN_EFFECTS} effects of its own at most; take one away first")
        return replace(show, effects=(*kept, own))

    @property
    def label(self) -> str:
        """Name it as people do."""
        return f"keep “{self.name[:40]}” as an effect"


class UseEffect(Command, frozen=True, kw_only=True):
    """Build objects, in reading order, with an effect of one's own: each on a cue, at the end of the running order.

    ``here``: the build that goes to the view of the plane at which they come instead.
    """

    slide: str
    objects: Ids
    name: EffectName
    here: str | None = None
    ids: NewIds = []

    def apply(self, show: Show) -> Show:
        """Return the show with the builds."""
        own = next((e for e in show.effects if e.name == self.name), None)
        if own is None:
            raise BadEdit(f"the show has no effect called “{self.name}” any more")

        def change(slide: Slide) -> Slide:
            chosen = sorted((o for o in slide.objects if o.id in set(self.objects)), key=reading_order)
            if not chosen:
                raise BadEdit("select an object to build")
            ids = iter(step_ids(slide, len(chosen) * len(own.steps), self.ids))
            chains = [[_of(step, o.id, next(ids), place) for place, step in enumerate(own.steps)] for o in chosen]
            return with_new(slide, [(None, chain) for chain in chains], self.here)

        return change_slide(show, self.slide, change)

    @property
    def label(self) -> str:
        """Name the effect."""
        return f"build with “{self.name[:40]}”"


class ForgetEffect(Command, frozen=True, kw_only=True):
    """Take an effect of one's own out of the show. What was built with it stays."""

    name: EffectName

    def apply(self, show: Show) -> Show:
        """Return the show without it."""
        return replace(show, effects=tuple(e for e in show.effects if e.name != self.name))


def _of(step: Step, name: str, new_id: str, place: int) -> Step:
    later = "alongside" if step.trigger == "cue" else step.trigger
    return replace(step, id=new_id, object=name, trigger="cue" if place == 0 else later)
