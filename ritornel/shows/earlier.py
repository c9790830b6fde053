"""Shows as they were, or will be again: after so many edits of the history that is in force."""

from django.db import OperationalError

from ritornel.core.model import Show as CoreShow
from ritornel.core.model.memory import Recalled
from ritornel.core.model.patch import patched
from ritornel.shows.in_rows import loaded, weight_of, with_assets
from ritornel.shows.keeping import CHANGED_ALL_THE_TIME, TRIES, steady
from ritornel.shows.models import Show

_STATES_BYTES = 32 * 1024 * 1024
_states: Recalled[CoreShow] = Recalled(_STATES_BYTES)


def state_at(row: Show, number: int) -> CoreShow:
    """Return the show as it was after so many edits of the line of history that is in force.

    A page of the history asks for one state once for every picture on it: the states looked at lately are remembered.
    """
    for _ in range(TRIES):
        at = loaded(row)
        known = _states.get(at.show, by=number)
        if known is None:
            known = steady(at, lambda at=at: with_assets(at.row, _went_to(at.row, at.show, number), ()))
        if known is not None:
            return with_assets(at.row, _states.put(known, weight_of(at.show), at.show, by=number), ())
        row = Show.objects.get(pk=row.pk)
    raise OperationalError(CHANGED_ALL_THE_TIME)


def _went_to(row: Show, show: CoreShow, number: int) -> CoreShow:
    line = row.history.filter(superseded=False)
    if number < row.history_place:
        for entry in line.filter(number__gt=number, number__lte=row.history_place).order_by("-number"):
            show = patched(show, entry.before)
    else:
        for entry in line.filter(number__gt=row.history_place, number__lte=number).order_by("number"):
            show = patched(show, entry.after)
    return show
