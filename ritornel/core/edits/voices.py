"""Edits of voices: given to slides, heard, cut by their words, and taken off."""

from functools import partial
from typing import Annotated

from msgspec import Meta
from msgspec.structs import replace

from ritornel.core.edits.command import BadEdit, Command, change_slide, slide_of
from ritornel.core.model import Narration, Show, Slide, limits
from ritornel.core.model.slide import HeardBy, Said, Stretch
from ritornel.core.model.units import CueNumber, Ms, Name
from ritornel.core.time.running_order import split_into_groups
from ritornel.core.time.stretches import asset_at
from ritornel.core.voice.matching import marked_at, moved_with_words
from ritornel.core.voice.rate import pace_of

_LEAST_STRETCH_MS = 40


class GiveVoices(Command, frozen=True, kw_only=True):
    """Give slides voices: ``voices`` by slide, each a narration with its asset and, of a long one, its in and out.

    What a slide had for its voice (lead, tail, who set its marks) stays where the new one says nothing of it; its marks
    stay until its words are heard. A hold that was set by hand goes: the slide lasts as its voice.
    """

    voices: Annotated[dict[str, Narration], Meta(max_length=limits.SLIDES)]

    def apply(self, show: Show) -> Show:
        """Return the show with the voices."""
        for name, voice in self.voices.items():
            show = change_slide(show, name, partial(_given, voice=voice))
        return show

    @property
    def brings_assets(self) -> tuple[str, ...]:
        """Their sounds."""
        named = (asset for voice in self.voices.values() for asset in (voice.asset, voice.source) if asset)
        return tuple(dict.fromkeys(named))

    @property
    def label(self) -> str:
        """Count them."""
        return "give a slide its voice" if len(self.voices) == 1 else f"give {len(self.voices)} slides their voices"


class TakeOffVoice(Command, frozen=True, kw_only=True):
    """Take the voices off slides."""

    slides: Annotated[list[str], Meta(max_length=limits.SLIDES)]

    def apply(self, show: Show) -> Show:
        """Return the show without them."""
        for name in self.slides:
            show = _with_voice(show, name, None)
        return show

    @property
    def label(self) -> str:
        """Name it as people do."""
        return "take the voice off"


class CompareVoice(Command, frozen=True, kw_only=True):
    """Let a slide's voice be heard as it was recorded, or again as it was made of that."""

    slide: str

    def apply(self, show: Show) -> Show:
        """Return the show with the other sound of the voice."""
        voice = slide_of(show, self.slide).narration
        if voice is None or not voice.source:
            raise BadEdit("there is nothing to compare this voice with; lower its hum and hiss first")
        return _with_voice(show, self.slide, replace(voice, asset=voice.source, source=voice.asset))

    @property
    def label(self) -> str:
        """Name it as people do."""
        return "hear the other sound of a voice"


class TakePace(Command, frozen=True, kw_only=True):
    """Plan the show at the pace of its recordings: of one ``slide``, or of all; words a minute and pauses."""

    slide: str = ""

    def apply(self, show: Show) -> Show:
        """Return the show with that pace."""
        slides = [slide_of(show, self.slide)] if self.slide else show.slides
        pace = pace_of(show, slides)
        if pace is None:
            raise BadEdit("there are not enough words in a voice to know its pace; record a sentence or two")
        return replace(show, pace=pace)

    @property
    def label(self) -> str:
        """Name it as people do."""
        return "take the pace of a recording"


class HearWords(Command, frozen=True, kw_only=True):
    """Keep what was heard in a slide's voice: its words, by which its cues come. Not if it has another voice now."""

    slide: str
    asset: Name
    said: Annotated[tuple[Said, ...], Meta(max_length=limits.WORDS_OF_A_VOICE)]
    heard: HeardBy
    beside: Annotated[tuple[Stretch, ...], Meta(max_length=limits.STRETCHES)] = ()
    again: Annotated[tuple[Ms, ...], Meta(max_length=limits.STRETCHES)] = ()
    quiet: Annotated[tuple[Ms, ...], Meta(max_length=limits.WORDS_OF_A_VOICE)] = ()

    def apply(self, show: Show) -> Show:
        """Return the show with the words."""
        voice = slide_of(show, self.slide).narration
        if voice is None or voice.asset != self.asset:
            raise BadEdit("that slide has another voice now")
        heard = replace(voice, said=self.said, heard=self.heard, beside=self.beside, again=self.again, quiet=self.quiet)
        if voice.said and voice.by_hand and self.said:
            heard = replace(heard, marks=moved_with_words(voice, self.said))
        return _with_voice(show, self.slide, heard)

    @property
    def label(self) -> str:
        """Name it as people do."""
        return "hear the words of a voice"


class SetMarks(Command, frozen=True, kw_only=True):
    """Set when cues come in a slide's voice: ``marks`` by the number of the cue, in ms of the narration, by hand."""

    slide: str
    marks: Annotated[dict[CueNumber, Ms], Meta(min_length=1, max_length=limits.BUILDS_ON_A_SLIDE)]

    def apply(self, show: Show) -> Show:
        """Return the show with the marks."""
        slide = slide_of(show, self.slide)
        voice = slide.narration
        if voice is None:
            raise BadEdit("that slide has no voice any more")
        cues = len(split_into_groups(slide.running_order)) - 1
        for cue, heard in sorted((int(cue), heard) for cue, heard in self.marks.items()):
            if cue > cues:
                raise BadEdit(f"there is no cue {cue} on that slide")
            instant = asset_at(voice.kept, heard) - voice.in_ms if voice.kept else heard
            slide = marked_at(slide, cue, instant)
        return change_slide(show, self.slide, lambda _: slide)

    @property
    def label(self) -> str:
        """Name it as people do."""
        return "set cues along the voice"


def _with_voice(show: Show, name: str, voice: Narration | None) -> Show:
    return change_slide(show, name, lambda slide: replace(slide, narration=voice))


def _given(slide: Slide, voice: Narration) -> Slide:
    had = slide.narration
    if had is not None:
        voice = replace(voice, lead_ms=had.lead_ms, tail_ms=had.tail_ms)
        if not voice.marks:  # they stay until it is heard; those by hand go then where the words are
            voice = replace(voice, marks=had.marks, by_hand=had.by_hand, said=voice.said or had.said)
    return replace(slide, narration=voice, hold_ms=None)
