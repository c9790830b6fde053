"""Edits of voices by their words: taken out and brought back, pauses made shorter or longer, silence taken away."""

from collections.abc import Callable, Sequence
from functools import partial
from typing import Annotated

from msgspec import Meta
from msgspec.structs import replace

from ritornel.core.edits.command import BadEdit, Command, change_slide, slide_of
from ritornel.core.model import Narration, Show, Slide, limits
from ritornel.core.model.slide import Stretch
from ritornel.core.model.units import Ms
from ritornel.core.model.uses import asset_lengths
from ritornel.core.time.stretches import stretches_of
from ritornel.core.voice.matching import told
from ritornel.core.voice.pauses import (
    LEAST_PAUSE_MS,
    MOST_PAUSE_MS,
    ROOM_MS,
    SHOWN_MS,
    joint_between,
    pauses_of,
    spoken_of,
    with_pause,
)

_LEAST_STRETCH_MS = 40


class CutVoice(Command, frozen=True, kw_only=True):
    """Take stretches of its asset out of a slide's voice, in ms, or with ``back`` bring them back.

    The file stays as it is; marks, words and everything after move along.
    """

    slide: str
    stretches: Annotated[list[Stretch], Meta(min_length=1, max_length=limits.STRETCHES)]
    back: bool = False

    def apply(self, show: Show) -> Show:
        """Return the show with the voice cut."""

        def cut(slide: Slide, kept: Sequence[Stretch]) -> list[Stretch]:
            return _with(kept, self.stretches) if self.back else _without(kept, self.stretches)

        return _recut(show, self.slide, cut)

    @property
    def label(self) -> str:
        """Name it as people do."""
        return "bring words of a voice back" if self.back else "take words out of a voice"


class StrikeWords(Command, frozen=True, kw_only=True):
    """Take words of the script (``first`` to before ``end``, by number) out of the voice, or bring them ``back``.

    With them goes what stands between them, half of the pauses around, and the silence at an end of the voice.
    """

    slide: str
    first: int
    end: int
    back: bool = False

    def apply(self, show: Show) -> Show:
        """Return the show with the voice cut."""
        slide = slide_of(show, self.slide)
        stretch = stretch_of_words(slide, self.first, self.end)
        return CutVoice(slide=self.slide, stretches=[stretch], back=self.back).apply(show)

    @property
    def label(self) -> str:
        """Name it as people do."""
        return "bring words of a voice back" if self.back else "take words out of a voice"


class SetPauses(Command, frozen=True, kw_only=True):
    """Bring pauses of voices to one length, in ms: all of ``slides``, or the one at ``at``.

    ``at`` is an instant of the asset within the pause. A pause is what lies between two words that were heard. A longer
    one goes on with its own room, again and again; those that nobody would call a pause are made shorter only.
    """

    slides: Annotated[list[str], Meta(min_length=1, max_length=limits.SLIDES)]
    pause: Annotated[int, Meta(ge=0, le=MOST_PAUSE_MS)]
    at: Ms | None = None

    def apply(self, show: Show) -> Show:
        """Return the show with those pauses."""
        pause = max(LEAST_PAUSE_MS, self.pause)

        def cut(slide: Slide, kept: Sequence[Stretch]) -> list[Stretch]:
            voice = slide.narration or Narration()
            found = pauses_of(voice)
            chosen = [(s, e) for s, e in found if self.at is None or s <= self.at <= e]
            if self.at is not None and not chosen:
                raise BadEdit("there is no pause there any more")
            for start, end in chosen:
                natural = end - start
                if self.at is not None and pause > natural and natural < ROOM_MS:
                    raise BadEdit("this pause is too short to go on: record the words around it again")
                if natural > pause or natural >= (SHOWN_MS if self.at is None else ROOM_MS):
                    kept = with_pause(_with(kept, [(start, end)]), (start, end), pause, voice.quiet)
            return list(kept)

        for name in self.slides:
            voice = slide_of(show, name).narration
            if voice is not None and voice.said:
                show = _recut(show, name, cut)
        return show

    @property
    def label(self) -> str:
        """Name it as people do."""
        return f"bring pauses to {self.pause / 1000:g} s"


