"""Running orders as cues with their steps: what keeps marks, waits and numbers right when cues come and go."""

import re
from collections.abc import Mapping, Sequence

from msgspec.structs import replace

from ritornel.core.edits.command import step_ids
from ritornel.core.model import Slide, Step
from ritornel.core.model.slide import MARK
from ritornel.core.time.running_order import split_into_groups

_GONE = "\0"
_CLOSED = re.compile(rf" *{_GONE}(?=[.,;:!?…])|{_GONE}")
"""Where a mark has gone, with the space that led to it where nothing but the end of a sentence follows."""

Group = tuple[int | None, list[Step]]
"""A cue's number before the edit (None for a new cue; 0 for the steps before the first cue), and its steps."""


def groups_of(slide: Slide) -> list[Group]:
    """Return the slide's running order as groups with their numbers."""
    return list(enumerate(split_into_groups(slide.running_order)))


def with_groups(slide: Slide, groups: Sequence[Group]) -> Slide:
    """Return the slide with these groups as its running order.

    The first is group 0. A later group without steps is dropped. The first step of a cue gets the trigger
    ``cue``; a step elsewhere that had it becomes ``alongside``. Marks in the script, waits, marks of the
    narration and who gives the cue follow their cues to their new numbers.
    """
    kept = [groups[0], *(g for g in groups[1:] if g[1])]
    steps: list[Step] = []
    for number, (_, members) in enumerate(kept):
        for place, step in enumerate(members):
            opens = number > 0 and place == 0
            if opens:
                step = replace(step, trigger="cue")
            elif step.trigger == "cue":
                step = replace(step, trigger="alongside")
            steps.append(step)
    before = len(split_into_groups(slide.running_order)) - 1
    moved = {old: new for new, (old, _) in enumerate(kept) if old is not None and new > 0}
    slide = replace(slide, running_order=tuple(steps))
    if all(old == new for old, new in moved.items()) and len(moved) == before:
        return slide
    return _renumbered(slide, moved, before, len(kept) - 1)


def with_new(slide: Slide, groups: Sequence[Group], here: str | None = None, on_cue: bool = True) -> Slide:
    """Return the slide with new groups of builds at its end, or, with ``here``, behind what happens at a view.

    ``here``: the build that goes to that view; one that is not there any more: the end. What is not ``on_cue`` begins
    when all else that happens there has come, without being called.
    """
    known = groups_of(slide)
    place = next((n for n, (_, steps) in enumerate(known) if here in {s.id for s in steps}), None)
    if here is None or place is None:
        return with_groups(slide, [*known, *groups])
    steps = [step for _, members in known for step in members]
    arrival = next(n for n, step in enumerate(steps) if step.id == here)
    left = next((step for step in steps[arrival + 1 :] if step.kind == "view"), None)
    end = next((n for n, (_, members) in enumerate(known) if left in members), len(known))
    if on_cue and end > place:
        return with_groups(slide, [*known[:end], *groups, *known[end:]])
    number, stays = known[max(place, end - 1)]
    cut = stays.index(left) if left in stays else len(stays)
    new = [replace(s, trigger="following" if n == 0 else s.trigger) for _, run in groups for n, s in enumerate(run)]
    known[max(place, end - 1)] = (number, [*stays[:cut], *new, *stays[cut:]])
    return with_groups(slide, known)


def _renumbered(slide: Slide, moved: Mapping[int, int], before: int, after: int) -> Slide:
    def mark(match: re.Match[str]) -> str:
        old = int(match[1])
        if old > before:
            return f"[{old + after - before}]"
        return f"[{moved[old]}]" if old in moved else _GONE

    script = slide.script
    if MARK.search(script):
        script = re.sub(r"  +", " ", _CLOSED.sub("", MARK.sub(mark, script))).strip()
    waits = {str(moved[int(cue)]): ms for cue, ms in slide.waits.items() if int(cue) in moved}
    given_by = {str(moved[int(cue)]): who for cue, who in slide.cue_advance.items() if int(cue) in moved}
    pinned = tuple(sorted(moved[cue] if cue else 0 for cue in slide.pinned if cue in moved or not cue))
    voice = slide.narration
    if voice is not None and voice.marks:
        marks: list[int | None] = [None] * after
        for index, instant in enumerate(voice.marks[:before]):
            if index + 1 in moved:
                marks[moved[index + 1] - 1] = instant
        by_hand = tuple(sorted(moved[cue] for cue in voice.by_hand if cue in moved))
        voice = replace(voice, marks=tuple(marks), by_hand=by_hand)
    return replace(slide, script=script, waits=waits, pinned=pinned, cue_advance=given_by, narration=voice)


def without_steps(slide: Slide, gone: set[str]) -> Slide:
    """Return the slide without those steps. A cue whose steps are all gone is gone too."""
    return with_groups(slide, [(number, [s for s in steps if s.id not in gone]) for number, steps in groups_of(slide)])


def steps_for(slide: Slide, steps: Sequence[Step], copy_of: Mapping[str, str]) -> list[Step]:
    """Return steps as steps of the slide, of other objects; those of objects that have no copy are left out."""
    own = [s for s in steps if s.object in copy_of]
    ids = step_ids(slide, len(own))
    return [replace(s, id=i, object=copy_of[s.object]) for s, i in zip(own, ids, strict=True)]
