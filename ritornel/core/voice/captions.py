"""Captions of a slide: its script in short pieces, timed by the words of its voice, or by the clock where it has none.

A caption has at most two lines of 42 characters, stands 0.8 to 7 s, is read at 20 characters a second at most where the
voice allows, ends where a sentence or a clause does if it can, and never goes over the end of its slide. Where it is
divided is found by dynamic programming (Bellman 1957) over its words: O(W x L) for W words, at most L in one.
"""

import re
from bisect import bisect_right
from collections.abc import Mapping, Sequence
from itertools import accumulate, pairwise
from math import inf
from typing import NamedTuple

from msgspec import Struct

from ritornel.core.model import Show, Slide
from ritornel.core.model.pace import Pace
from ritornel.core.model.uses import asset_lengths
from ritornel.core.time.narration import narration_lead
from ritornel.core.time.script import passages, said_in
from ritornel.core.time.slide_clock import SlideTime
from ritornel.core.time.stretches import heard_at, is_heard, stretches_of
from ritornel.core.voice.matching import told
from ritornel.core.voice.spoken import MARK, Token, marks_before, tokens
from ritornel.core.voice.written import in_slide

LINE = 42
LINES = 2
LEAST_MS, MOST_MS = 800, 7000
MOST_CPS = 20
_JOINED_MS = 250
"""Captions nearer than that follow each other without a gap."""
_PAUSE_MS = 700
_SENTENCE, _CLAUSE, _ANYWHERE, _TIED = 0.0, 1.0, 4.0, 7.0
_TYING = frozenset(
    "a an the of to in on at by for with from and or but as is are was were its it's".split()  # noqa: SIM905
)
"""No caption ends with one of these, if it can be helped."""
_PAUSED, _RUN_ON, _HURRIED, _TOO_LONG = 3.0, 1.5, 2.0, 500.0
"""What a pause within a caption costs, the end of a sentence, that it is shorter than it may be, or longer."""


class Caption(Struct, frozen=True):
    """A caption: from when to when, in ms, and its lines, parted by line ends."""

    start_ms: int
    end_ms: int
    text: str


class _Word(NamedTuple):
    text: str
    start_ms: int
    end_ms: int
    ends: float


def captions_of(
    slide: Slide, time: SlideTime, show: Show, asset_lengths: Mapping[str, int], language: str = ""
) -> tuple[Caption, ...]:
    """Return a slide's captions in a language (the show's if it is empty), in slide time.

    Those written by hand are taken where there are any; else those of the script are computed in the show's language.
    """
    language = language or show.language
    written = slide.captions.get(language)
    if written is None:
        return computed(slide, time, show.pace, asset_lengths) if language == show.language else ()
    shown = in_slide(written.lines, slide, time.transition_ms, asset_lengths)
    last = time.length_ms
    return tuple(Caption(c.start_ms, min(c.end_ms, last), c.text) for c in shown if c.start_ms < last)


