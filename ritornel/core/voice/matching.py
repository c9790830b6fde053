"""The words of a script found among those that were heard, also after it was rewritten; marks where words are said."""

import re
from collections import Counter
from collections.abc import Callable, Sequence
from difflib import SequenceMatcher

from msgspec.structs import replace

from ritornel.core.model import Narration, Slide
from ritornel.core.model.slide import Said
from ritornel.core.time.rounding import rounded
from ritornel.core.time.running_order import split_into_groups
from ritornel.core.voice.spoken import Token, marks_before, tokens

_MOST_PAIRS = 2_000_000
_ON_MS = 40
"""So near to the beginning of a word a mark stands on it."""


def told(script: str, said: tuple[Said, ...]) -> tuple[Said | None, ...]:
    """Return for every word of a script the one that was heard for it; None for those that were not.

    Words are matched in their order, as long runs of the same words as there are (Ratcliff and Obershelp 1988); none
    where nearly all words are the same one, and there would be more than ``_MOST_PAIRS`` pairs of equal ones.
    """
    words = [script[word.start : word.end] for word in tokens(script)]
    found: list[Said | None] = [None] * len(words)
    for a, b in _pairs(words, [one.text for one in said]):
        found[a] = said[b]
    return tuple(found)


def _pairs(words: Sequence[str], others: Sequence[str]) -> list[tuple[int, int]]:
    """Return which words are the same, by number, in their order; none where there are too many equal ones."""
    one, other = [_plain(word) for word in words], [_plain(word) for word in others]
    counts = Counter(other)
    if sum(counts[word] for word in one) > _MOST_PAIRS:
        return []
    blocks = SequenceMatcher(None, one, other, autojunk=False).get_matching_blocks()
    return [(block.a + n, block.b + n) for block in blocks for n in range(block.size)]


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


def marked_at(slide: Slide, cue: int, mark: int) -> Slide:
    """Return the slide with a cue's mark at an instant of its voice, in ms from ``in``, set by hand.

    In a script whose words were heard its mark goes before the word that is said then; one that stands on the
    beginning of its word is not by hand any more.
    """
    voice = slide.narration
    if voice is None:
        return slide
    marks = [*voice.marks, *([None] * (cue - len(voice.marks)))]
    marks[cue - 1] = mark
    on_its_word = False
    script = slide.script
    heard = told(script, voice.said) if voice.said else ()
    if any(one is not None for one in heard):
        instant = mark + voice.in_ms
        place = next((n for n, one in enumerate(heard) if one and one.start_ms >= instant - _ON_MS), len(heard))
        on_its_word = place < len(heard) and abs((heard[place] or voice.said[0]).start_ms - instant) <= _ON_MS
        script = _moved(script, cue, place)
    by_hand = {*voice.by_hand} - {cue} if on_its_word else {*voice.by_hand, cue}
    return replace(slide, script=script, narration=replace(voice, marks=tuple(marks), by_hand=tuple(sorted(by_hand))))


def moved_with_words(voice: Narration, said: Sequence[Said]) -> tuple[int | None, ...]:
    """Return the marks of a voice where those by hand are, in ms from ``in``, now that other words are ``said`` in it.

    Each keeps its place between the words around it (``moved_between``).
    """
    moved = moved_between(voice.said, said)
    return tuple(
        mark if mark is None or cue not in voice.by_hand else max(0, moved(mark + voice.in_ms) - voice.in_ms)
        for cue, mark in enumerate(voice.marks, 1)
    )


def moved_between(was: Sequence[Said], said: Sequence[Said]) -> Callable[[int], int]:
    """Return what gives, for an instant of a voice in which words ``was`` heard, the one where they are ``said`` now.

    It keeps its share of the way between the same words around it, or its distance from the first or the last.
    """
    pairs = [(was[a].start_ms, said[b].start_ms) for a, b in _pairs([w.text for w in was], [w.text for w in said])]

    def moved(at: int) -> int:
        if not pairs:
            return at
        before = [pair for pair in pairs if pair[0] <= at]
        after = [pair for pair in pairs if pair[0] > at]
        if not before:
            return after[0][1] - (after[0][0] - at)
        if not after:
            return before[-1][1] + at - before[-1][0]
        (start, new_start), (end, new_end) = before[-1], after[0]
        return new_start + rounded((at - start) * (new_end - new_start) / (end - start))

    return moved


def _moved(script: str, cue: int, place: int) -> str:
    """Return a script with a cue's mark before the word at a place, or at its end."""
    own = re.compile(rf" ?\[{cue}\]")
    words = tokens(script)
    found = own.search(script)
    if found is not None and marks_before(script, words).get(cue) == place:
        return script
    bare = own.sub("", script)
    bare_words = tokens(bare)
    if len(bare_words) != len(words):
        return script
    if place >= len(bare_words):
        return f"{bare.rstrip()} [{cue}]"
    at = bare_words[place].start
    return f"{bare[:at]}[{cue}] {bare[at:]}".strip()


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
