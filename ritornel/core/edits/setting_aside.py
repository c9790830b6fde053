"""What the line check finds, left as it is for a reason; and words that are spelt as they are meant."""

from collections.abc import Sequence
from typing import Annotated

from msgspec import Meta
from msgspec.structs import replace

from ritornel.core.edits.command import BadEdit, Command
from ritornel.core.model import Show, limits
from ritornel.core.model.show import SetAside
from ritornel.core.model.units import Name

Which = Annotated[tuple[SetAside, ...], Meta(min_length=1, max_length=limits.SET_ASIDE)]


class SetFindingsAside(Command, frozen=True, kw_only=True):
    """Set findings aside, each with its ``reason``; one that was set aside gets the other reason."""

    findings: Which

    def apply(self, show: Show) -> Show:
        """Return the show with them set aside; what was set aside on slides that are gone is forgotten."""
        there = {"", *(slide.id for slide in show.slides)}
        kept = _without([one for one in show.set_aside if one.slide in there], self.findings)
        made = (*kept, *self.findings)
        if len(made) > limits.SET_ASIDE:
            raise BadEdit(f"a show can have {limits.SET_ASIDE} findings set aside at most; mend some of them")
        return replace(show, set_aside=made)

    @property
    def label(self) -> str:
        """Say how many."""
        return f"set {_counted(len(self.findings), 'finding')} aside"


class TakeFindingsUp(Command, frozen=True, kw_only=True):
    """Take findings up again that were set aside."""

    findings: Which

    def apply(self, show: Show) -> Show:
        """Return the show with them to be looked at again."""
        return replace(show, set_aside=_without(show.set_aside, self.findings))

    @property
    def label(self) -> str:
        """Say how many."""
        return f"take {_counted(len(self.findings), 'finding')} up again"


class LearnWords(Command, frozen=True, kw_only=True):
    """Learn words that a show spells as they are meant; with ``forget`` they are asked about again."""

    words: Annotated[tuple[Name, ...], Meta(min_length=1, max_length=limits.OWN_WORDS)]
    forget: bool = False

    def apply(self, show: Show) -> Show:
        """Return the show with the words learnt, in the order of the alphabet."""
        known = set(show.words) - set(self.words) if self.forget else {*show.words, *self.words}
        if len(known) > limits.OWN_WORDS:
            raise BadEdit(f"a show can have {limits.OWN_WORDS} words of its own at most; forget some of them")
        return replace(show, words=tuple(sorted(known)))

    @property
    def label(self) -> str:
        """Name the word, or say how many."""
        words = f"“{self.words[0]}”" if len(self.words) == 1 else _counted(len(self.words), "word")
        return f"{'forget' if self.forget else 'learn'} {words}"


def _without(set_aside: Sequence[SetAside], gone: Sequence[SetAside]) -> tuple[SetAside, ...]:
    them = {replace(one, reason="") for one in gone}
    return tuple(one for one in set_aside if replace(one, reason="") not in them)


def _counted(count: int, noun: str) -> str:
    return f"a {noun}" if count == 1 else f"{count} {noun}s"
