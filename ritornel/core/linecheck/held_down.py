"""So much sounds at once that the mix has to be held down under its ceiling: it is heard as pumping."""

from collections.abc import Iterable, Sequence
from itertools import groupby
from math import ceil

from ritornel.core.linecheck.finding import NOTICED, Finding, Mend, Rule, about
from ritornel.core.model import Show
from ritornel.core.score import Score
from ritornel.core.sound.levels import CEILING_DBTP
from ritornel.core.time.rounding import hundredths

_MOST_DB = 3.0
_STEP_MS = 100
"""Of what is measured: by how much the mix was held down at the most in every tenth of a second."""


def _look(show: Show, score: Score, limited: Sequence[float]) -> Iterable[Finding]:
    worst: dict[str, tuple[float, int, int]] = {}
    at = 0
    for is_over, some in groupby(limited, lambda db: db > _MOST_DB):
        held = list(some)
        if is_over:
            number = max(n for n, start in enumerate(score.starts) if start <= at * _STEP_MS)
            most = max(held)
            if most > worst.get(score.slides[number].id, (0.0, 0, 0))[0]:
                worst[score.slides[number].id] = most, number, at * _STEP_MS
        at += len(held)
    for slide_id, (most, number, when) in worst.items():
        words = f"its sounds together go {most:.0f} dB over {CEILING_DBTP:g} dBTP and are held down"
        words += f", at {about(when - score.starts[number])} of it"
        mend = _mend(show, score, number, when, ceil(most))
        yield Finding("held-down", slide_id, f"slide {number + 1}: {words}", mend=mend)


def _mend(show: Show, score: Score, number: int, when: int, by: int) -> Mend | None:
    """Return what makes quieter what lies under the voice: a bed, else a clip or a sound of the slide."""
    bed = next((b for s in score.bed_spans if s.start_ms <= when < s.end_ms for b in show.beds if b.id == s.id), None)
    if bed is not None:
        values = {"gain_db": hundredths(bed.gain_db - by)}
        return Mend(f"The music quieter by {by} dB", {"do": "set-bed", "bed": bed.id, "values": values})
    within = when - score.starts[number]
    spans = (s for s in score.slides[number].spans if s.source == "object" and s.start_ms <= within < s.end_ms)
    things = {thing.id: thing for thing in show.slides[number].objects}
    for span in spans:
        gain = getattr(things[span.id], "gain_db", 0.0)
        quieter = {span.id: {"gain_db": hundredths(gain - by)}}
        command = {"do": "set-objects", "slide": show.slides[number].id, "values": quieter}
        return Mend(f"The clip quieter by {by} dB", command)
    return None


RULE = Rule(
    "held-down",
    "Sounds that are too loud together",
    look_in_mix=_look,
    weight=NOTICED,
    why="What is held down so far is heard to pump: the music ducks at every loud word.",
)
