"""Music so loud under a voice that the words are hard to follow."""

from collections.abc import Iterable, Iterator
from itertools import accumulate
from math import ceil, log10

from ritornel.core.linecheck.finding import NOTICED, Finding, Mend, Rule
from ritornel.core.model import Show
from ritornel.core.model.uses import asset_sounds
from ritornel.core.score import Score
from ritornel.core.sound.spans import Span, gain_at
from ritornel.core.time.rounding import hundredths, rounded

APART_LU = 10.0
"""So far speech must lie over what is heard under it."""


def _look(show: Show, score: Score) -> Iterable[Finding]:
    sounds = asset_sounds(show)
    names = {asset.id: asset.name for asset in show.assets}
    voices = list(_voices(score))
    for bed in show.beds:
        most, where = 0.0, ""
        for span in (one for one in score.bed_spans if one.id == bed.id):
            facts = sounds.get(span.asset)
            if facts is None or facts.loudness is None:
                continue
            for slide_id, offset, voice in voices:
                told = sounds.get(voice.asset)
                if told is None or told.loudness is None:
                    continue
                for at in _looked_at(span, offset + voice.start_ms, offset + voice.end_ms):
                    spoken = told.loudness + _decibels(gain_at(voice, at - offset))
                    lacks = APART_LU - (spoken - facts.loudness - _decibels(gain_at(span, at)))
                    if lacks > most:
                        most, where = lacks, slide_id
        if most >= 0.5:
            quieter = ceil(most)
            values = {"gain_db": hundredths(bed.gain_db - quieter)}
            mend = Mend(f"Quieter by {quieter} dB", {"do": "set-bed", "bed": bed.id, "values": values})
            words = f"“{names.get(bed.asset) or 'a bed'}” lies only {APART_LU - most:.0f} LU under the voice"
            yield Finding("loud-bed", where, words, mend=mend)


def _voices(score: Score) -> Iterator[tuple[str, int, Span]]:
    """Yield the spans of voices, each with its slide and where that begins in the show."""
    for part, start in zip(score.slides, score.starts, strict=True):
        yield from ((part.id, start, span) for span in part.spans if span.source == "narration" and not span.muted)


def _looked_at(bed: Span, start: int, end: int) -> list[int]:
    """Return instants at which a bed is heard under a voice: where it has got out of the way, if it does."""
    first, last = max(bed.start_ms, start), min(bed.end_ms, end)
    if last <= first:
        return []
    return [rounded(at) for at in accumulate([first, *[(last - first) / 4] * 3])][1:]


def _decibels(gain: float) -> float:
    return 20 * log10(gain) if gain > 1e-5 else -100.0


RULE = Rule(
    "loud-bed",
    "Music that is too loud under a voice",
    look_over=_look,
    weight=NOTICED,
    why="With less than 10 LU between them the words are hard to follow, most of all for who hears badly (WCAG 1.4.7).",
)
