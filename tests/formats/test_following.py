"""Which word was said last, from the last seconds of a voice."""

import io
import wave
from unittest import TestCase

import numpy as np

from ritornel.core.voice.spoken import tokens
from ritornel.formats.following import SECONDS, said_last
from tests.speech import made_voice

SCRIPT = (
    "Where does the light go? [1] Without a lens, everywhere: up to the gulls, down to the rocks. A sheet of glass "
    "would not help it. A ring of glass does. Nine rings of prisms bend every ray toward the sea, in 1861."
)


class Following(TestCase):
    def test_it_goes_along_with_who_speaks_within_a_word_or_two(self):
        made, words = made_voice(SCRIPT), tokens(SCRIPT)
        with wave.open(io.BytesIO(made.content)) as file:
            rate, samples = file.getframerate(), np.frombuffer(file.readframes(10**8), "<i2").astype(np.float32) / 32768
        moved = {place: start for start, place in zip(made.starts.values(), range(len(words)), strict=False)}
        last, off = 0, []
        for until in range(2000, made.length_ms, 1500):
            stretch = samples[max(0, until - round(SECONDS * 1000)) * rate // 1000 : until * rate // 1000]
            found = said_last(stretch, rate, words, last)
            self.assertIsNotNone(found)
            last = found
            off.append(abs(found - max(n for n, start in moved.items() if start <= until)))
        self.assertLessEqual(max(off), 2, off)
        self.assertGreater(last, len(words) - 5)

    def test_what_is_no_speech_is_nowhere(self):
        noise = np.random.default_rng(4).standard_normal(64_000).astype(np.float32) * 0.01
        self.assertIsNone(said_last(np.zeros(0, np.float32), 16_000, tokens(SCRIPT), 0))
        self.assertIsNone(said_last(noise, 16_000, (), 0))
