"""A voice that is much louder, or softer, than the others of the show."""

from collections.abc import Iterable
from statistics import median

from ritornel.core.linecheck.finding import NOTICED, Finding, Rule
from ritornel.core.model import Show
from ritornel.core.model.uses import asset_sounds
from ritornel.core.score import Score
from ritornel.core.sound.levels import level_of

APART_LU = 6.0


def _look(show: Show, score: Score) -> Iterable[Finding]:
    sounds = asset_sounds(show)
    found: list[tuple[int, str, float]] = []
    for number, slide in enumerate(show.slides, 1):
        facts = sounds.get(slide.narration.asset) if slide.narration is not None and not slide.skipped else None
        if facts is not None and facts.loudness is not None:
            found.append((number, slide.id, facts.loudness + level_of("speech", facts)))
    usual = median(level for _, _, level in found) if found else 0.0
    for number, slide_id, level in found:
        apart = level - usual
        if abs(apart) > APART_LU:
            words = f"its voice is {abs(apart):.0f} LU {'louder' if apart > 0 else 'softer'} than the others"
            yield Finding("uneven-voices", slide_id, f"slide {number}: {words}; record it again, or make it even")


RULE = Rule(
    "uneven-voices",
    "Voices that are not as loud as the others",
    look_over=_look,
    weight=NOTICED,
    why="Who turns it up for one slide is startled by the next.",
)
