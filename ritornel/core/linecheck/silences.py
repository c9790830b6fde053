"""Nothing is heard for long in a show that is heard."""

from collections.abc import Iterable

from ritornel.core.linecheck.finding import NOTICED, Finding, Rule, about
from ritornel.core.model import Show
from ritornel.core.score import Score

LONGEST_MS = 8_000


def _look(show: Show, score: Score) -> Iterable[Finding]:
    if not any(slide.narration is not None and not slide.skipped for slide in show.slides):
        return
    heard = [(span.start_ms, span.end_ms) for span in score.bed_spans]
    rows = list(zip(show.slides, score.slides, score.starts, strict=True))
    for _, part, start in rows:
        heard += ((start + s.start_ms, start + s.end_ms) for s in part.spans if not s.muted)
    reached = 0
    for begins, ends in [*sorted(heard), (score.length_ms, score.length_ms)]:
        if begins - reached > LONGEST_MS:
            number = max(n for n, (slide, _, start) in enumerate(rows) if start <= reached and not slide.skipped)
            words = f"slide {number + 1}: nothing is heard for {about(begins - reached)}"
            yield Finding("silence", rows[number][0].id, words)
        reached = max(reached, ends)


RULE = Rule(
    "silence",
    "Silences",
    look_over=_look,
    weight=NOTICED,
    why="Who hears nothing for so long looks whether the sound is still on.",
)
