"""A voice that was recorded before its words were changed: it does not say what the script says now."""

from collections.abc import Iterable

from ritornel.core.linecheck.finding import NOTICED, Finding, Rule, Size
from ritornel.core.model import Slide
from ritornel.core.time.slide_clock import SlideTime
from ritornel.core.voice.matching import told
from ritornel.core.voice.spoken import tokens

_LEAST_WORDS = 3
_SHARE = 0.1


def _look(number: int, slide: Slide, time: SlideTime, stage: Size) -> Iterable[Finding]:
    voice = slide.narration
    if voice is None or voice.heard != "words" or not voice.said:
        return
    own = tokens(slide.script)
    missing = [word for word, said in zip(own, told(slide.script, voice.said), strict=True) if said is None]
    if len(missing) >= _LEAST_WORDS and len(missing) > _SHARE * len(own):
        first = slide.script[missing[0].start : missing[0].end]
        words = f"{len(missing)} words of its script are not in its voice, “{first}” is the first"
        yield Finding("old-passage", slide.id, f"slide {number}: {words}; record it again, or take them out")


RULE = Rule(
    "old-passage",
    "Voices recorded before the words were changed",
    _look,
    weight=NOTICED,
    why="What is said is not what the captions say, and cues on the new words come when nothing is said.",
)
