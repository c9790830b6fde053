"""Edits of captions: corrected by hand, written in another language, taken from a file."""

from collections.abc import Mapping, Sequence
from itertools import takewhile
from typing import Annotated

from msgspec import Meta
from msgspec.structs import replace

from ritornel.core.edits.command import BadEdit, Command, change_slide, slide_of
from ritornel.core.model import Show, Slide, limits
from ritornel.core.model.captions import CaptionLook, WrittenCaption, WrittenCaptions
from ritornel.core.model.slide import Said
from ritornel.core.model.units import Language
from ritornel.core.model.uses import asset_lengths
from ritornel.core.score import compile
from ritornel.core.time.slide_clock import SlideTime
from ritornel.core.voice.spoken import tokens
from ritornel.core.voice.written import Lines, of_slide, words_of

Captions = Annotated[list[WrittenCaption], Meta(max_length=limits.CAPTIONS_ON_A_SLIDE)]
_LEAST_MS = 100
_JUST_BEFORE_MS = 250
"""A cue that comes so long before the end of a caption's beginning belongs to it."""
_GUESSED = 50
"""How sure a word is whose caption alone has a time."""


class SetCaptions(Command, frozen=True, kw_only=True):
    """Set a slide's captions in a language (the show's, if it is empty), in ms of the slide.

    With none they are as they are computed. A caption ends where the next begins, at the latest; one without text is
    left out.
    """

    slide: str
    captions: Captions | None
    language: Language | str = ""

    def apply(self, show: Show) -> Show:
        """Return the show with the captions."""
        language = self.language or show.language
        slide = slide_of(show, self.slide)
        if self.captions is None:
            left = {name: found for name, found in slide.captions.items() if name != language}
            return change_slide(show, self.slide, lambda _: replace(slide, captions=left))
        time = compile(show).times[show.slides.index(slide)]
        kept = of_slide(_in_order(self.captions), slide, time.transition_ms, asset_lengths(show))
        return change_slide(show, self.slide, lambda _: _with(slide, language, kept))

    @property
    def label(self) -> str:
        """Name it as people do."""
        return "have captions as they are computed" if self.captions is None else "correct captions"


class TakeCaptions(Command, frozen=True, kw_only=True):
    """Take captions of a file: onto a ``slide``, in ms of its voice's asset or of it, or onto all, in ms of the show.

    In the show's language they are its script too, with the marks of its cues where they come.
    """

    captions: Annotated[list[WrittenCaption], Meta(min_length=1, max_length=limits.WORDS_OF_A_VOICE)]
    slide: str = ""
    language: Language | str = ""

    def apply(self, show: Show) -> Show:
        """Return the show with script and captions."""
        times = {s.id: time for s, time in zip(show.slides, compile(show).times, strict=True)}
        lengths = asset_lengths(show)
        lines = _in_order(self.captions)
        language = self.language or show.language
        if self.slide:
            slide = slide_of(show, self.slide)
            return _with_slide(show, _taken(slide, lines, times[slide.id], language, show, lengths))
        start, given = 0, 0
        for slide in show.slides:
            end = start + times[slide.id].length_ms
            own = list(takewhile(lambda c: (c.start_ms + c.end_ms) // 2 < end, lines[given:]))  # noqa: B023
            if own:
                shifted = [WrittenCaption(max(0, c.start_ms - start), max(1, c.end_ms - start), c.text) for c in own]
                kept = of_slide(shifted, slide, times[slide.id].transition_ms, lengths)
                show = _with_slide(show, _taken(slide, kept, times[slide.id], language, show, lengths))
                given += len(own)
            start = end
        if not given:
            raise BadEdit("none of these captions comes within the show; take them onto one slide")
        return show

    @property
    def label(self) -> str:
        """Name it as people do."""
        return "take captions from a file"


class SetCaptionLook(Command, frozen=True, kw_only=True):
    """Set how captions look: their size, where they stand, on what."""

    look: CaptionLook

    def apply(self, show: Show) -> Show:
        """Return the show with that look."""
        return replace(show, captions=self.look)

    @property
    def label(self) -> str:
        """Name it as people do."""
        return "set how captions look"


def _in_order(captions: Sequence[WrittenCaption]) -> Lines:
    """Return captions in their order, none over the next, none without text or shorter than can be seen."""
    told = sorted((c for c in captions if c.text.strip()), key=lambda c: c.start_ms)
    ends = [*(c.start_ms for c in told[1:]), limits.TIME_MS]
    cut = [WrittenCaption(c.start_ms, min(c.end_ms, end), c.text.strip()) for c, end in zip(told, ends, strict=True)]
    return tuple(c for c in cut if c.end_ms - c.start_ms >= _LEAST_MS)


def _with(slide: Slide, language: str, lines: Lines) -> Slide:
    written = WrittenCaptions(lines=lines, words=words_of(slide.script))
    return replace(slide, captions={**slide.captions, language: written})


def _with_slide(show: Show, slide: Slide) -> Show:
    return change_slide(show, slide.id, lambda _: slide)


def _taken(slide: Slide, lines: Lines, time: SlideTime, language: str, show: Show, lengths: Mapping[str, int]) -> Slide:
    """Return a slide with captions, in the time in which they are kept, and with their words as its script."""
    if language != show.language:
        return _with(slide, language, lines)
    cues = of_slide(
        [WrittenCaption(g.start_ms, g.start_ms, "") for g in time.groups[1:]], slide, time.transition_ms, lengths
    )
    waiting = list(enumerate((c.start_ms for c in cues), 1))
    parts: list[str] = []
    for line in lines:
        while waiting and waiting[0][1] <= line.start_ms + _JUST_BEFORE_MS:
            parts.append(f"[{waiting.pop(0)[0]}]")
        parts.append(" ".join(line.text.split()))
    parts += [f"[{cue}]" for cue, _ in waiting]
    slide = replace(slide, script=" ".join(parts))
    if slide.narration is None:
        slide = _as_long(slide, time, lines[-1].end_ms)
    else:
        said = tuple(word for line in lines for word in _said(line))
        slide = replace(slide, narration=replace(slide.narration, said=said, heard=""))
    return _with(slide, language, lines)


def _as_long(slide: Slide, time: SlideTime, until_ms: int) -> Slide:
    """Return a slide without a voice whose cues stay where they are, and which lasts as its last caption."""
    waits = {str(g.cue): g.wait_ms for g in time.groups[1:] if g.wait_ms is not None}
    settles = time.groups[-1].settle_ms
    hold = max(0, until_ms - settles) if time.length_ms - time.hold_ms <= until_ms else slide.hold_ms
    return replace(slide, waits=waits, hold_ms=hold, length_ms=None)


def _said(line: WrittenCaption) -> list[Said]:
    """Return the words of a caption as if they were said evenly while it stands."""
    words = [line.text[t.start : t.end] for t in tokens(line.text)]
    whole = max(1, sum(len(word) + 1 for word in words))
    found, passed = [], 0
    for word in words:
        start = line.start_ms + (line.end_ms - line.start_ms) * passed // whole
        passed += len(word) + 1
        found.append(Said(word[:120], start, line.start_ms + (line.end_ms - line.start_ms) * passed // whole, _GUESSED))
    return found
