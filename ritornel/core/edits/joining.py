"""Two slides joined to one: what the later brings comes on a cue, with its words, waits, builds and voice."""

from collections.abc import Mapping, Sequence

from msgspec.structs import replace

from ritornel.core.edits.command import BadEdit, Command, fresh_ids
from ritornel.core.edits.continuing import as_it_stands
from ritornel.core.edits.grouping import Group, groups_of, with_groups
from ritornel.core.edits.splitting import whole_slide
from ritornel.core.model import Narration, Object, Show, Slide, Step, limits
from ritornel.core.model.anchoring import onto
from ritornel.core.model.slide import MARK
from ritornel.core.motion.standing import Standing
from ritornel.core.motion.target import states_at
from ritornel.core.score import SlideScore, compile
from ritornel.core.voice.parting import put_together
from ritornel.core.voice.written import joined as captions_joined

_HAIR = 0.11


class JoinSlides(Command, frozen=True, kw_only=True):
    """Join a slide with the one after it: what that brings comes on a cue, and what it does not have goes then."""

    slide: str

    def apply(self, show: Show) -> Show:
        """Return the show with one slide in place of two."""
        place, slide = whole_slide(show, self.slide)
        if place + 1 == len(show.slides):
            raise BadEdit("there is no slide after this one to join it with")
        later = show.slides[place + 1]
        if slide.unreadable or later.unreadable:
            raise BadEdit("one of the two cannot be read here, so they stay apart")
        score = compile(show)
        joined = _joined(slide, later, score.slides[place])
        later_by = score.times[place].length_ms if joined.narration is None else 0
        captions = captions_joined(slide.captions, later.captions, later_by, joined.script)
        joined = replace(joined, captions=captions)
        chapters = tuple(c for c in show.chapters if c.first != later.id)

        def with_joined(one: Slide) -> Show:
            slides = (*show.slides[:place], one, *show.slides[place + 2 :])
            opens = [steps[0].id for _, steps in groups_of(one)[len(groups_of(slide)) :] if steps]
            beds = onto(show.beds, later.id, slide.id, opens[0] if opens else "")
            return replace(show, slides=slides, chapters=chapters, beds=beds)

        found, cue = with_joined(joined), str(len(groups_of(slide)))
        free = with_joined(replace(joined, waits={c: ms for c, ms in joined.waits.items() if c != cue}))
        starts = [[group.start_ms for group in compile(made).times[place].groups] for made in (free, found)]
        same = joined.narration is None and starts[0] == starts[1]
        return free if same else found

    @property
    def label(self) -> str:
        """Name it as people do."""
        return "join two slides"


def _joined(first: Slide, later: Slide, score: SlideScore) -> Slide:
    standing = Standing(first, states_at(score.targets, score.length_ms))
    shown = {o.id: as_it_stands(o, standing.state(o)) for o in standing.shown()}
    ids = _ids_in(first, later, shown)
    groups: list[Group] = groups_of(first)
    cue = len(groups)
    came = _members(first, later, shown, ids)
    if later.script and not any(came):
        came = [[Step(id=fresh_ids("build", (s.id for s in first.running_order))[0], duration_ms=0)]]
    joined = with_groups(replace(first, objects=_merged(first, later, ids)), [*groups, *((None, s) for s in came if s)])
    return _with_words(joined, first, later, cue) if any(came) else joined


def _members(first: Slide, later: Slide, shown: Mapping[str, Object], ids: Mapping[str, str]) -> list[list[Step]]:
    """Return the steps that the later slide comes with, cue by cue: first what goes and comes with the picture."""
    there = {o.id for o in first.objects}
    comes = {s.object for s in later.running_order if s.kind == "entrance"}
    changes = [("exit", name) for name in shown if name not in ids.values()]
    changes += [("entrance", ids[o.id]) for o in later.objects if ids[o.id] not in there and o.id not in comes]
    taken = {s.id for s in first.running_order}
    known = [*taken, *(s.id for s in later.running_order)]
    names = iter(fresh_ids("build", known, len(changes) + len(later.running_order)))
    changed = [
        Step(id=next(names), object=name, kind=kind, effect="appear", trigger="alongside")  # type: ignore[arg-type]
        for kind, name in changes
    ]
    opening, *others = (
        [replace(s, id=next(names) if s.id in taken else s.id, object=ids.get(s.object, s.object)) for s in own]
        for _, own in groups_of(later)
    )
    return [[*changed, *opening], *others]


