"""Slides and builds put on the beats of a bed, each moved as little as possible (timing, section 8)."""

from typing import Annotated, Literal

from msgspec import Meta
from msgspec.structs import replace

from ritornel.core.edits.command import BadEdit, Command, Ids, slide_of
from ritornel.core.edits.retime import DragCue
from ritornel.core.model import Bed, Show
from ritornel.core.model.uses import asset_sounds
from ritornel.core.score import Score, compile
from ritornel.core.sound.mixing import turns
from ritornel.core.sound.spans import Span
from ritornel.core.time.on_beats import near, placed
from ritornel.core.time.rounding import rounded
from ritornel.core.time.slide_clock import SlideTime

_FURTHER_MS = 600_000
"""So much longer a show may become, with music under it that lasts as long as it does."""


class ToBeat(Command, frozen=True, kw_only=True):
    """Set the holds of ``slides`` so that each ends, and the next comes, on a beat of a bed.

    ``every``: on any beat, on the first of any bar, or on the first of every ``bars``-th bar. All move as little as
    possible, and none becomes shorter than its floor. With ``builds`` their cues are put on beats in the same way.
    """

    slides: Annotated[Ids, Meta(min_length=1)]
    every: Literal["beat", "bar"] = "bar"
    bars: Annotated[int, Meta(ge=1, le=64)] = 1
    bed: str = ""
    builds: bool = False

    def apply(self, show: Show) -> Show:
        """Return the show on its beats; ``BadEdit`` where there is no bed with beats, or nothing that can move."""
        chosen = {slide_of(show, name).id for name in self.slides}
        span, beats = self._beats(show, compile(show))
        if self.builds:
            show = self._builds_placed(show, chosen)
        score = compile(show)
        first = next((n for n, at in enumerate(score.starts) if at + score.times[n].length_ms > span.start_ms), 0)
        rows = [n for n, s in enumerate(show.slides) if n >= first and score.times[n].length_ms > 0]
        free = {n for n in rows if show.slides[n].id in chosen and can_hold(show, n, score.times[n])}
        if not free:
            raise BadEdit("none of these slides can end on a beat: each has a fixed length, or lies before the music")
        ends = [score.starts[n] + score.times[n].length_ms for n in rows]
        least = [shortest(show, n, score.times[n]) if n in free else score.times[n].length_ms for n in rows]
        moves = [n in free for n in rows]
        wanted = placed(ends, least, moves, score.starts[rows[0]], beats)
        if wanted is None:
            raise BadEdit("the music has not enough beats for these slides; let it go on longer, or take fewer slides")
        holds: dict[str, int] = {}
        for n, begins, end in zip(rows, [score.starts[rows[0]], *wanted[:-1]], wanted, strict=True):
            settled = score.times[n].length_ms - score.times[n].hold_ms
            if n in free and end - begins - settled != score.times[n].hold_ms:
                holds[show.slides[n].id] = end - begins - settled
        slides = (replace(s, hold_ms=holds[s.id]) if s.id in holds else s for s in show.slides)
        return replace(show, slides=tuple(slides))

    def _beats(self, show: Show, score: Score) -> tuple[Span, list[int]]:
        spans = {span.id: span for span in score.bed_spans}
        for bed in show.beds:
            if bed.id in spans and self.bed in ("", bed.id):
                span = spans[bed.id]
                further = span.end_ms + _FURTHER_MS if span.left_ms is None else span.start_ms + int(span.left_ms)
                found = beats_of(bed, replace(span, end_ms=further) if span.until_end else span, show)
                if found:
                    bars = [at for at, opens in found if opens]
                    return spans[bed.id], bars[:: self.bars] if self.every == "bar" else [at for at, _ in found]
        raise BadEdit("no bed with beats lies there; lay music under the show, or tap its beats")

    def _builds_placed(self, show: Show, chosen: set[str]) -> Show:
        """Return the show with the cues of slides on the beats nearest to them, in their order."""
        for n, slide in enumerate(show.slides):
            if slide.id not in chosen or slide.narration is not None:
                continue
            score = compile(show)
            _, beats = self._beats(show, score)
            groups = score.times[n].groups
            for place in range(1, len(groups)):
                now = compile(show)
                at = now.starts[n] + now.times[n].groups[place].start_ms
                earliest = now.starts[n] + now.times[n].groups[place - 1].settle_ms + show.pace.least_wait_ms
                beat = near([b for b in beats if b >= earliest], at)
                if beat is not None:
                    by = beat - at
                    show = DragCue(slide=slide.id, cue=place, by=by).apply(show) if by else show
        return show

    @property
    def label(self) -> str:
        """Name it as people do."""
        return "put slides on the beat"


def beats_of(bed: Bed, span: Span, show: Show) -> list[tuple[int, bool]]:
    """Return the beats of a bed while it is heard: ms of the show, and whether it opens a bar."""
    facts = asset_sounds(show).get(bed.asset)
    if bed.beats:
        beats, bar, first = bed.beats, bed.bar, bed.first
    elif facts is not None and facts.beats:
        beats, bar, first = facts.beats, facts.bar, facts.first
    else:
        return []
    found = []
    for turn in turns(span, span.start_ms, span.end_ms):
        until = min(turn.end_ms - turn.fall_ms, span.end_ms)
        for number, beat in enumerate(beats):
            at = turn.start_ms + beat - turn.from_ms
            if turn.start_ms <= at < until:
                found.append((rounded(at), (number - first) % bar == 0))
    return found


def can_hold(show: Show, place: int, time: SlideTime) -> bool:
    """Tell whether a slide's end can move: it has no fixed length, and its hold is not pinned."""
    slide = show.slides[place]
    return slide.length_ms is None and 0 not in slide.pinned and time.length_ms > 0


def shortest(show: Show, place: int, time: SlideTime) -> int:
    """Return the least length of a slide in ms: all that is needed, and the least hold where nobody speaks."""
    settled = time.length_ms - time.hold_ms
    if show.slides[place].narration is not None:
        return time.needed_ms
    return max(time.needed_ms, settled + min(show.pace.least_hold_ms, time.hold_ms))
