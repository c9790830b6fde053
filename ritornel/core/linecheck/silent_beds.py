"""Beds that are never heard: they end before they begin, or come after the show."""

from collections.abc import Iterable, Sequence
from itertools import accumulate

from ritornel.core.linecheck.finding import Finding, Rule
from ritornel.core.model import Show
from ritornel.core.model.uses import asset_lengths
from ritornel.core.sound.beds import Clock, is_laid
from ritornel.core.time.slide_clock import SlideTime


def _look(show: Show, times: Sequence[SlideTime]) -> Iterable[Finding]:
    if not show.beds or not show.slides:
        return
    ends = list(accumulate(time.length_ms for time in times))
    clock = Clock((0, *ends[:-1]), times, ends[-1], ())
    there = {asset.id: asset for asset in show.assets}
    for bed in show.beds:
        if bed.asset not in there or is_laid(bed, show, clock, asset_lengths(show)):
            continue
        slide = bed.start.slide if bed.start is not None else show.slides[0].id
        name = there[bed.asset].name or "a bed"
        yield Finding("silent-beds", slide, f"the bed “{name}” is not heard: it ends before it begins")


RULE = Rule("silent-beds", "Beds that are not heard", look_over=_look)
