"""Steps taken back and again, each one's own; and returning to what a show was.

Whoever works alone goes back and forth on one line of history. Where others have gone on since, one's own last step is
taken out of the show as it is now, if nothing since has changed the same: that is a step of its own, which knows what
it takes back. Taken back itself, it is that step again.
"""

from collections.abc import Iterator

import msgspec
from django.db.models import QuerySet

from ritornel.core.edits.places import Place, meet, places_changed
from ritornel.core.edits.taking_back import taken_back
from ritornel.core.linecheck import findings
from ritornel.core.model import Show as CoreShow
from ritornel.core.model.patch import patched
from ritornel.core.score import compile
from ritornel.shows.keeping import NOBODY, Author, Computed, Kept, carried_out, edited, with_its_assets
from ritornel.shows.models import Entry, Show

FAR = 300
"""So many steps of others may lie over one that is taken back."""

TAKE_BACK = "take back: "
"""So begins what a step is called that takes another back."""


class NothingThere(Exception):
    """There is nothing to undo, or to redo."""


class InTheWay(Exception):
    """A step cannot be taken back: what it changed was changed since; the words say what by, and whose that is."""

    def __init__(self, step: Entry, other: Entry) -> None:
        """State what, and what stands in the way."""
        whose = "somebody" if other.by is None else other.by.get_username()
        words = f"“{step.told or step.label}” stays: {whose} has changed the same since (“{other.told or other.label}”)"
        super().__init__(words)


def undo(row_id, base: int, by: Author = NOBODY) -> Kept:
    """Take one's own last step back.

    Raises ``NothingThere`` where there is none, ``InTheWay``, and as ``keeping.edit``.
    """

    def compute(row: Show, before: CoreShow) -> Computed:
        top = _entry(row, row.history_place)
        if _is_own(top, by):
            return _along_the_line(row, before, top, forth=False)
        return _taken_out(row, before, _last(row, by))

    return carried_out(
        row_id, base, by, compute, alone=lambda row: _is_own(_entry(row, row.history_place), by), merges=True
    )


def redo(row_id, base: int, by: Author = NOBODY) -> Kept:
    """Carry out again what one has taken back last. Raises as ``undo``."""

    def compute(row: Show, before: CoreShow) -> Computed:
        following = _entry(row, row.history_place + 1)
        if following is not None and _is_own(following, by):
            return _along_the_line(row, before, following, forth=True)
        return _taken_out(row, before, _last_taken_back(row, by))

    return carried_out(
        row_id, base, by, compute, alone=lambda row: _is_own(_entry(row, row.history_place + 1), by), merges=True
    )


def return_to(row_id, base: int, then: CoreShow, label: str, by: Author = NOBODY) -> Kept:
    """Make the show what it was ``then``, as an edit that can be taken back like any other. Raises as ``edit``."""

    def compute(row: Show, before: CoreShow) -> Computed:
        after = with_its_assets(row, before, msgspec.structs.replace(then, id=before.id, assets=before.assets))
        findings(after, compile(after))
        return edited(row, before, after, label)

    return carried_out(row_id, base, by, compute, alone=lambda row: True)


def steps_of(row: Show, person: int | None) -> tuple[Entry | None, Entry | None]:
    """Return what somebody's undo takes back, and what their redo carries out again."""
    by = Author(person=person)
    top, following = _entry(row, row.history_place), _entry(row, row.history_place + 1)
    own = top if _is_own(top, by) else None
    again = following if following is not None and _is_own(following, by) else None
    if top is None or (own is not None and again is not None):
        return own, again
    if (newest := _steps(row, by).first()) is None or newest.takes_back is None:  # and so nothing stays taken back
        return own or newest, again
    return own or _last(row, by), again or _last_taken_back(row, by)


def _entry(row: Show, number: int) -> Entry | None:
    found = row.history.filter(number=number, superseded=False).select_related("by").defer("before", "after")
    return found.first()


def _is_own(entry: Entry | None, by: Author) -> bool:
    """Tell whether a step is of who asks. What nobody in particular did is everybody's; nothing is nobody's."""
    if entry is None:
        return True
    return entry.takes_back is None and (by.person is None or entry.by_id is None or entry.by_id == by.person)


def _steps(row: Show, by: Author) -> QuerySet[Entry]:
    """Return the steps in force that are of who asks, the newest first."""
    there = row.history.filter(superseded=False, number__lte=row.history_place, number__gt=row.history_place - FAR)
    return there.filter(by_id=by.person).defer("before", "after").order_by("-number")


def _last(row: Show, by: Author) -> Entry | None:
    """Return one's own last step that is not taken back."""
    steps = list(_steps(row, by))
    back = _taken_back_by(steps)
    return next((step for step in steps if step.takes_back is None and step.number not in back), None)


def _last_taken_back(row: Show, by: Author) -> Entry | None:
    """Return one's own last taking back that holds, if no step was done since."""
    steps = list(_steps(row, by))
    back = _taken_back_by(steps)
    own = {step.number for step in steps if step.takes_back is None}
    holding = {taker for step, taker in back.items() if step in own and taker > max(own)}
    return next((step for step in steps if step.number in holding), None)


def _taken_back_by(steps: list[Entry]) -> dict[int, int]:
    """Return by the numbers of steps that are taken back those of the steps that took them back, and hold."""
    found: dict[int, int] = {}
    undone: set[int] = set()
    for step in steps:  # the newest first
        if step.takes_back is not None and step.number not in undone:
            found[step.takes_back] = step.number
            undone.add(step.takes_back)
    return found


def _along_the_line(row: Show, before: CoreShow, step: Entry | None, forth: bool) -> Computed:
    """Return what a step gives that is taken back, or ``forth`` again, where nobody has gone on since."""
    if step is None:
        raise NothingThere
    after = with_its_assets(row, before, patched(before, step.after if forth else step.before))
    findings(after, compile(after))
    return Computed(after, step.number if forth else step.number - 1, None, step=step)


def _taken_out(row: Show, now: CoreShow, step: Entry | None) -> Computed:
    """Return what a step taken out of the show as it is now gives, as a step of its own."""
    if step is None:
        raise NothingThere
    after = now
    for one in _since(row, step):
        after = patched(after, one.before)
    before = patched(after, step.before)
    changed = places_changed(before, after)
    if meet(changed, places_changed(after, now)):
        raise InTheWay(step, _in_the_way(row, now, step, changed))
    found = with_its_assets(row, now, taken_back(now, after, before))
    findings(found, compile(found))
    computed = edited(row, now, found, f"{TAKE_BACK}{step.label}")
    if computed.entry is not None:
        computed.entry.takes_back = step.number
    return computed._replace(step=step)


def _in_the_way(row: Show, now: CoreShow, step: Entry, changed: set[Place]) -> Entry:
    """Return the last step that changed something of what a step had changed before."""
    state = now
    for one in _since(row, step):
        earlier = patched(state, one.before)
        if meet(changed, places_changed(earlier, state)):
            return one
        state = earlier
    raise AssertionError("what differs was changed by a step")


def _since(row: Show, step: Entry) -> Iterator[Entry]:
    """Yield the steps in force since a step, the newest first."""
    line = row.history.filter(superseded=False, number__lte=row.history_place, number__gt=step.number)
    return line.select_related("by").order_by("-number").iterator(chunk_size=20)
