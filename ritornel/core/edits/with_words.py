"""Edits that join words of the script and an object: it comes with those words."""

import re
from typing import Annotated

from msgspec import Meta
from msgspec.structs import replace

from ritornel.core.edits.command import BadEdit, Command, change_slide, step_ids
from ritornel.core.edits.grouping import groups_of, with_groups, without_steps
from ritornel.core.model import Show, Slide, Step
from ritornel.core.model.slide import MARK
from ritornel.core.model.units import Id

_EFFECT = "fade"
_HERE = "\ue000"
"""Stands for the new mark while the others get their new numbers."""


class ComeWithWords(Command, frozen=True, kw_only=True):
    """Let an object come in with a word of the script, the ``word``-th, counted from 0, marks aside.

    Where a cue's mark stands right before that word, it comes with that cue; else a cue of its own is marked there. An
    entrance that the object has already comes along as it is.
    """

    slide: str
    object: str
    word: Annotated[int, Meta(ge=0)]
    id: Id | None = None

    def apply(self, show: Show) -> Show:
        """Return the show with the object coming with that word."""

        def change(slide: Slide) -> Slide:
            if all(o.id != self.object for o in slide.objects):
                raise BadEdit("that object is not on the slide any more")
            own = [s for s in slide.running_order if (s.object, s.kind, s.part) == (self.object, "entrance", None)]
            if own:
                step = own[0]
                if step.trigger == "cue" and _cue_before(slide.script, _place(slide.script, self.word)) == _cue_of(
                    slide, step
                ):
                    return slide
                slide = without_steps(slide, {step.id})
            else:
                ids = step_ids(slide, 1, [self.id] if self.id else [])
                step = Step(id=ids[0], object=self.object, effect=_EFFECT)
            return _joined(slide, step, _place(slide.script, self.word))

        return change_slide(show, self.slide, change)

    @property
    def label(self) -> str:
        """Name it as people do."""
        return "let it come with words"


def _place(script: str, word: int) -> int:
    """Return where a word begins in a script."""
    blanked = MARK.sub(lambda mark: " " * len(mark[0]), script)
    for number, found in enumerate(re.finditer(r"\S+", blanked)):
        if number == word:
            return found.start()
    raise BadEdit("those words are not in the script any more")


def _cue_before(script: str, at: int) -> int | None:
    """Return the cue whose mark stands right before a place; None if words stand between, or nothing does."""
    marks = [m for m in MARK.finditer(script) if m.end() <= at]
    return int(marks[-1][1]) if marks and not script[marks[-1].end() : at].strip() else None


def _cue_of(slide: Slide, step: Step) -> int | None:
    return next((number for number, steps in groups_of(slide) if step in steps), None)


def _joined(slide: Slide, step: Step, at: int) -> Slide:
    groups = groups_of(slide)
    marked = _cue_before(slide.script, at)
    if marked is not None and 0 < marked < len(groups):
        groups[marked][1].append(replace(step, trigger="alongside", delay_ms=0))
        return with_groups(slide, groups)
    before = [int(m[1]) for m in MARK.finditer(slide.script) if m.start() < at]
    cue = min(len(groups), 1 + max((n for n in before if n < len(groups)), default=0))
    slide = replace(slide, script=f"{slide.script[:at]}{_HERE} {slide.script[at:]}")
    new = replace(step, trigger="cue", delay_ms=0)
    slide = with_groups(slide, [*groups[:cue], (None, [new]), *groups[cue:]])
    return replace(slide, script=slide.script.replace(_HERE, f"[{cue}]"))
