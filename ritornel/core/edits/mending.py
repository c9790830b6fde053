"""Several mends at once: one step to be taken back."""

from typing import Annotated, Any

from msgspec import Meta

from ritornel.core.edits.command import BadEdit, Command
from ritornel.core.model import Show

MOST = 300


class Mend(Command, frozen=True, kw_only=True):
    """Mend what the line check found: other edits one after another, in one step. One that cannot be done any more,
    as another has done its work, is passed over.
    """

    mends: Annotated[list[dict[str, Any]], Meta(min_length=1, max_length=MOST)]

    def apply(self, show: Show) -> Show:
        """Return the show with them carried out; ``BadEdit`` if none of them can be."""
        why, done = "", 0
        for one in self._commands():
            try:
                show = one.apply(show)
                done += 1
            except BadEdit as error:
                why = str(error)
        if not done:
            raise BadEdit(why)
        return show

    def _commands(self) -> list[Command]:
        # the list of all edits has this one in it
        from ritornel.core.edits import read_command

        found = [read_command(values) for values in self.mends]
        if any(isinstance(one, Mend) for one in found):
            raise BadEdit("mends cannot be made of mends")
        return found

    @property
    def label(self) -> str:
        """Say how many."""
        return "mend a finding" if len(self.mends) == 1 else f"mend {len(self.mends)} findings"
