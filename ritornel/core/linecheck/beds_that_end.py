"""A bed that ends before it is meant to, or breaks off in the middle of a phrase."""

from collections.abc import Iterable

from ritornel.core.linecheck.finding import NOTICED, Finding, Mend, Rule, about
from ritornel.core.model import Bed, Show
from ritornel.core.model.asset import SoundFacts
from ritornel.core.model.uses import asset_lengths, asset_sounds
from ritornel.core.score import Score
from ritornel.core.sound.beds import Clock, goes_on, instant_of
from ritornel.core.sound.spans import Span, place_at

_EARLY_MS = 1_000
_ON_BEAT_MS = 120
_FADE_MS = 2_000


def _look(show: Show, score: Score) -> Iterable[Finding]:
    clock = Clock(score.starts, score.times, score.length_ms, ())
    lengths, sounds = asset_lengths(show), asset_sounds(show)
    names = {asset.id: asset.name for asset in show.assets}
    beds = {bed.id: bed for bed in show.beds}
    for span in score.bed_spans:
        bed = beds[span.id]
        name = names.get(bed.asset) or "a bed"
        meant = instant_of(bed.end, show, clock) if bed.end is not None else score.length_ms
        where = _slide_at(span.end_ms, score)
        if not goes_on(bed, lengths) and meant - span.end_ms > _EARLY_MS:
            mend = Mend("Let it go on from its beginning", {"do": "set-bed", "bed": bed.id, "values": {"loop": True}})
            words = f"“{name}” ends {about(meant - span.end_ms)} before it is meant to"
            yield Finding("bed-ends", where, words, mend=mend)
        elif _breaks_off(bed, span, sounds.get(bed.asset), lengths.get(bed.asset, 0)):
            values = {"fade_out": _FADE_MS}
            mend = Mend(f"Fade it out over {about(_FADE_MS)}", {"do": "set-bed", "bed": bed.id, "values": values})
            yield Finding("bed-ends", where, f"“{name}” breaks off in the middle of a phrase", mend=mend)


def _breaks_off(bed: Bed, span: Span, facts: SoundFacts | None, length_ms: int) -> bool:
    """Tell whether a bed ends without a fade, neither with its sound nor where a bar begins."""
    if bed.fade_out_ms or bed.gives_way_ms is not None:
        return False
    place = place_at(span, span.end_ms - 1)
    if length_ms - place <= _ON_BEAT_MS:
        return False
    beats = bed.beats or (facts.beats if facts is not None else ())
    first, every = (bed.first, bed.bar) if bed.beats else (facts.first, facts.bar) if facts is not None else (0, 4)
    return not any(abs(beat - place) <= _ON_BEAT_MS for beat in beats[first::every])


def _slide_at(time: int, score: Score) -> str:
    return next(part.id for part, start in reversed(list(zip(score.slides, score.starts, strict=True))) if start < time)


RULE = Rule(
    "bed-ends",
    "Music that ends early, or breaks off",
    look_over=_look,
    weight=NOTICED,
    why="Music that stops by itself sounds as if something had broken.",
)
