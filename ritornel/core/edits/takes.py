"""Edit: give the show the waits and holds of a take."""

from ritornel.core.edits.command import Command
from ritornel.core.model import Show, Take
from ritornel.core.score import compile
from ritornel.core.time.takes import apply_take


class ApplyTake(Command, frozen=True, kw_only=True):
    """Set waits and holds to what was given in a take."""

    take: Take

    def apply(self, show: Show) -> Show:
        """Return the show paced as the take; slides that were not run keep their pace."""
        return apply_take(show, compile(show).times, self.take)[0]

    @property
    def label(self) -> str:
        """Name it as people do."""
        return "apply a take"
