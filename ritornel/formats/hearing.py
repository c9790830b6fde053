"""The words of a script found in a voice: by their sounds where there is an acoustic model, else by its pauses.

English is found by forced alignment with PocketSphinx and the model in its wheel: a Viterbi search over the sounds of
the script's words, 10 ms a step. What strangers send is decoded in a child process with bounds: call this there.
"""

import re
from collections.abc import Sequence
from pathlib import Path
from typing import Any, NamedTuple

import numpy as np
from msgspec.structs import replace
from numpy.typing import NDArray

from ritornel.core.sound.activity import Spans, levels, quietest, speech_spans
from ritornel.core.voice.fitting import fitted
from ritornel.core.voice.heard import SURE, Heard, HeardWord
from ritornel.core.voice.sounds import sounds_of
from ritornel.core.voice.spoken import Token, marks_before, tokens
from ritornel.formats.hearing_order import WIDEST, said_order, sentences_of
from ritornel.formats.samples import mono

RATE = 16_000
"""Hz of what is listened to."""
_STEP_MS = 10
_HISS_DB = -25.0
"""What is added to a voice, below its level: the model was made from rooms, and finds nothing in digital silence."""
_QUIET_MS = 200
_WIDER = {"beam": 1e-80, "pbeam": 1e-80, "wbeam": 1e-60}
_SHORT_MS = 90_000
"""Voices no longer than that are searched with wider beams."""
_SQUEEZED, _HURRIED, _STRETCHED = 3.6, 4.6, 28.0
"""Steps a sound: a word with fewer is not said, or hardly; one with more was laid over something else."""
_LEAST_SKIPPED = 2
_LEAST_BESIDE_MS = 250
_BESIDE_MS = 60
_ONE_MS = 600
_FOLLOWS = 0.65
"""A voice says its script if so much of the words is surely found, and so much of the speech is words."""


class _Found(NamedTuple):
    start_ms: int
    end_ms: int
    sounds: int


def heard_in(path: Path, script: str, language: str = "en") -> Heard:
    """Return the words of a script in the voice at ``path``. Raises ``FFmpegError`` if that does not decode."""
    samples = mono(path, RATE)
    level = levels(samples, RATE)
    heard = _heard_of(samples, script, language, speech_spans(level))
    words = [(w.start_ms, w.end_ms) for n, w in enumerate(heard.words) if not any(f <= n < e for f, e in heard.skipped)]
    return replace(heard, quiet=quietest(level, sorted((*words, *heard.beside, *heard.again))))


def _heard_of(samples: NDArray[np.float32], script: str, language: str, spans: Spans) -> Heard:
    length = round(len(samples) / RATE * 1000)
    words = tokens(script, language)
    pauses = sorted(marks_before(script, words).values())
    if words and spans and language.split("-")[0] == "en":
        heard = _heard(samples, words, spans, length)
        if heard is None or _faults(heard):
            heard = _in_its_order(samples, script, words, spans, length) or heard
        if heard is not None and heard.follows:
            return heard
    placed = fitted(script, words, spans, pauses)
    english = language.split("-")[0] == "en"
    return Heard(words=placed, way="pauses", follows=not english, length_ms=length, spoken=spans)


def _heard(samples: NDArray[np.float32], words: Sequence[Token], spans: Spans, length_ms: int) -> Heard | None:
    """Return what is heard of words that are said in their order; None where the search does not come through.

    A wider search finds more, but lays words over what is said beside them: of two the one with fewer faults counts.
    """
    content = as_heard(samples)
    tried: list[Heard] = []
    for beams in (_WIDER, {}) if length_ms <= _SHORT_MS else ({},):
        found = _search(content, words, beams)
        if found is not None:
            tried.append(_judged(found, spans, length_ms))
            if not _faults(tried[-1]):
                break
    return min(tried, key=_faults, default=None)


