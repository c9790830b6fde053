"""A hummed voice: stands in for a microphone where no voice is installed; one hum for each word."""

import re
from collections.abc import Iterator

import numpy as np

from ritornel.formats.speaking import Spoken, SpokenWord

RATE = 22_050
_WORD = re.compile(r"\S+")
_LETTERS_IN_A_WORD = 5.0
_BREATHS = {".": 2.0, "!": 2.0, "?": 2.0, ":": 1.4, ";": 1.4, ",": 1.0}
"""Pauses behind a word, as parts of how long a usual word lasts."""
_GAP_MS = 60.0
_LEAST_MS = 90.0
_LOUD = 0.25
_LOW_HZ, _HIGH_HZ = 110.0, 165.0
_SWELL_MS = 25.0


def hummed(text: str, words_a_minute: float) -> Spoken:
    """Return a text as a hum of so many usual words a minute (five letters each); the same text sounds the same."""
    usual = 60_000 / max(60.0, words_a_minute) - _GAP_MS
    pieces: list[np.ndarray] = []
    words: list[SpokenWord] = []
    reached = 0
    for word, length, pause in _lengths(text, usual):
        tone = _hum(length, word.group())
        rest = np.zeros(round(pause * RATE / 1000), np.float32)
        words.append(SpokenWord(*word.span(), _ms(reached), _ms(reached + len(tone))))
        pieces += [tone, rest]
        reached += len(tone) + len(rest)
    samples = np.concatenate(pieces) if pieces else np.zeros(0, np.float32)
    return Spoken(samples, RATE, tuple(words))


def _lengths(text: str, usual: float) -> Iterator[tuple[re.Match[str], float, float]]:
    """Yield words, how long each is hummed and how long nothing is heard after it, in ms."""
    for word in _WORD.finditer(text):
        said = sum(letter.isalnum() for letter in word.group())
        if said:
            pause = _GAP_MS + usual * _BREATHS.get(word.group()[-1], 0.0)
            yield word, max(_LEAST_MS, usual * said / _LETTERS_IN_A_WORD), pause


def _hum(length_ms: float, word: str) -> np.ndarray:
    """Return one hum: its pitch from the word's first letters, falling a little, with softer octaves above."""
    count = round(length_ms * RATE / 1000)
    time = np.arange(count, dtype=np.float32) / RATE
    pitch = _LOW_HZ + (sum(map(ord, word[:3])) % 12) / 11 * (_HIGH_HZ - _LOW_HZ)
    phase = 2 * np.pi * np.cumsum(pitch * (1 - 0.1 * time / max(1e-3, time[-1]))) / RATE
    tone = sum(np.sin(n * phase) / n**1.5 for n in (1, 2, 3, 4))
    swell = np.minimum(1.0, np.minimum(np.arange(count), np.arange(count)[::-1]) / (_SWELL_MS * RATE / 1000))
    return (_LOUD * tone * swell).astype(np.float32)


def _ms(sample: int) -> int:
    return round(sample * 1000 / RATE)
