"""Beds that are never heard: they end before they begin, or come after the show."""

from collections.abc import Iterable

from ritornel.core.linecheck.finding import NOTICED, Finding, Mend, Rule
from ritornel.core.model import Show
from ritornel.core.model.uses import asset_lengths
from ritornel.core.score import Score
from ritornel.core.sound.beds import Clock, is_laid


def _look(show: Show, score: Score) -> Iterable[Finding]:
    if not show.beds or not show.slides:
        return
    clock = Clock(score.starts, score.times, score.length_ms, ())
    there = {asset.id: asset for asset in show.assets}
    for bed in show.beds:
        if bed.asset not in there or is_laid(bed, show, clock, asset_lengths(show)):
            continue
        slide = bed.start.slide if bed.start is not None else show.slides[0].id
        name = there[bed.asset].name or "a bed"
        mend = Mend("Take it away", {"do": "delete-bed", "bed": bed.id})
        yield Finding("silent-beds", slide, f"the bed “{name}” is not heard: it ends before it begins", mend=mend)


RULE = Rule(
    "silent-beds",
    "Beds that are not heard",
    look_over=_look,
    weight=NOTICED,
    why="Music that was laid under the show is not heard.",
)
