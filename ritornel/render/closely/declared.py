"""What a rule that looks closely is, and what it looks at."""

from collections.abc import Callable, Iterable, Mapping
from pathlib import Path
from typing import NamedTuple

from ritornel.core.linecheck.finding import NOTICED, Finding, Here, Weight
from ritornel.core.model import Show, Slide
from ritornel.core.model.uses import assets_of
from ritornel.core.score import Score, SlideScore
from ritornel.core.time.slide_clock import SlideTime


class Close(NamedTuple):
    """A slide at a place of a show that is looked at closely; ``files`` are its pictures and clips by their assets."""

    show: Show
    score: Score
    place: int
    files: Mapping[str, Path]

    @property
    def slide(self) -> Slide:
        """The slide."""
        return self.show.slides[self.place]

    @property
    def time(self) -> SlideTime:
        """Its times."""
        return self.score.times[self.place]

    @property
    def part(self) -> SlideScore:
        """Its score."""
        return self.score.slides[self.place]

    @property
    def start_ms(self) -> int:
        """When it begins, in show time."""
        return self.score.starts[self.place]

    @property
    def here(self) -> Here:
        """The slide as the rules look at it that do so at once."""
        show = self.show
        before = next((slide for slide in reversed(show.slides[: self.place]) if not slide.skipped), None)
        stage = show.width, show.height
        used = assets_of(self.slide)
        there = {asset.id: asset for asset in show.assets if asset.id in used}
        return Here(self.place + 1, self.slide, self.time, self.part, before, show.pace, stage, show.language, there)


class CloseRule(NamedTuple):
    """A rule: its name, a title for lists, the function that looks at one slide, its weight, and why it matters."""

    name: str
    title: str
    look: Callable[[Close], Iterable[Finding]]
    weight: Weight = NOTICED
    why: str = ""
