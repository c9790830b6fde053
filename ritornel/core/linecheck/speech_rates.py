"""A voice that speaks so fast, or so slowly, that one cannot follow it."""

from collections.abc import Iterable

from ritornel.core.linecheck.finding import NOTICED, Finding, Here, Rule
from ritornel.core.time.narration import narration_length
from ritornel.core.time.rounding import rounded
from ritornel.core.time.script import passages
from ritornel.core.voice.rate import heard_words, rate_of

FASTEST, SLOWEST = 190, 90
"""Words a minute."""
_LEAST_WORDS = 8


def _look(here: Here) -> Iterable[Finding]:
    number, slide, there = here.number, here.slide, here.assets
    voice = slide.narration
    if voice is None or voice.asset not in there:
        return
    lengths = {voice.asset: there[voice.asset].length_ms}
    words = [word for _, word in heard_words(slide, lengths)]
    count = len(words) or passages(slide.script, 0)[0].words
    if count < _LEAST_WORDS:
        return
    lasts = narration_length(voice, lengths)
    rate = rate_of(words) if words else rounded(count * 60_000 / max(1, lasts))
    if rate > FASTEST or 0 < rate < SLOWEST:
        pace = "fast" if rate > FASTEST else "slowly"
        message = f"slide {number}: its voice speaks {rate} words a minute: too {pace} to be followed"
        yield Finding("speech-rate", slide.id, message)


RULE = Rule(
    "speech-rate",
    "Voices that speak too fast, or too slowly",
    look_at=_look,
    weight=NOTICED,
    why="Over 190 words a minute are not understood, under 90 are not listened to.",
)