class TrimSilence(Command, frozen=True, kw_only=True):
    """Take the silence before and after the words of voices away, but for a ``rest`` in ms."""

    slides: Annotated[list[str], Meta(min_length=1, max_length=limits.SLIDES)]
    rest: Ms = 200

    def apply(self, show: Show) -> Show:
        """Return the show with the voices trimmed; those whose words are not known stay as they are."""
        for name in self.slides:
            voice = slide_of(show, name).narration
            if voice is None or not voice.said:
                continue
            begins = min(s for s, _ in spoken_of(voice))
            ends = max(e for _, e in spoken_of(voice))
            start, end = max(voice.in_ms, begins - self.rest), ends + self.rest
            if voice.out_ms is not None:
                end = min(voice.out_ms, end)
            trimmed = replace(
                voice,
                in_ms=start,
                out_ms=max(start + 1, end),
                marks=tuple(None if m is None else max(0, m + voice.in_ms - start) for m in voice.marks),
            )
            show = change_slide(show, name, partial(replace, narration=trimmed))
        return show

    @property
    def label(self) -> str:
        """Name it as people do."""
        return "take the silence around voices away"


def stretch_of_words(slide: Slide, first: int, end: int) -> Stretch:
    """Return the stretch of a slide's voice, in ms of its asset, in which words of its script are said, by number.

    It reaches to the quietest instants in the pauses around, to their middles where those are not known, or to an end
    of the voice. Raises ``BadEdit`` if they are not there.
    """
    voice = slide.narration
    if voice is None or not voice.said or not voice.heard:
        raise BadEdit("the words of this voice are not known; let it be heard first")
    words = [one for one in told(slide.script, voice.said)[first:end] if one is not None]
    if not words:
        raise BadEdit("those words are not in the voice")
    before = max((one.end_ms for one in voice.said if one.end_ms <= words[0].start_ms), default=None)
    after = min((one.start_ms for one in voice.said if one.start_ms >= words[-1].end_ms), default=None)
    start = voice.in_ms if before is None else joint_between(voice.quiet, before, words[0].start_ms)
    until = limits.TIME_MS if after is None else joint_between(voice.quiet, words[-1].end_ms, after)
    return start, max(start + 1, until)


def _recut(show: Show, name: str, cut: Callable[[Slide, Sequence[Stretch]], list[Stretch]]) -> Show:
    slide = slide_of(show, name)
    voice = slide.narration
    if voice is None:
        raise BadEdit("that slide has no voice any more")
    lengths = asset_lengths(show)
    whole = stretches_of(replace(voice, kept=()), lengths)
    kept = cut(slide, stretches_of(voice, lengths))
    kept = [(max(s, whole[0][0]), min(e, whole[0][1])) for s, e in kept] if whole else []
    kept = [(s, e) for s, e in kept if e - s >= _LEAST_STRETCH_MS]
    if not kept:
        raise BadEdit("nothing would be left of this voice; take it off instead")
    if len(kept) > limits.STRETCHES:
        raise BadEdit(f"a voice may be cut into {limits.STRETCHES:,} stretches at most")
    same = tuple(kept) == whole
    cut_voice = replace(voice, kept=() if same else tuple(kept))
    return change_slide(show, name, partial(replace, narration=cut_voice))


def _without(kept: Sequence[Stretch], out: Sequence[Stretch]) -> list[Stretch]:
    for start, end in out:
        parts = [part for s, e in kept for part in ((s, min(e, start)), (max(s, end), e))]
        kept = [(s, e) for s, e in parts if e > s]
    return list(kept)


def _with(kept: Sequence[Stretch], back: Sequence[Stretch]) -> list[Stretch]:
    """Return stretches with others brought back: each becomes one with those that it touches."""
    made = list(kept)
    for start, end in back:
        touching = [n for n, (s, e) in enumerate(made) if s <= end and e >= start]
        if touching:
            first, last = touching[0], touching[-1] + 1
        else:
            first = last = sum(s < start for s, _ in made)
        ends = [(start, end), *made[first:last]]
        made[first:last] = [(min(s for s, _ in ends), max(e for _, e in ends))]
    return made
