"""What is heard in a voice besides the voice."""

from unittest import TestCase

import numpy as np

from ritornel.core.sound.noise import lag_of, noise_of

RATE = 16_000


def voice(seconds: int = 6) -> np.ndarray:
    """A second of sound, a second of pause, and so on."""
    at = np.arange(seconds * RATE) / RATE
    sound = sum(np.sin(2 * np.pi * f * at) for f in (220.0, 443.0, 1210.0)) * 0.1
    return np.where(at.astype(int) % 2 == 0, sound, 0).astype(np.float32)


def hum(*tones: float, level: float = 0.01) -> np.ndarray:
    at = np.arange(6 * RATE) / RATE
    return sum(np.sin(2 * np.pi * tone * at) for tone in tones).astype(np.float32) * np.float32(level)


def hiss(db: float) -> np.ndarray:
    return np.random.default_rng(5).standard_normal(6 * RATE).astype(np.float32) * np.float32(10 ** (db / 20))


class Noise(TestCase):
    def test_the_level_of_the_room_is_that_between_the_words(self):
        for db in (-60, -45, -34):
            self.assertAlmostEqual(noise_of(voice() + hiss(db), RATE).floor_db, db, delta=1.0)

    def test_the_mains_of_either_kind_are_found_with_the_overtones_that_there_are(self):
        for tones in ((50.0, 150.0), (60.0, 120.0, 180.0)):
            found = noise_of(voice() + hiss(-50) + hum(*tones), RATE)
            self.assertEqual(found.hum, tones)
            self.assertAlmostEqual(found.floor_db, -50, delta=1.0, msg="the hum is not the room")
            self.assertFalse(found.is_quiet)

    def test_a_quiet_room_has_neither(self):
        self.assertTrue(noise_of(voice() + hiss(-80), RATE).is_quiet)
        self.assertFalse(noise_of(voice() + hiss(-60), RATE).is_quiet)
        self.assertTrue(noise_of(np.zeros(100, np.float32), RATE).is_quiet)

    def test_a_sound_that_comes_later_is_found_to(self):
        late = np.concatenate((np.zeros(345, np.float32), voice()))
        self.assertEqual(lag_of(voice(), late, 2000), 345)
        self.assertEqual(lag_of(voice(), voice(), 2000), 0)
