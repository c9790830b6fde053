"""What a rule of the line check is, and what it finds."""

from collections.abc import Callable, Iterable
from typing import NamedTuple

from msgspec import Struct

from ritornel.core.model import Slide
from ritornel.core.time.slide_clock import SlideTime


class Finding(Struct, frozen=True):
    """One thing that is wrong: the rule's name, the slide's id, the build or object if it is one, and words."""

    rule: str
    slide: str
    message: str
    build: str = ""
    object: str = ""


class Rule(NamedTuple):
    """A rule: its name, a title for lists, and the function that looks at one slide."""

    name: str
    title: str
    look: Callable[[int, Slide, SlideTime], Iterable[Finding]]


def seconds(ms: int) -> str:
    """Return a time as findings write it: “1.25 s”."""
    return f"{ms / 1000:g} s"
