"""The same motion for every object of a role: every title comes in alike."""

from msgspec.structs import replace

from ritornel.core.edits.command import BadEdit, Command, slide_of, step_ids
from ritornel.core.edits.grouping import Group, groups_of, with_groups
from ritornel.core.model import Object, Show, Slide, Step, limits


class BuildByRole(Command, frozen=True, kw_only=True):
    """Build what has the same role on every slide as a build of one slide: its effect, settings, times and trigger.

    What has a build of that kind already keeps its place in the running order, and moves as the others do from now on.
    Else a build that comes from the beginning comes so everywhere, first of all; another gets a cue of its own at the
    end.
    """

    slide: str
    step: str

    def apply(self, show: Show) -> Show:
        """Return the show with the builds."""
        slide = slide_of(show, self.slide)
        like = next((s for s in slide.running_order if s.id == self.step), None)
        if like is None:
            raise BadEdit("that build is not in the running order any more")
        role = next((o.role for o in slide.objects if o.id == like.object), "")
        if not role:
            raise BadEdit("what it builds has no role in the house style; give it one first")
        first = any(s.id == like.id for s in groups_of(slide)[0][1])
        slides = tuple(s if s.id == slide.id else _built(s, role, like, first) for s in show.slides)
        return replace(show, slides=slides)

    @property
    def label(self) -> str:
        """Name it as people do."""
        return "give every one of its role the same motion"


def _built(slide: Slide, role: str, like: Step, first: bool) -> Slide:
    for thing in slide.objects:
        if thing.role == role:
            slide = _one_built(slide, thing, like, first)
    return slide


def _one_built(slide: Slide, thing: Object, like: Step, first: bool) -> Slide:
    alike = {s.id for s in slide.running_order if s.object == thing.id and s.kind == like.kind}
    if alike:
        order = tuple(_as(s, like) if s.id in alike else s for s in slide.running_order)
        return replace(slide, running_order=order)
    if len(slide.running_order) >= limits.BUILDS_ON_A_SLIDE:
        return slide
    step = replace(like, id=step_ids(slide, 1)[0], object=thing.id, part=None)
    opening, *others = groups_of(slide)
    if first:
        return with_groups(slide, [(0, [step, *opening[1]]), *others])
    fresh: Group = (None, [step])
    return with_groups(slide, [opening, *others, fresh])


def _as(step: Step, like: Step) -> Step:
    """Return a build that moves as another does, when it does."""
    return replace(
        step,
        effect=like.effect,
        params=like.params,
        duration_ms=like.duration_ms,
        repeat=like.repeat,
        easing=like.easing,
        afterwards=like.afterwards,
        sound=like.sound,
    )