def _faults(heard: Heard) -> int:
    """Return how many words are not surely heard, and how many stretches say none."""
    return (
        sum(word.sure < SURE for word in heard.words) + len(heard.beside) + (0 if heard.follows else len(heard.words))
    )


def _in_its_order(
    samples: NDArray[np.float32], script: str, words: Sequence[Token], spans: Spans, length_ms: int
) -> Heard | None:
    """Return what is heard where sentences of the script are left out, or said twice; None where they are not.

    Of those that are said twice the last counts: it is what the speaker meant.
    """
    sentences = sentences_of(script, words)
    short = length_ms <= _SHORT_MS
    order = said_order(as_heard(samples), words, sentences, WIDEST if short else {}, with_words)
    if order is None or order == sentences:
        return None
    said = [number for first, end in order for number in range(first, end)]
    judged = _heard(samples, [words[n] for n in said], spans, length_ms)
    if judged is None:
        return None
    last = {number: place for place, number in enumerate(said)}
    again = _runs([place for place, number in enumerate(said) if last[number] != place])
    missing = _runs([number for number in range(len(words)) if number not in last])
    unsaid = HeardWord(0, 0, 0)
    placed = [judged.words[last[n]] if n in last else unsaid for n in range(len(words))]
    skipped = {said[n] for first, end in judged.skipped for n in range(first, end)} | {
        n for first, end in missing for n in range(first, end)
    }
    return replace(
        judged,
        words=tuple(placed),
        skipped=tuple(_runs(sorted(skipped))),
        again=tuple((judged.words[first].start_ms, judged.words[end - 1].end_ms) for first, end in again),
    )


def _runs(numbers: Sequence[int]) -> list[tuple[int, int]]:
    """Return rising numbers as runs (first, end) of those that follow each other."""
    runs: list[tuple[int, int]] = []
    for number in numbers:
        if runs and runs[-1][1] == number:
            runs[-1] = (runs[-1][0], number + 1)
        else:
            runs.append((number, number + 1))
    return runs


