"""Two slides that show and say the same."""

from collections.abc import Iterable

import msgspec
from msgspec.structs import replace

from ritornel.core.linecheck.finding import BETTER, Finding, Mend, Rule
from ritornel.core.model import Show, Slide
from ritornel.core.model.memory import Recalled
from ritornel.core.score import Score

_MOST_BYTES = 1024 * 1024
_known: Recalled[int] = Recalled(_MOST_BYTES)


def _look(show: Show, score: Score) -> Iterable[Finding]:
    first: dict[int, int] = {}
    for number, slide in enumerate(show.slides, 1):
        if slide.skipped or not slide.objects:
            continue
        earlier = first.setdefault(_content(slide), number)
        if earlier != number:
            command = {"do": "delete-slides", "slides": [slide.id]}
            message = f"slide {number}: it shows and says the same as slide {earlier}"
            yield Finding("slides-alike", slide.id, message, mend=Mend("Take it out", command))


def _content(slide: Slide) -> int:
    """Return what stands for all that a slide shows and says."""
    known = _known.get(slide)
    if known is None:
        bare = [replace(thing, id="", lineage="", group="") for thing in slide.objects]
        builds = [replace(step, id="", object="") for step in slide.running_order]
        voice = slide.narration.asset if slide.narration is not None else ""
        shown = (bare, builds, slide.background, slide.ground, slide.script, voice)
        known = _known.put(hash(msgspec.msgpack.encode(shown)), 200, slide)
    return known


RULE = Rule(
    "slides-alike",
    "Slides that are alike",
    look_over=_look,
    weight=BETTER,
    why="Who sees the same slide again thinks that the show has gone back.",
)
