"""What is said in a show, to be read: slide by slide, passage by passage, each with its instant."""

from collections.abc import Mapping, Sequence

from msgspec import Struct

from ritornel.core.model import Show, Slide
from ritornel.core.model.uses import asset_lengths
from ritornel.core.text.naming import slide_title
from ritornel.core.time.script import has_words, texts
from ritornel.core.time.slide_clock import SlideTime
from ritornel.core.time.stretches import is_heard, stretches_of
from ritornel.core.voice.matching import told
from ritornel.core.voice.spoken import tokens


class Passage(Struct, frozen=True):
    """What is said from a cue on (0: from the beginning of its slide); ``at_ms``: when that is, in show time."""

    cue: int
    at_ms: int
    text: str


class Entry(Struct, frozen=True):
    """A slide of a transcript; ``chapter``: the title of the one that begins with it. Times in ms of the show."""

    slide: str
    number: int
    title: str
    chapter: str
    start_ms: int
    length_ms: int
    passages: tuple[Passage, ...]


def transcript(show: Show, times: Sequence[SlideTime]) -> tuple[Entry, ...]:
    """Return the transcript of a show; ``times`` are its slides' (``score.compile``).

    Slides that take no time are not in it. Words that were struck out of their voice are not said. A passage in which
    nothing is said is left out.
    """
    lengths = asset_lengths(show)
    chapters = {chapter.first: chapter.title for chapter in show.chapters}
    found, waiting, start = [], "", 0
    for number, (slide, time) in enumerate(zip(show.slides, times, strict=True), 1):
        waiting = chapters.get(slide.id, waiting)  # of a chapter whose first slide is skipped, the next begins it
        if not time.length_ms:
            continue
        said = texts(said_script(slide, lengths), len(time.groups) - 1)
        passages = tuple(
            Passage(cue, start + group.start_ms if cue else start, text)
            for cue, (group, text) in enumerate(zip(time.groups, said, strict=True))
            if has_words(text)
        )
        found.append(Entry(slide.id, number, slide_title(slide, number), waiting, start, time.length_ms, passages))
        waiting = ""
        start += time.length_ms
    return tuple(found)


def said_script(slide: Slide, lengths: Mapping[str, int]) -> str:
    """Return a slide's script, with its marks, without the words that are struck out of its voice."""
    voice, script = slide.narration, slide.script
    if voice is None or not voice.kept or not voice.said:
        return script
    kept = stretches_of(voice, lengths)
    own = tokens(script)
    for token, one in reversed(list(zip(own, told(script, voice.said), strict=True))):
        if one is not None and not is_heard(kept, one.start_ms, one.end_ms):
            script = _without(script, token.start, token.end)
    return script


def _without(script: str, start: int, end: int) -> str:
    """Return a script without a word, and without what stands behind it up to the next: its signs and a space."""
    while end < len(script) and script[end] not in " \n\t[":
        end += 1
    while end < len(script) and script[end] == " ":
        end += 1
    return script[:start] + script[end:]