def as_heard(samples: NDArray[np.float32]) -> bytes:
    """Return samples as 16-bit numbers, as loud as the model knows voices, over a little hiss, with quiet around."""
    quiet = np.zeros(RATE * _QUIET_MS // 1000, np.float32)
    padded = np.concatenate((quiet, samples, quiet))
    level = (
        float(np.sqrt(np.mean(np.square(samples[np.abs(samples) > 1e-3])))) if np.any(np.abs(samples) > 1e-3) else 1.0
    )
    hiss = np.random.default_rng(1).standard_normal(len(padded)).astype(np.float32)
    voice = padded / level + hiss * 10 ** (_HISS_DB / 20)
    return np.clip(voice * 2500, -32768, 32767).astype("<i2").tobytes()


def with_words(decoder: Any, words: Sequence[str]) -> Any:
    """Return a decoder that knows how all of the words sound: those that its dictionary lacks by rules of letters."""
    for word in set(words):
        if decoder.lookup_word(word) is None:
            decoder.add_word(word, sounds_of(re.sub(r"[^a-z'-]", "", word) or "a", decoder.lookup_word), True)
    return decoder


def _search(content: bytes, words: Sequence[Token], beams: dict[str, float]) -> list[_Found] | None:
    from pocketsphinx import Decoder

    decoder = Decoder(lm=None, loglevel="FATAL", **beams)
    said = [word for token in words for word in token.said]
    with_words(decoder, said)
    decoder.set_align_text(" ".join(said))
    decoder.start_utt()
    decoder.process_raw(content, full_utt=True)
    decoder.end_utt()
    if decoder.hyp() is None:
        return None
    segments = [s for s in decoder.seg() if not s.word.startswith(("<", "["))]
    return _by_tokens(segments, words, decoder) if len(segments) == len(said) else None


def _by_tokens(segments: Sequence[Any], words: Sequence[Token], decoder: Any) -> list[_Found]:
    found, at = [], 0
    for token in words:
        own = segments[at : at + len(token.said)]
        at += len(token.said)
        start = own[0].start_frame * _STEP_MS - _QUIET_MS
        end = (own[-1].end_frame + 1) * _STEP_MS - _QUIET_MS
        sounds = sum(len((decoder.lookup_word(re.sub(r"\(\d+\)$", "", s.word)) or "AH").split()) for s in own)
        found.append(_Found(max(0, start), max(0, end), sounds))
    return found


def _in_speech(found: _Found, spans: Spans) -> _Found:
    """Return a word without the silence before and after it: a soft first sound is found there all too soon."""
    own = [(start, end) for start, end in spans if start < found.end_ms and end > found.start_ms]
    if not own:
        return found
    return found._replace(start_ms=max(found.start_ms, own[0][0]), end_ms=min(found.end_ms, own[-1][1]))


def _judged(aligned: Sequence[_Found], spans: Spans, length_ms: int) -> Heard:
    """Return what was found with how sure it is: a word that has hardly time is not said, nor is one in silence."""
    found = [_in_speech(one, spans) for one in aligned]
    paces = [(f.end_ms - f.start_ms) / _STEP_MS / f.sounds for f in found]
    sure = [_sure(pace, f, spans) for pace, f in zip(paces, found, strict=True)]
    skipped = _skipped(sure)
    out = {n for first, end in skipped for n in range(first, end)}
    said = [(f.start_ms, f.end_ms) for n, f in enumerate(found) if n not in out]
    beside = _beside(spans, said)
    spoken = sum(end - start for start, end in spans)
    unsaid = sum(end - start for start, end in beside)
    share = sum(s >= SURE for s in sure) / len(sure)
    follows = share >= _FOLLOWS and unsaid <= (1 - _FOLLOWS) * spoken
    heard = tuple(HeardWord(f.start_ms, min(length_ms, f.end_ms), s) for f, s in zip(found, sure, strict=True))
    return Heard(
        words=heard,
        way="words",
        follows=follows,
        length_ms=length_ms,
        spoken=spans,
        beside=beside,
        skipped=skipped,
    )


def _sure(pace: float, found: _Found, spans: Spans) -> int:
    if pace <= _SQUEEZED or not any(found.start_ms < end and found.end_ms > start for start, end in spans):
        return 10
    return 50 if pace <= _HURRIED or pace >= _STRETCHED else 95


def _skipped(sure: Sequence[int]) -> tuple[tuple[int, int], ...]:
    """Return runs of words none of which is surely said, and some of which surely are not: (first, end)."""
    runs: list[tuple[int, int]] = []
    first = None
    for number, one in enumerate([*sure, 100]):
        if one < SURE and first is None:
            first = number
        elif one >= SURE and first is not None:
            run = sure[first:number]
            if len(run) >= _LEAST_SKIPPED and min(run) <= 10:
                runs.append((first, number))
            first = None
    return tuple(runs)


def _beside(spans: Spans, said: Sequence[tuple[int, int]]) -> Spans:
    """Return the parts of speech that lie in no word, as one where only short pauses part them."""
    found: list[tuple[int, int]] = []
    for start, end in spans:
        at = start
        for word_start, word_end in said:
            if word_end <= at or word_start >= end:
                continue
            if word_start - at > _LEAST_BESIDE_MS:
                found.append((at, word_start))
            at = max(at, word_end)
        if end - at > _LEAST_BESIDE_MS:
            found.append((at, end))
    joined: list[tuple[int, int]] = []
    for start, end in found:
        apart = joined and start - joined[-1][1] < _ONE_MS
        if apart and not any(joined[-1][1] <= word < start for word, _ in said):
            joined[-1] = (joined[-1][0], end)
        else:
            joined.append((start, end))
    return tuple((start + _BESIDE_MS, end - _BESIDE_MS) for start, end in joined)
