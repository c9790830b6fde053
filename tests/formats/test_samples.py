"""Sounds as samples: from an instant on, on two sides, at another pace."""

from pathlib import Path
from tempfile import TemporaryDirectory
from unittest import TestCase

import numpy as np

from ritornel.core.sound import RATE
from ritornel.formats.opus import write_opus
from ritornel.formats.samples import paced_blocks, stereo_blocks
from tests.files import wave_of


def tone(hz: float, seconds: float) -> np.ndarray:
    return 0.3 * np.sin(2 * np.pi * hz * np.arange(int(seconds * RATE)) / RATE)


class Samples(TestCase):
    def setUp(self):
        self.folder = Path(self.enterContext(TemporaryDirectory()))
        self.path = self.folder / "tone.wav"

    def test_a_mono_sound_is_as_loud_on_both_sides_as_it_is(self):
        self.path.write_bytes(wave_of(tone(440, 1)))
        found = np.concatenate(list(stereo_blocks(self.path)), axis=1)
        self.assertEqual(found.shape, (2, RATE))
        np.testing.assert_allclose(found[0], tone(440, 1), atol=1e-4)
        np.testing.assert_array_equal(found[0], found[1])

    def test_from_an_instant_on_it_is_the_same_to_the_sample_also_where_it_is_packed(self):
        chance = np.random.default_rng(1)
        sound = np.repeat(chance.standard_normal(300), RATE // 100) * 0.1
        self.path.write_bytes(wave_of(sound))
        packed = self.folder / "sound.ogg"
        write_opus(sound, packed, 96_000)
        for path in (self.path, packed):
            whole = np.concatenate(list(stereo_blocks(path)), axis=1)
            for start in (0.1, 0.5, 1.237, 2.5):
                part = np.concatenate(list(stereo_blocks(path, start)), axis=1)
                first = round(start * RATE)
                np.testing.assert_allclose(
                    part, whole[:, first : first + part.shape[1]], atol=2e-3, err_msg=f"{path} {start}"
                )

    def test_at_another_pace_it_lasts_accordingly_and_keeps_its_pitch(self):
        self.path.write_bytes(wave_of(tone(440, 4)))
        for pace in (0.25, 0.5, 2.0):
            found = np.concatenate(list(paced_blocks(self.path, 0.0, pace)), axis=1)[0]
            self.assertAlmostEqual(len(found) / RATE, 4 / pace, delta=0.15)
            middle = found[len(found) // 4 : len(found) // 4 + RATE]
            pitch = np.argmax(np.abs(np.fft.rfft(middle * np.hanning(len(middle))))) * RATE / len(middle)
            self.assertAlmostEqual(pitch, 440, delta=3, msg=pace)
