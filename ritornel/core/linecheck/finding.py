"""What a rule of the line check is, and what it finds."""

from collections.abc import Callable, Iterable, Mapping, Sequence
from math import floor
from typing import Any, Literal, NamedTuple

from msgspec import Struct

from ritornel.core.model import Asset, Pace, Show, Slide, Step
from ritornel.core.score import Score, SlideScore
from ritornel.core.time.rounding import tenths
from ritornel.core.time.slide_clock import SlideTime

Size = tuple[int, int]
"""Width and height of the stage, in stage units."""


Weight = Literal["fails", "noticed", "better"]
FAILS: Weight = "fails"
"""It will fail: something is not there, or does harm."""
NOTICED: Weight = "noticed"
"""It will be noticed."""
BETTER: Weight = "better"
"""It could be better."""


class Mend(Struct, frozen=True):
    """What puts something right: words for a button, and the edit as it is sent (see ``core.edits``)."""

    words: str
    command: dict[str, Any]


def taken_away(slide: Slide, step: Step) -> Mend:
    """Return the mend that takes a build away."""
    return Mend("Take the build away", {"do": "delete-steps", "slide": slide.id, "steps": [step.id]})


class Finding(Struct, frozen=True, omit_defaults=True):
    """One thing that is wrong: the rule's name, the slide's id, the build or object if it is one, words, and a mend
    where one can be computed.
    """

    rule: str
    slide: str
    message: str
    build: str = ""
    object: str = ""
    mend: Mend | None = None


class Here(NamedTuple):
    """A slide as it runs: its number from 1, its times, its score, and the slide that is shown before it.

    ``pace``, ``stage`` and ``language`` are the show's; ``assets`` are those of what the slide uses that are there, by
    their ids: of these a rule may ask the name, the kind of file, and the length. ``leaves`` are the objects that
    become others of the next slide.
    """

    number: int
    slide: Slide
    time: SlideTime
    part: SlideScore
    before: Slide | None
    pace: Pace
    stage: Size
    language: str
    assets: Mapping[str, Asset]
    leaves: frozenset[str] = frozenset()


def _nothing(number: int, slide: Slide, time: SlideTime, stage: Size) -> Iterable[Finding]:
    return ()


def _nothing_there(here: Here) -> Iterable[Finding]:
    return ()


def _nothing_at_all(show: Show, score: Score) -> Iterable[Finding]:
    return ()


def _nothing_in_the_mix(show: Show, score: Score, limited: Sequence[float]) -> Iterable[Finding]:
    return ()


class Rule(NamedTuple):
    """A rule: its name, a title for lists, the function that looks at one slide, its weight, and why it matters.

    ``look`` looks at a slide by itself, ``look_at`` at one as it runs, ``look_over`` at the whole show and its score,
    ``look_in_mix`` at these once the mix was measured: by how many dB it was held down at the most in every tenth of a
    second.
    """

    name: str
    title: str
    look: Callable[[int, Slide, SlideTime, Size], Iterable[Finding]] = _nothing
    look_at: Callable[[Here], Iterable[Finding]] = _nothing_there
    look_over: Callable[[Show, Score], Iterable[Finding]] = _nothing_at_all
    look_in_mix: Callable[[Show, Score, Sequence[float]], Iterable[Finding]] = _nothing_in_the_mix
    weight: Weight = NOTICED
    why: str = ""


def seconds(ms: int) -> str:
    """Return a time as findings write it: “1.25 s”."""
    return f"{ms / 1000:g} s"


def about(ms: int) -> str:
    """Return a time that need not be exact, to tenths of a second: “1.3 s”."""
    return f"{tenths(ms / 1000):g} s"


def shares(share: float) -> float:
    """Return a share in thousandths, not more than it is: what is made so many times as long fits where it must."""
    return floor(share * 1000) / 1000


def held_longer(slide: Slide, by_ms: int) -> Mend:
    """Return the mend that lets a slide stand longer."""
    return Mend(f"Hold {seconds(by_ms)} longer", {"do": "drag-slide-end", "slide": slide.id, "by": by_ms})
