"""Made voices for tests: a text spoken by the made voice, as a sound file, with the instants of its words."""

import re
from functools import cache
from typing import NamedTuple

import numpy as np

from ritornel.formats.speaking import spoken
from ritornel.jobs.apart import done_apart
from tests.files import wave_of


class MadeVoice(NamedTuple):
    """A sound file, and when each word of the text (by its first character) begins, in ms."""

    content: bytes
    starts: dict[int, int]
    length_ms: int


@cache
def made_voice(
    text: str, voice: str = "en-us", words_a_minute: int = 150, noise_db: float | None = None, quiet_ms: int = 0
) -> MadeVoice:
    """Speak a text, in a room that is so many dB quieter than the voice, with silence around.

    In a process of its own: what the made voice said before changes how it says the next.
    """
    said = done_apart(60, spoken, re.sub(r"\[\d+\] ?", "", text), voice, words_a_minute)
    samples = np.concatenate(
        [np.zeros(said.rate * quiet_ms // 1000), said.samples, np.zeros(said.rate * quiet_ms // 1000)]
    )
    if noise_db is not None:
        level = float(np.sqrt(np.mean(np.square(said.samples)))) * 10 ** (-noise_db / 20)
        samples = samples + np.random.default_rng(2).standard_normal(len(samples)) * level
    return MadeVoice(
        wave_of(samples, said.rate),
        {word.start: word.start_ms + quiet_ms for word in said.words},
        round(len(samples) / said.rate * 1000),
    )
