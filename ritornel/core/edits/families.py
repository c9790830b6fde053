"""Families: builds of the parts of one text, that were made together and are edited together (timing.md, section 2)."""

from collections.abc import Sequence
from itertools import pairwise
from typing import Literal

from msgspec.structs import replace

from ritornel.core.edits.command import BadEdit, Command, change_slide, step_ids
from ritornel.core.edits.grouping import groups_of, with_groups
from ritornel.core.model import Object, Part, Show, Slide, Step, Text, limits
from ritornel.core.model.slide import Trigger
from ritornel.core.text.parts import spans_of

By = Literal["whole", "level", "line", "word", "character"]
"""What is built by itself: the text, a line with those under it, a line, a word, a letter."""

STAGGER_MS = {"word": 120, "character": 40}
"""How much later than the one before each word or letter comes, where nothing else is asked for."""


def beats_of(thing: Object, by: By) -> list[list[Part | None]]:
    """Return the parts of an object in their order; parts in one list come together. Empty lines have none."""
    if by == "whole" or not isinstance(thing, Text):
        return [[None]]
    lines = [n for n, paragraph in enumerate(thing.paragraphs) if paragraph.text.strip()]
    if by == "word" or by == "character":
        texts = ((n, thing.paragraphs[n].text) for n in lines)
        parts = [Part(n, **{by: place}) for n, text in texts for place in range(len(spans_of(text, by)))]
        return [[part] for part in parts] if len(parts) > 1 else [[None]]
    if len(lines) < 2:
        return [[None]]
    if by == "line":
        return [[Part(n)] for n in lines]
    beats: list[list[Part | None]] = []
    for n in lines:
        if not beats or thing.paragraphs[n].level == 0:
            beats.append([])
        beats[-1].append(Part(n))
    return beats


def by_of(step: Step, slide: Slide) -> By:
    """Return what a build's family is built by. One in which lines come together with the one above is by level."""
    if step.part is None:
        return "whole"
    if step.part.unit != "line":
        return step.part.unit
    thing = next((o for o in slide.objects if o.id == step.object), None)
    if not isinstance(thing, Text):
        return "line"
    tied = [(s.trigger, s.delay_ms) == ("alongside", before.delay_ms) for before, s in pairwise(family_of(slide, step))]
    under = [_is_under(s, thing) for s in family_of(slide, step)[1:]]
    return "level" if any(under) and tied == under else "line"


def _is_under(step: Step, text: Text) -> bool:
    line = step.part.paragraph if step.part is not None else 0
    return line < len(text.paragraphs) and text.paragraphs[line].level > 0


def family_of(slide: Slide, step: Step) -> list[Step]:
    """Return the builds that are one family with a step, in the running order: of one kind, of parts of one text."""
    if step.part is None:
        return [step]
    unit = step.part.unit
    return [
        s
        for s in slide.running_order
        if (s.object, s.kind) == (step.object, step.kind) and s.part is not None and s.part.unit == unit
    ]


class BuildBy(Command, frozen=True, kw_only=True):
    """Build a text by other parts: as a whole, or by level, line, word or letter, with effect and times as they are.

    The new family stands where the old one began. Lines come each on a cue if the first does, else one after the other;
    words and letters one a little after the other.
    """

    slide: str
    step: str
    by: By

    def apply(self, show: Show) -> Show:
        """Return the show with the family."""

        def change(slide: Slide) -> Slide:
            step = next((s for s in slide.running_order if s.id == self.step), None)
            if step is None:
                raise BadEdit("that build is not in the running order any more")
            thing = next((o for o in slide.objects if o.id == step.object), None)
            if thing is None:
                raise BadEdit("that build moves nothing that has parts")
            family = family_of(slide, step)
            beats = beats_of(thing, self.by)
            count = len(slide.running_order) - len(family) + sum(map(len, beats))
            if count > limits.BUILDS_ON_A_SLIDE:
                raise BadEdit(f"a slide may have {limits.BUILDS_ON_A_SLIDE:,} builds at most; build it by larger parts")
            return _with_family(slide, family, beats, self.by)

        return change_slide(show, self.slide, change)

    @property
    def label(self) -> str:
        """Name what it is built by."""
        return "build it as a whole" if self.by == "whole" else f"build it by {self.by}"


def _with_family(slide: Slide, family: Sequence[Step], beats: Sequence[Sequence[Part | None]], by: By) -> Slide:
    first, gone = family[0], {s.id for s in family[1:]}
    opened = [(number, [s for s in steps if s.id not in gone]) for number, steps in groups_of(slide)]
    after: Trigger = "alongside" if by in STAGGER_MS else "cue" if first.trigger == "cue" else "following"
    ids = [first.id, *step_ids(slide, sum(map(len, beats)) - 1, [])]
    (own, *cues) = split(family_steps(first, beats, ids, after, STAGGER_MS.get(by, 0)))
    at = next(n for n, (_, steps) in enumerate(opened) if first in steps)
    number, members = opened[at]
    place = members.index(first)
    whole = (number, [*members[:place], *own, *members[place + 1 :]])
    return with_groups(slide, [*opened[:at], whole, *((None, cue) for cue in cues), *opened[at + 1 :]])


def family_steps(
    like: Step, beats: Sequence[Sequence[Part | None]], ids: Sequence[str], after: Trigger, stagger_ms: int = 0
) -> list[Step]:
    """Return a step for every part, the first triggered as ``like``, every later beat ``after`` the one before.

    With ``stagger_ms`` each beat is so much later than the one before. What is in one beat comes together.
    """
    given = iter(ids)
    steps = []
    for number, parts in enumerate(beats):
        trigger = after if number else like.trigger
        for place, part in enumerate(parts):
            delay = like.delay_ms + number * stagger_ms
            then: Trigger = "alongside" if place else trigger
            steps.append(replace(like, id=next(given), part=part, trigger=then, delay_ms=delay))
    return steps


def split(steps: Sequence[Step]) -> list[list[Step]]:
    """Return steps in runs, each but the first beginning with one on a cue."""
    runs: list[list[Step]] = [[]]
    for number, step in enumerate(steps):
        if number and step.trigger == "cue":
            runs.append([])
        runs[-1].append(step)
    return runs
