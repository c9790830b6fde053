"""Captions written by hand: where they are in their slide, and how they go along when it changes."""

from collections.abc import Callable, Mapping, Sequence

from msgspec.structs import replace

from ritornel.core.model import Slide
from ritornel.core.model.captions import WrittenCaption, WrittenCaptions
from ritornel.core.time.narration import narration_lead
from ritornel.core.time.stretches import asset_at, heard_at, stretches_of
from ritornel.core.voice.matching import moved_between
from ritornel.core.voice.spoken import MARK

Lines = tuple[WrittenCaption, ...]
Written = Mapping[str, WrittenCaptions]
LEAST_MS = 100
"""What is heard less of a caption than that is not shown."""


def words_of(script: str) -> str:
    """Return the words of a script as captions of it remember them: without marks, with single spaces."""
    return " ".join(MARK.sub(" ", script).split())


def in_slide(lines: Lines, slide: Slide, transition_ms: int, lengths: Mapping[str, int]) -> list[WrittenCaption]:
    """Return captions in slide time; those whose words are struck out of the voice are not there."""
    voice = slide.narration
    if voice is None:
        return list(lines)
    kept, lead = stretches_of(voice, lengths), narration_lead(voice, transition_ms)
    shown = [
        WrittenCaption(lead + heard_at(kept, line.start_ms), lead + heard_at(kept, line.end_ms), line.text)
        for line in lines
    ]
    return [line for line in shown if line.end_ms - line.start_ms >= LEAST_MS]


def of_slide(lines: Sequence[WrittenCaption], slide: Slide, transition_ms: int, lengths: Mapping[str, int]) -> Lines:
    """Return captions in slide time as they are kept: in the time of the voice's asset, if there is one."""
    voice = slide.narration
    if voice is None:
        return tuple(lines)
    kept, lead = stretches_of(voice, lengths), narration_lead(voice, transition_ms)

    def kept_at(at: int) -> int:
        return max(0, asset_at(kept, max(0, at - lead)))

    return tuple(WrittenCaption(kept_at(line.start_ms), kept_at(line.end_ms), line.text) for line in lines)


def following(was: Slide, now: Slide, lengths: Mapping[str, int]) -> Slide:
    """Return a slide whose captions went along with its voice: one that came, went, or says its words elsewhere."""
    before, after = was.narration, now.narration
    same = {language for language, written in now.captions.items() if was.captions.get(language) is written}
    if not same or before is after:
        return now

    def moved(change: Callable[[Lines], Lines]) -> Slide:
        gone = {n: replace(c, lines=change(c.lines)) if n in same else c for n, c in now.captions.items()}
        return replace(now, captions=gone)

    if before is None and after is not None:
        return moved(lambda lines: of_slide(lines, now, now.transition.duration_ms or 0, lengths))
    if before is not None and after is None:
        return moved(lambda lines: tuple(in_slide(lines, was, was.transition.duration_ms or 0, lengths)))
    if before is None or after is None or before.said == after.said or not before.said or not after.said:
        return now
    place = moved_between(before.said, after.said)
    return moved(lambda lines: _at(lines, place))


def parted(
    captions: Written, at_ms: int, goes_on: bool, scripts: tuple[str, str]
) -> tuple[dict[str, WrittenCaptions], dict[str, WrittenCaptions]]:
    """Return captions parted at an instant of their time, for slides that have those scripts.

    ``goes_on``: the second slide's are in the same time, that of one recording; else its time begins there.
    """
    first: dict[str, WrittenCaptions] = {}
    later: dict[str, WrittenCaptions] = {}
    for language, written in captions.items():
        before = tuple(line for line in written.lines if (line.start_ms + line.end_ms) // 2 < at_ms)
        after = written.lines[len(before) :]
        if not goes_on:
            after = _at(after, lambda at: max(0, at - at_ms))
        for made, lines, script in ((first, before, scripts[0]), (later, after, scripts[1])):
            if lines:
                made[language] = WrittenCaptions(lines=lines, words=words_of(script))
    return first, later


def joined(one: Written, other: Written, later_by_ms: int, script: str) -> dict[str, WrittenCaptions]:
    """Return the captions of two slides as one's that has the script; the second's come so much later."""
    found = {}
    for language in dict.fromkeys((*one, *other)):
        if language not in one or language not in other:
            continue  # what is computed for one of them is computed for both
        lines = (*one[language].lines, *_at(other[language].lines, lambda at: at + later_by_ms))
        found[language] = WrittenCaptions(lines=lines, words=words_of(script))
    return found


def _at(lines: Lines, place: Callable[[int], int]) -> Lines:
    return tuple(WrittenCaption(max(0, place(c.start_ms)), max(0, place(c.end_ms)), c.text) for c in lines)
