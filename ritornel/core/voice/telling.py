"""A script as it is spoken: its words, pauses and what is said beside it, in their order, as a page shows them."""

from collections.abc import Iterator, Mapping, Sequence, Set
from typing import Literal

from msgspec import Struct

from ritornel.core.model import Narration, Slide
from ritornel.core.model.slide import Said, Stretch
from ritornel.core.time.rounding import rounded
from ritornel.core.time.stretches import heard_at, is_heard, length_of, stretches_of
from ritornel.core.voice.heard import SURE
from ritornel.core.voice.matching import told
from ritornel.core.voice.pauses import SHOWN_MS, pauses_of
from ritornel.core.voice.rate import heard_words, rate_of
from ritornel.core.voice.spoken import MARK, tokens

Kind = Literal["word", "pause", "beside", "cue"]
AGAIN = "again"
"""The text of what is said once more later."""
_MINUTE_MS = 60_000


class Item(Struct, frozen=True, omit_defaults=True):
    """One thing in a script as it is spoken.

    A word has its ``number`` in the script, its ``text`` and what stands behind it, and when it is heard, in ms of the
    narration; one that was not heard has no ``start``. A pause has an instant ``at`` of the asset within it, how long
    it is heard and how long it is in the recording (``whole``). What is ``beside`` the script lies from ``at`` to
    ``until`` of the asset. What is ``struck`` is not heard.
    """

    kind: Kind
    number: int = -1
    text: str = ""
    start: int | None = None
    end: int = 0
    sure: int = 100
    struck: bool = False
    at: int = 0
    until: int = 0
    length: int = 0
    whole: int = 0


class SpokenScript(Struct, frozen=True):
    """A script as it is spoken; ``rate`` in words a minute, ``found`` words of all ``words``.

    ``passages`` are the rates of what is said before the first cue, after it, and so on; 0 where that is not known.
    """

    items: tuple[Item, ...]
    heard: str
    rate: int
    words: int
    found: int
    unsure: int
    length: int
    passages: tuple[int, ...] = ()


def spoken_script(slide: Slide, asset_lengths: Mapping[str, int]) -> SpokenScript | None:
    """Return the slide's script as it is spoken; None without a voice that was heard."""
    voice = slide.narration
    if voice is None or not voice.heard:
        return None
    kept = stretches_of(voice, asset_lengths)
    words = told(slide.script, voice.said)
    items = tuple(_with_breaks(list(_words(slide.script, words, kept)), words, voice, kept))
    found = [one for one in words if one is not None]
    length = length_of(kept)
    said = sum(1 for item in items if item.kind == "word" and item.start is not None and not item.struck)
    return SpokenScript(
        items,
        voice.heard,
        rounded(said * _MINUTE_MS / length) if length else 0,
        len(words),
        len(found),
        sum(one.sure < SURE for one in found),
        length,
        _rates(slide, asset_lengths),
    )


def _rates(slide: Slide, asset_lengths: Mapping[str, int]) -> tuple[int, ...]:
    words = heard_words(slide, asset_lengths)
    last = max((cue for cue, _ in words), default=0)
    return tuple(rate_of([word for cue, word in words if cue == one]) for one in range(last + 1))


def _words(script: str, words: Sequence[Said | None], kept: Sequence[Stretch]) -> Iterator[Item]:
    """Yield the words of a script with the marks of cues between them."""
    own = tokens(script)
    ends = [*(word.start for word in own[1:]), len(script)]
    at = 0
    for number, (token, heard, end) in enumerate(zip(own, words, ends, strict=True)):
        for mark in MARK.finditer(script, at, token.start):
            yield Item("cue", number=int(mark[0][1:-1]))
        at = token.end
        text = script[token.start : token.end] + MARK.sub("", script[token.end : end])
        if heard is None:
            yield Item("word", number=number, text=text)
            continue
        struck = not is_heard(kept, heard.start_ms, heard.end_ms)
        start, end_ms = heard_at(kept, heard.start_ms), heard_at(kept, heard.end_ms)
        yield Item("word", number=number, text=text, start=start, end=end_ms, sure=heard.sure, struck=struck)
    for mark in MARK.finditer(script, at):
        yield Item("cue", number=int(mark[0][1:-1]))


def _with_breaks(
    items: Sequence[Item], words: Sequence[Said | None], voice: Narration, kept: Sequence[Stretch]
) -> Iterator[Item]:
    """Yield the items with pauses and what is said beside the script, each before the word that comes after it."""
    pauses = [(s, e, False) for s, e in pauses_of(voice) if e - s >= SHOWN_MS]
    waiting = sorted([*pauses, *((s, e, True) for s, e in voice.beside)])
    again = set(voice.again)
    held: list[Item] = []
    for item in items:
        if item.kind == "cue":
            held.append(item)
            continue
        heard = words[item.number]
        while heard is not None and waiting and waiting[0][0] < heard.start_ms:
            yield _break(*waiting.pop(0), kept, again)
        yield from held
        held = []
        yield item
    yield from (_break(*one, kept, again) for one in waiting)
    yield from held


def _break(start: int, end: int, is_beside: bool, kept: Sequence[Stretch], again: Set[int]) -> Item:
    heard = sum(max(0, min(end, e) - max(start, s)) for s, e in kept)
    if is_beside:
        text = AGAIN if start in again else ""
        struck, whole = 2 * heard < end - start, end - start
        return Item("beside", text=text, at=start, until=end, struck=struck, length=heard, whole=whole)
    lasts = max(0, heard_at(kept, end) - heard_at(kept, start))
    return Item("pause", at=(start + end) // 2, length=lasts, whole=end - start)
