"""How fast somebody speaks: words a minute of what was heard, and the pace of a show that is theirs."""

from collections.abc import Iterable, Mapping, Sequence
from itertools import pairwise
from statistics import median

from msgspec import Struct
from msgspec.structs import replace

from ritornel.core.model import Pace, Show, Slide
from ritornel.core.model.uses import asset_lengths
from ritornel.core.time.rounding import rounded
from ritornel.core.time.script import SENTENCE_OR_CLAUSE
from ritornel.core.time.stretches import heard_at, is_heard, stretches_of
from ritornel.core.voice.matching import told
from ritornel.core.voice.spoken import MARK, tokens

_MINUTE_MS = 60_000
_LEAST_WORDS = 8
_WPM = (40.0, 400.0)
_PAUSES_MS = (0, 3000)


class Word(Struct, frozen=True, gc=False):
    """A word of a script as it is heard: from when to when in ms of the narration, and what ends with it."""

    start_ms: int
    end_ms: int
    ends: str


def heard_words(slide: Slide, lengths: Mapping[str, int]) -> list[tuple[int, Word]]:
    """Return the words of a slide's script that are heard in its voice, each with the passage (cue) that it is of."""
    voice = slide.narration
    if voice is None or not voice.said or voice.heard not in ("words", "pauses"):
        return []
    kept, own = stretches_of(voice, lengths), tokens(slide.script)
    ends = [*(word.start for word in own[1:]), len(slide.script)]
    found, cue, at = [], 0, 0
    for token, end, one in zip(own, ends, told(slide.script, voice.said), strict=True):
        cue = max([cue, *(int(mark[0][1:-1]) for mark in MARK.finditer(slide.script, at, token.start))])
        at = token.end
        if one is not None and is_heard(kept, one.start_ms, one.end_ms):
            start_ms, end_ms = heard_at(kept, one.start_ms), heard_at(kept, one.end_ms)
            found.append((cue, Word(start_ms, end_ms, _ends(slide.script[token.end : end]))))
    return found


def rate_of(words: Sequence[Word]) -> int:
    """Return words a minute from the first to the last, pauses between them counted; 0 for fewer than two."""
    if len(words) < 2 or words[-1].end_ms <= words[0].start_ms:
        return 0
    return rounded(len(words) * _MINUTE_MS / (words[-1].end_ms - words[0].start_ms))


def pace_of(show: Show, slides: Iterable[Slide]) -> Pace | None:
    """Return the show's pace with the words a minute and the pauses of the voices of slides; None without enough words.

    Pauses are the medians of those after sentences and clauses; the words share what is left of the time.
    """
    runs = [[word for _, word in heard_words(slide, asset_lengths(show))] for slide in slides]
    runs = [run for run in runs if len(run) > 1]
    pairs = [pair for run in runs for pair in pairwise(run)]
    count = sum(map(len, runs))
    if count < _LEAST_WORDS:
        return None
    gaps = {end: [b.start_ms - a.end_ms for a, b in pairs if a.ends == end] for end in ("sentence", "clause")}
    pauses = {
        "sentence": _within(median(gaps["sentence"]), _PAUSES_MS) if gaps["sentence"] else show.pace.sentence_pause_ms,
        "clause": _within(median(gaps["clause"]), _PAUSES_MS) if gaps["clause"] else show.pace.clause_pause_ms,
    }
    whole = sum(run[-1].end_ms - run[0].start_ms for run in runs)
    speaking = max(1, whole - sum(pauses[a.ends] for a, _ in pairs if a.ends))
    wpm = max(_WPM[0], min(_WPM[1], count * _MINUTE_MS / speaking))
    return replace(
        show.pace,
        wpm=float(rounded(wpm)),
        sentence_pause_ms=pauses["sentence"],
        clause_pause_ms=pauses["clause"],
    )


def _within(value: float, bounds: tuple[int, int]) -> int:
    return rounded(max(bounds[0], min(bounds[1], value)))


def _ends(behind: str) -> str:
    """Return what ends with a word that has these signs behind it."""
    found = SENTENCE_OR_CLAUSE.search(behind)
    return "" if found is None else "sentence" if found[1] else "clause"
