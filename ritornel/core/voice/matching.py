"""The words of a script found among those that were heard, also after it was rewritten; marks where words are said."""

from collections.abc import Sequence
from difflib import SequenceMatcher

from msgspec.structs import replace

from ritornel.core.model import Narration, Slide
from ritornel.core.model.slide import Said
from ritornel.core.time.running_order import split_into_groups
from ritornel.core.voice.spoken import Token, marks_before, tokens


def told(script: str, said: tuple[Said, ...]) -> tuple[Said | None, ...]:
    """Return for every word of a script the one that was heard for it; None for those that were not.

    Words are matched in their order, as long runs of the same words as there are (Ratcliff and Obershelp 1988).
    """
    words = [_plain(script[word.start : word.end]) for word in tokens(script)]
    heard = [_plain(one.text) for one in said]
    found: list[Said | None] = [None] * len(words)
    for block in SequenceMatcher(None, words, heard, autojunk=False).get_matching_blocks():
        for n in range(block.size):
            found[block.a + n] = said[block.b + n]
    return tuple(found)


def marked_by_words(slide: Slide) -> Narration | None:
    """Return the slide's narration with the marks of its cues where their words are said.

    Marks set by hand stay, and so do those of cues that the script does not have. A cue whose words were not heard
    comes with the next that were, else it has no mark.
    """
    voice = slide.narration
    if voice is None or not voice.said:
        return voice
    words = tokens(slide.script)
    heard = told(slide.script, voice.said)
    cues = len(split_into_groups(slide.running_order)) - 1
    marks = [*voice.marks[:cues], *([None] * (cues - len(voice.marks)))]
    for cue, place in marks_before(slide.script, words).items():
        if 1 <= cue <= cues and cue not in voice.by_hand:
            marks[cue - 1] = _mark(voice, heard, words, place)
    return _with_marks(voice, marks)


def _mark(voice: Narration, heard: Sequence[Said | None], words: Sequence[Token], place: int) -> int | None:
    if not words:
        return None
    found = next((one for one in heard[place:] if one is not None), None)
    if found is not None:
        return max(0, found.start_ms - voice.in_ms)
    before = next((one for one in reversed(heard[:place]) if one is not None), None)
    return max(0, before.end_ms - voice.in_ms) if before is not None and place >= len(words) else None


def _with_marks(voice: Narration, marks: Sequence[int | None]) -> Narration:
    by_hand = tuple(cue for cue in voice.by_hand if cue <= len(marks))
    return replace(voice, marks=tuple(marks), by_hand=by_hand)


def _plain(word: str) -> str:
    return word.lower().replace("’", "'").strip(".")
