"""Lists that roll in, line by line."""

from collections.abc import Iterator
from itertools import islice

from msgspec.structs import replace

from ritornel.core.alignment.boxes import reading_order
from ritornel.core.edits.command import BadEdit, Command, Ids, NewIds, change_slide, step_ids
from ritornel.core.edits.grouping import groups_of, with_groups, without_steps
from ritornel.core.model import Part, Show, Slide, Step, Text, limits

_ROLL = "roll"


class RollList(Command, frozen=True, kw_only=True):
    """Let the lines of texts roll in: each on a cue, the list always in the middle of its box.

    Lines that are built one by one already keep their places, cues and times; else their steps come at the end of the
    running order, in place of entrances that the text had.
    """

    slide: str
    objects: Ids
    ids: NewIds = []

    def apply(self, show: Show) -> Show:
        """Return the show with the lists rolling."""

        def change(slide: Slide) -> Slide:
            ids = iter(self.ids)
            lists = [o for o in slide.objects if o.id in set(self.objects) and isinstance(o, Text)]
            lists = [o for o in lists if sum(bool(p.text) for p in o.paragraphs) > 1]
            if not lists:
                raise BadEdit("select a text of two lines or more")
            for thing in sorted(lists, key=reading_order):
                slide = _rolling(slide, thing, ids)
            return slide

        return change_slide(show, self.slide, change)

    @property
    def label(self) -> str:
        """Name it as people do."""
        return "roll the list"


def _rolling(slide: Slide, thing: Text, given: Iterator[str]) -> Slide:
    lines = [n for n, paragraph in enumerate(thing.paragraphs) if paragraph.text]
    enters = [s for s in slide.running_order if s.object == thing.id and s.kind == "entrance"]
    if {s.part.paragraph for s in enters if s.part is not None and s.part.unit == "line"} >= set(lines):
        own = {s.id for s in enters if s.part is not None}
        rolls = (replace(s, effect=_ROLL, params={}) if s.id in own else s for s in slide.running_order)
        return replace(slide, running_order=tuple(rolls))
    slide = without_steps(slide, {s.id for s in enters})
    if len(slide.running_order) + len(lines) > limits.BUILDS_ON_A_SLIDE:
        raise BadEdit(f"a slide may have {limits.BUILDS_ON_A_SLIDE:,} builds at most; build fewer lines")
    ids = step_ids(slide, len(lines), list(islice(given, len(lines))))
    steps = [Step(id=i, object=thing.id, part=Part(n), effect=_ROLL) for i, n in zip(ids, lines, strict=True)]
    return with_groups(slide, [*groups_of(slide), *((None, [s]) for s in steps)])
