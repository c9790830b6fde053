"""What a rule of the line check is, and what it finds."""

from collections.abc import Callable, Iterable, Sequence, Set
from typing import Any, NamedTuple

from msgspec import Struct

from ritornel.core.model import Show, Slide, Step
from ritornel.core.time.slide_clock import SlideTime

Size = tuple[int, int]
"""Width and height of the stage, in stage units."""


class Mend(Struct, frozen=True):
    """What puts something right: words for a button, and the edit as it is sent (see ``core.edits``)."""

    words: str
    command: dict[str, Any]


def taken_away(slide: Slide, step: Step) -> Mend:
    """Return the mend that takes a build away."""
    return Mend("Take the build away", {"do": "delete-steps", "slide": slide.id, "steps": [step.id]})


class Finding(Struct, frozen=True):
    """One thing that is wrong: the rule's name, the slide's id, the build or object if it is one, words, and a mend
    where one can be computed.
    """

    rule: str
    slide: str
    message: str
    build: str = ""
    object: str = ""
    mend: Mend | None = None


def _nothing(number: int, slide: Slide, time: SlideTime, stage: Size) -> Iterable[Finding]:
    return ()


def _nothing_missing(number: int, slide: Slide, there: Set[str]) -> Iterable[Finding]:
    return ()


def _nothing_at_all(show: Show, times: Sequence[SlideTime]) -> Iterable[Finding]:
    return ()


class Rule(NamedTuple):
    """A rule: its name, a title for lists, and the function that looks at one slide.

    ``look_for_media`` looks at it with the ids of the assets that are there, ``look_over`` at the whole show.
    """

    name: str
    title: str
    look: Callable[[int, Slide, SlideTime, Size], Iterable[Finding]] = _nothing
    look_for_media: Callable[[int, Slide, Set[str]], Iterable[Finding]] = _nothing_missing
    look_over: Callable[[Show, Sequence[SlideTime]], Iterable[Finding]] = _nothing_at_all


def seconds(ms: int) -> str:
    """Return a time as findings write it: “1.25 s”."""
    return f"{ms / 1000:g} s"
