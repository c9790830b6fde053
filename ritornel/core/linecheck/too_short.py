"""A slide's fixed length is less than what is on it needs."""

from collections.abc import Iterable, Sequence

from ritornel.core.linecheck.finding import Finding, Rule, seconds
from ritornel.core.model import Show
from ritornel.core.time.slide_clock import SlideTime


def _look(show: Show, times: Sequence[SlideTime]) -> Iterable[Finding]:
    for number, (slide, time) in enumerate(zip(show.slides, times, strict=True), 1):
        if time.too_short_ms:
            yield Finding("too-short", slide.id, f"slide {number}: too short by {seconds(time.too_short_ms)}")


RULE = Rule("too-short", "Fixed length is too short", _look)
