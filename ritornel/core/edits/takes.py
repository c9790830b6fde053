"""Edit: give the show the waits and holds of a take."""

from typing import Annotated

from msgspec import Meta
from msgspec.structs import replace

from ritornel.core.edits.command import Command, Ids, slide_of
from ritornel.core.model import Show, Take
from ritornel.core.score import compile
from ritornel.core.time.takes import apply_take, apply_takes


class ApplyTake(Command, frozen=True, kw_only=True):
    """Set waits and holds to what was given in a take: of the whole show, or of some ``slides``."""

    take: Take
    slides: Ids | None = None

    def apply(self, show: Show) -> Show:
        """Return the show paced as the take; slides that were not run keep their pace."""
        paced = apply_take(show, compile(show).times, self.take)[0]
        if self.slides is None:
            return paced
        chosen = {slide_of(show, name).id for name in self.slides}
        slides = (new if old.id in chosen else old for old, new in zip(show.slides, paced.slides, strict=True))
        return replace(show, slides=tuple(slides))

    @property
    def label(self) -> str:
        """Name it as people do."""
        return "apply a take"


class ApplyTakes(Command, frozen=True, kw_only=True):
    """Set waits and holds to the median of what was given in several takes."""

    takes: Annotated[tuple[Take, ...], Meta(min_length=1, max_length=50)]

    def apply(self, show: Show) -> Show:
        """Return the show paced as these takes in the middle; slides that were not run keep their pace."""
        return apply_takes(show, compile(show).times, self.takes)

    @property
    def label(self) -> str:
        """Name it as people do."""
        return f"apply the median of {len(self.takes)} takes"
