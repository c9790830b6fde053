"""The order in which views of a plane come: a view moves with all that happens there."""

from collections.abc import Sequence
from itertools import pairwise

from msgspec import Struct
from msgspec.structs import replace

from ritornel.core.edits.command import BadEdit, Command, Ids, change_slide
from ritornel.core.edits.grouping import Group, groups_of, with_groups
from ritornel.core.model import Show, Slide, Step


class MoveViews(Command, frozen=True, kw_only=True):
    """Have the stage go to views sooner or later: their builds, with all that happens there, come before another's.

    ``steps``: builds that go to views; ``before``: such a build, or "" for the end. Marks in the script go along with
    their cues; what comes first of all is where the slide begins.
    """

    slide: str
    steps: Ids
    before: str = ""

    def apply(self, show: Show) -> Show:
        """Return the show in the new order."""

        def change(slide: Slide) -> Slide:
            lead, stays = _parted(slide)
            moved = [stay for stay in stays if stay.goes in self.steps]
            rest = [stay for stay in stays if stay.goes not in self.steps]
            place = next((n for n, stay in enumerate(rest) if stay.goes == self.before), len(rest))
            if not moved or (self.before and place == len(rest)):
                raise BadEdit("that view is not in the running order any more")
            return with_groups(slide, _joined(lead, [*rest[:place], *moved, *rest[place:]]))

        return change_slide(show, self.slide, change)

    @property
    def label(self) -> str:
        """Name it as people do."""
        return "put views into another order"


class _Stay(Struct, frozen=True):
    """What happens at a view, from the build that goes there on; ``behind``: the view it follows in its cue."""

    goes: str
    groups: list[Group]
    behind: str | None = None
    is_first: bool = False


def _parted(slide: Slide) -> tuple[list[Group], list[_Stay]]:
    """Return what comes before the first view, the steps of group 0 first, and the stays at views."""
    lead: list[Group] = []
    stays: list[_Stay] = []
    for number, steps in groups_of(slide):
        cuts = [n for n, step in enumerate(steps) if step.kind == "view"]
        before, *parts = _cut(steps, cuts)
        if before or not (number or cuts):
            (stays[-1].groups if stays else lead).append((number, before))
        for place, part in enumerate(parts):
            goes_on = place > 0 or bool(before)
            behind = (stays[-1].goes if stays else "") if goes_on else None
            begins = not stays and number == 0
            stays.append(_Stay(part[0].id, [(None if goes_on else number, part)], behind, begins))
    return lead, stays


def _cut(steps: Sequence[Step], places: Sequence[int]) -> list[list[Step]]:
    edges = [0, *places, len(steps)]
    return [list(steps[a:b]) for a, b in pairwise(edges)]


def _joined(lead: Sequence[Group], stays: Sequence[_Stay]) -> list[Group]:
    """Return the running order of what comes first and stays: one that followed another in its cue still does there."""
    groups = [(number, list(steps)) for number, steps in lead]
    begins = any(stay.is_first for stay in stays)
    before = ""
    for place, stay in enumerate(stays):
        (number, steps), *later = stay.groups
        if begins and place == 0:
            first = steps[0] if stay.is_first else replace(steps[0], trigger="alongside", delay_ms=0)
            groups = [(0, [*(groups[0][1] if groups else []), first, *steps[1:]])]
        elif stay.behind == before and groups:
            groups[-1][1].extend(steps)
        else:
            groups.append((number or None, list(steps)))
        groups += [(number, list(steps)) for number, steps in later]
        before = stay.goes
    return groups if groups and groups[0][0] == 0 else [(0, []), *groups]
