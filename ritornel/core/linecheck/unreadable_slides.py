"""A slide whose document could not be read: it is kept as it came, and shows nothing."""

from collections.abc import Iterable

from ritornel.core.linecheck.finding import FAILS, Finding, Rule, Size
from ritornel.core.model import Slide
from ritornel.core.model.stored import why_unreadable
from ritornel.core.time.slide_clock import SlideTime


def _look(number: int, slide: Slide, time: SlideTime, stage: Size) -> Iterable[Finding]:
    if slide.unreadable:
        yield Finding("unreadable-slide", slide.id, words(number, slide))


def words(number: int, slide: Slide) -> str:
    """Return what is the matter with a slide that cannot be read, and what has become of it."""
    return f"slide {number} cannot be read ({why_unreadable(slide.unreadable)}); it is kept as it is and shows nothing"


RULE = Rule("unreadable-slide", "Slides that cannot be read", _look, weight=FAILS, why="The slide is not shown at all.")