def computed(slide: Slide, time: SlideTime, pace: Pace, asset_lengths: Mapping[str, int]) -> tuple[Caption, ...]:
    """Return the captions of a slide's script in slide time; none without one."""
    words = _timed(slide, time, pace, asset_lengths)
    if not words:
        return ()
    pieces = [words[first:end] for first, end in pairwise(_divided(words))]
    starts = [min(piece[0].start_ms, max(0, time.length_ms - 1)) for piece in pieces]
    ends = [*starts[1:], time.length_ms]
    made = []
    for piece, start, most in zip(pieces, starts, ends, strict=True):
        text = _lines(" ".join(word.text for word in piece))
        needed = max(LEAST_MS, len(text) * 1000 // MOST_CPS)
        end = min(most, start + MOST_MS, max(piece[-1].end_ms, start + needed))
        if most - end < _JOINED_MS:
            end = min(most, start + MOST_MS)
        if end > start:
            made.append(Caption(start, end, text))
    return tuple(made)


def languages_of(show: Show) -> tuple[str, ...]:
    """Return the languages in which a show has captions, its own first."""
    others = {language for slide in show.slides for language in slide.captions} - {show.language}
    return (show.language, *sorted(others))


def show_captions(show: Show, times: Sequence[SlideTime], language: str = "") -> tuple[Caption, ...]:
    """Return the captions of a whole show, in show time; ``times`` are its slides' (``score.compile``)."""
    lengths = asset_lengths(show)
    found: list[Caption] = []
    at = 0
    for slide, time in zip(show.slides, times, strict=True):
        if time.length_ms:
            own = captions_of(slide, time, show, lengths, language)
            found += [Caption(at + c.start_ms, at + c.end_ms, c.text) for c in own]
        at += time.length_ms
    return tuple(found)


def _timed(slide: Slide, time: SlideTime, pace: Pace, asset_lengths: Mapping[str, int]) -> list[_Word]:
    """Return the words of a script with the signs around them, and when they are said; struck ones are not."""
    own = tokens(slide.script)
    if not own:
        return []
    voiced = _by_voice(slide, time, asset_lengths)
    instants = voiced if voiced is not None else _by_clock(slide, time, pace, own)
    ends = [*(word.start for word in own[1:]), len(slide.script)]
    before = MARK.sub("", slide.script[: own[0].start])  # signs that stand before a word
    found = []
    for token, end, instant in zip(own, ends, instants, strict=True):
        behind = MARK.sub("", slide.script[token.end : end])
        own_signs, _, next_signs = behind.rpartition(" ") if end < len(slide.script) else (behind, "", "")
        text = " ".join(f"{before}{slide.script[token.start : token.end]}{own_signs}".split())
        before = next_signs
        if instant is not None:
            found.append(_Word(text, *instant, _cost_after(text, behind)))
    return found


def _cost_after(text: str, behind: str) -> float:
    if re.search(r"[.!?…]", behind):
        return _SENTENCE
    if re.search(r"[,;:–—)]", behind):
        return _CLAUSE
    return _TIED if text.lower() in _TYING else _ANYWHERE


def _by_voice(slide: Slide, time: SlideTime, asset_lengths: Mapping[str, int]) -> list[tuple[int, int] | None] | None:
    """Return when each word is heard in slide time, None where it is not; None without a voice that was heard."""
    voice = slide.narration
    if voice is None or not voice.said:
        return None
    kept = stretches_of(voice, asset_lengths)
    lead = narration_lead(voice, time.transition_ms)
    found: list[tuple[int, int] | None] = []
    for one in told(slide.script, voice.said):
        heard = one is not None and is_heard(kept, one.start_ms, one.end_ms)
        found.append(
            (lead + heard_at(kept, one.start_ms), lead + heard_at(kept, one.end_ms)) if one and heard else None
        )
    return found


def _by_clock(slide: Slide, time: SlideTime, pace: Pace, own: tuple[Token, ...]) -> list[tuple[int, int] | None]:
    """Return when words are said if each passage is said evenly from its cue on."""
    cues = len(time.groups) - 1
    before = marks_before(slide.script, own)
    nexts = [before.get(cue) for cue in range(1, cues + 1)]
    firsts = [0, *_where_missing(nexts, len(own)), len(own)]
    found: list[tuple[int, int] | None] = []
    said = passages(slide.script, cues)
    for number, group in enumerate(time.groups):
        first, last = firsts[number], firsts[number + 1]
        until = time.groups[number + 1].start_ms if number < cues else time.length_ms
        lasts = min(max(1, until - group.start_ms), max(1, said_in(said[number], pace)))
        weights = [len(word.said) + sum(map(len, word.said)) for word in own[first:last]]
        whole, passed = max(1, sum(weights)), 0
        for weight in weights:
            start = group.start_ms + lasts * passed // whole
            passed += weight
            found.append((start, group.start_ms + lasts * passed // whole))
    return [*found, *([None] * (len(own) - len(found)))]


def _where_missing(places: Sequence[int | None], end: int) -> list[int]:
    """Return where the words of each cue begin, in order: one without a mark stands with the next that has one."""
    found = []
    later = end
    for place in reversed(places):
        later = later if place is None else place
        found.append(later)
    return list(accumulate(reversed(found), max))


def _divided(words: Sequence[_Word]) -> list[int]:
    """Return the places where captions end, from 0 to the number of words."""
    reached = [0, *accumulate(len(word.text) + 1 for word in words)]  # characters, with the space behind each word
    pauses = [0, *accumulate(b.start_ms - a.end_ms > _PAUSE_MS for a, b in pairwise(words)), 0]
    sentences = [0, *accumulate(word.ends == _SENTENCE for word in words)]
    best = [0.0] + [inf] * len(words)
    came = [0] * (len(words) + 1)
    for end in range(1, len(words) + 1):
        ends = 1.0 + (0.0 if end == len(words) else words[end - 1].ends)
        for first in range(end - 1, -1, -1):
            one = end - first == 1
            if not one and reached[end] - reached[first] - 1 > LINES * LINE + 1:
                break
            cost = best[first] + ends + (0.0 if one else _PAUSED * (pauses[end - 1] - pauses[first]))
            cost += _RUN_ON * (sentences[end - 1] - sentences[first])
            if not _fits(reached, first, end):
                cost += _TOO_LONG if not one else 0.0
            lasts = words[end - 1].end_ms - words[first].start_ms
            cost += (_TOO_LONG if not one and lasts > MOST_MS else 0.0) + (_HURRIED if lasts < LEAST_MS else 0.0)
            if cost < best[end]:
                best[end], came[end] = cost, first
    places = [len(words)]
    while places[-1]:
        places.append(came[places[-1]])
    return places[::-1]


def _fits(reached: Sequence[int], first: int, end: int) -> bool:
    """Tell whether words fit into two lines; ``reached``: how many characters the first 0, 1, … words take."""
    if reached[end] - reached[first] - 1 <= LINE:
        return True
    turn = bisect_right(reached, reached[first] + LINE + 1) - 1
    return first < turn < end and reached[end] - reached[turn] - 1 <= LINE


def _lines(text: str) -> str:
    """Return a text in one line, or in two of about one length that break where it reads best; more where it must."""
    if len(text) <= LINE:
        return text
    words = text.split(" ")
    best, chosen = float("inf"), 0
    for at in range(1, len(words)):
        one, other = " ".join(words[:at]), " ".join(words[at:])
        if len(one) > LINE or len(other) > LINE:
            continue
        tied = words[at - 1].lower() in _TYING
        cost = abs(len(one) - len(other)) / 10 + (4 if tied else 0) - (3 if one[-1] in ",;:.!?" else 0)
        if cost < best:
            best, chosen = cost, at
    if chosen:
        return f"{' '.join(words[:chosen])}\n{' '.join(words[chosen:])}"
    return _filled(words)


def _filled(words: Sequence[str]) -> str:
    lines = [""]
    for word in words:
        if lines[-1] and len(lines[-1]) + 1 + len(word) > LINE:
            lines.append("")
        lines[-1] = f"{lines[-1]} {word}".strip()
    return "\n".join(lines)