def _ids_in(first: Slide, later: Slide, shown: Mapping[str, Object]) -> dict[str, str]:
    """Return for each object of a later slide the one of the first that it is, or the id that it has there."""
    free = {o.lineage: o.id for o in first.objects if o.lineage and o.id in shown}
    taken = {o.id for o in first.objects}
    found: dict[str, str] = {}
    for thing in later.objects:
        same = free.get(thing.lineage)
        if same is not None and _stands_alike(shown[same], thing):
            found[thing.id] = same
        else:
            found[thing.id] = thing.id if thing.id not in taken else fresh_ids("object", [*taken, *found.values()])[0]
    return found


def _stands_alike(one: Object, other: Object) -> bool:
    """Tell whether an object stands on the next slide as it stood on the one before."""
    if type(one) is not type(other):
        return False
    alike = replace(other, id=one.id, lineage=one.lineage, x=one.x, y=one.y, width=one.width, height=one.height)
    near = all(abs(getattr(one, n) - getattr(other, n)) < _HAIR for n in ("x", "y", "width", "height"))
    return near and alike == one


def _merged(first: Slide, later: Slide, ids: Mapping[str, str]) -> tuple[Object, ...]:
    """Return the objects of both, what the later one brings right above what it lies on there."""
    objects = list(first.objects)
    below = ""
    for thing in later.objects:
        name = ids[thing.id]
        if all(o.id != name for o in objects):
            place = next((n for n, o in enumerate(objects, 1) if o.id == below), 0 if not below else len(objects))
            objects.insert(place, replace(thing, id=name))
        below = name
    return tuple(objects)


def _with_words(slide: Slide, first: Slide, later: Slide, cue: int) -> Slide:
    said = MARK.sub(lambda match: f"[{int(match[1]) + cue}]", later.script)
    script = " ".join(part for part in (first.script, f"[{cue}]" if later.script or first.script else "", said) if part)
    waits = dict(first.waits) | ({str(cue): first.hold_ms} if first.hold_ms is not None else {})
    given = dict(first.cue_advance) | ({str(cue): first.advance} if first.advance != later.advance else {})
    return replace(
        slide,
        script=script,
        hold_ms=later.hold_ms,
        length_ms=None,
        waits=waits | {str(int(c) + cue): ms for c, ms in later.waits.items()},
        pinned=(*(c for c in first.pinned if c), *(c + cue if c else 0 for c in later.pinned)),
        advance=later.advance,
        cue_advance=given | {str(int(c) + cue): who for c, who in later.cue_advance.items()},
        narration=_one_voice(first, later, cue),
    )


def _one_voice(first: Slide, later: Slide, cue: int) -> Narration | None:
    """Return the voice of both; ``BadEdit`` where they have two that are not one recording, one after another."""
    one, other = first.narration, later.narration
    if other is None or one is None:
        if other is not None:
            raise BadEdit("only the second has a voice; take it off, join them, and give it to the joined slide")
        return one
    if one.asset != other.asset or one.out_ms != other.in_ms:
        raise BadEdit("each has a voice of its own; take one of them off before they are joined")
    heard = other.in_ms - one.in_ms
    marks: Sequence[int | None] = [*one.marks, *([None] * cue)][: cue - 1]
    later_marks = [None if m is None else m + heard for m in other.marks]
    if len(marks) + 1 + len(later_marks) > limits.BUILDS_ON_A_SLIDE:
        raise BadEdit(f"a slide may have {limits.BUILDS_ON_A_SLIDE:,} cues at most")
    return put_together(replace(one, marks=(*marks, heard, *later_marks)), other, cue)
