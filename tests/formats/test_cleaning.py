"""Hum and hiss are lowered, the voice is not, and every word stays where it is."""

from pathlib import Path
from tempfile import TemporaryDirectory
from unittest import TestCase

import numpy as np

from ritornel.core.sound.activity import levels
from ritornel.core.sound.noise import lag_of, noise_of
from ritornel.formats.cleaning import Quiet, cleaned
from ritornel.formats.samples import mono
from tests.files import wave_of
from tests.speech import made_voice

RATE = 48_000
TEXT = "Four tons of glass. There are none. All of it floats in a trough of mercury."


class Cleaning(TestCase):
    def setUp(self):
        folder = TemporaryDirectory()
        self.addCleanup(folder.cleanup)
        self.path, self.target = Path(folder.name) / "voice.wav", Path(folder.name) / "made.ogg"
        self.path.write_bytes(made_voice(TEXT, quiet_ms=700).content)
        self.voice = mono(self.path, RATE)

    def test_a_room_becomes_quieter_by_twelve_decibels_and_the_voice_stays(self):
        at = np.arange(len(self.voice)) / RATE
        level = float(np.sqrt(np.mean(np.square(self.voice))))
        room = (
            np.random.default_rng(6).standard_normal(len(at)) * level * 0.05 + np.sin(2 * np.pi * 50 * at) * level * 0.1
        )
        self.path.write_bytes(wave_of(self.voice + room))
        cleaned(self.path, self.target)
        made = mono(self.target, RATE)[: len(at)]
        before, after = noise_of((self.voice + room).astype(np.float32), RATE), noise_of(made, RATE)
        self.assertEqual((before.hum, after.hum), ((50.0,), ()))
        self.assertLess(after.floor_db, before.floor_db - 12)
        loud = levels(self.voice, RATE) > -30
        change = levels(made, RATE)[: len(loud)][loud[: len(levels(made, RATE))]] - levels(self.voice, RATE)[loud]
        self.assertLess(abs(float(np.median(change))), 1.0)
        self.assertAlmostEqual(len(mono(self.target, RATE)), len(at), delta=RATE // 40)
        self.assertLessEqual(lag_of(self.voice, made, 2000), 48, "within a millisecond")

    def test_where_there_is_nothing_to_be_lowered_it_says_so(self):
        with self.assertRaises(Quiet):
            cleaned(self.path, self.target)
        self.assertFalse(self.target.exists())
