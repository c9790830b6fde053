"""How loud sounds are, against the standard's own examples and another implementation; and the limiter."""

from unittest import TestCase

import numpy as np
import pyloudnorm
from hypothesis import given
from hypothesis import strategies as st

from ritornel.core.model.asset import SoundFacts
from ritornel.core.sound import RATE
from ritornel.core.sound.levels import level_of
from ritornel.core.sound.limiting import CEILING_DBTP, LOOK_AHEAD, STEP, Limiter
from ritornel.core.sound.loudness import Loudness, Meter, between
from tests.examples import examples


def noise(seconds: float, seed: int = 1) -> np.ndarray:
    return np.random.default_rng(seed).standard_normal((2, int(seconds * RATE))).astype(np.float32) * 0.1


def sine(hz: float, seconds: float, level_db: float = 0.0, phase: float = 0.0) -> np.ndarray:
    t = np.arange(int(seconds * RATE)) / RATE
    return (10 ** (level_db / 20) * np.sin(2 * np.pi * hz * t + phase)).astype(np.float32)


def measured(samples: np.ndarray, block: int = 7_777) -> Loudness:
    meter = Meter()
    for at in range(0, samples.shape[1], block):
        meter.feed(samples[:, at : at + block])
    return meter.result()


class Loud(TestCase):
    def test_a_full_sine_on_one_side_is_3_lufs_under_full_scale_as_the_standard_says(self):
        self.assertAlmostEqual(measured(np.stack([sine(997, 3), sine(997, 3) * 0])).integrated, -3.01, delta=0.05)

    def test_it_is_what_another_implementation_finds(self):
        for samples in (noise(6), noise(8) * np.linspace(0.01, 1, 8 * RATE), np.stack([sine(200, 4, -20)] * 2)):
            theirs = pyloudnorm.Meter(RATE).integrated_loudness(samples.T.astype(np.float64))
            self.assertAlmostEqual(measured(samples.astype(np.float32)).integrated, theirs, delta=0.1)

    def test_silence_has_no_loudness_and_does_not_count_between_sounds(self):
        self.assertEqual(measured(np.zeros((2, RATE), np.float32)), Loudness(None, None, -120.0))
        apart = np.concatenate((noise(3), np.zeros((2, 9 * RATE), np.float32), noise(3)), axis=1)
        self.assertAlmostEqual(measured(apart).integrated, measured(noise(6)).integrated, delta=0.3)

    def test_a_short_sound_is_as_loud_as_if_it_went_on(self):
        self.assertAlmostEqual(measured(noise(0.2)).integrated, measured(noise(6)).integrated, delta=0.8)

    def test_the_range_is_how_far_apart_soft_and_loud_are(self):
        steps = np.concatenate((noise(20), noise(20) * 0.1), axis=1)
        self.assertAlmostEqual(measured(steps).range, 20, delta=0.5)
        self.assertLess(measured(noise(20)).range, 0.5)

    def test_peaks_between_samples_are_found(self):
        between_them = sine(RATE / 4, 1, phase=np.pi / 4)
        self.assertAlmostEqual(float(np.abs(between_them).max()), 0.707, delta=0.001)
        self.assertAlmostEqual(measured(np.stack([between_them] * 2)).true_peak, 0.0, delta=0.3)

    def test_over_time_it_is_that_of_the_seconds_around(self):
        meter = Meter()
        meter.feed(np.concatenate((noise(10), noise(10) * 0.1), axis=1))
        levels = meter.short_term()
        self.assertEqual(len(levels), 200)
        self.assertAlmostEqual(levels[50] - levels[150], 20, delta=0.3)


class Levels(TestCase):
    def test_each_kind_comes_to_its_loudness(self):
        facts = SoundFacts(loudness=-20.0, peak=-8.0)
        self.assertEqual(
            [level_of(kind, facts) for kind in ("speech", "bed", "alone", "other")], [4.0, -8.0, 4.0, -2.0]
        )

    def test_never_more_than_20_db_nor_over_the_ceiling_and_nothing_that_is_not_known(self):
        self.assertEqual(level_of("speech", SoundFacts(loudness=-50.0, peak=-40.0)), 20.0)
        self.assertEqual(level_of("speech", SoundFacts(loudness=-20.0, peak=-2.0)), 1.0)
        self.assertEqual((level_of("bed", None), level_of("bed", SoundFacts())), (0.0, 0.0))


def limited(samples: np.ndarray, block: int = 20 * STEP) -> tuple[np.ndarray, Limiter]:
    limiter = Limiter()
    parts = [limiter.feed(samples[:, at : at + block]) for at in range(0, samples.shape[1], block)]
    return np.concatenate([*parts, limiter.last()], axis=1), limiter


class Limited(TestCase):
    def test_what_does_not_reach_the_ceiling_stays_as_it_is(self):
        samples = np.stack([sine(440, 0.5, -3.0)] * 2)
        found, limiter = limited(samples)
        np.testing.assert_array_equal(found, samples)
        self.assertEqual(set(limiter.work), {1.0})

    @given(st.integers(0, 1000), st.floats(-6, 18), st.sampled_from([STEP, 7 * STEP, 500 * STEP]))
    @examples(20)
    def test_no_peak_goes_over_it_and_nothing_is_lost(self, seed, gain_db, block):
        chance = np.random.default_rng(seed)
        shape = np.repeat(chance.random(50) ** 3, RATE // 100)
        samples = (noise(0.5, seed) * 3 * shape * 10 ** (gain_db / 20)).astype(np.float32)
        samples = samples[:, : samples.shape[1] - int(chance.integers(0, STEP))]
        found, limiter = limited(samples, block)
        self.assertEqual(found.shape, samples.shape)
        peak = 20 * np.log10(between(np.pad(found, ((0, 0), (12, 12)))).max())
        self.assertLess(peak, CEILING_DBTP + 0.1)
        self.assertLessEqual(max(limiter.work), 1.0)

    def test_it_comes_down_before_a_peak_and_goes_up_by_itself(self):
        samples = np.full((2, RATE // 2), 0.1, np.float32)
        samples[:, RATE // 4] = 1.8
        _, limiter = limited(samples)
        work = np.array(limiter.work)
        self.assertTrue((work[: 250 - LOOK_AHEAD] == 1.0).all())
        self.assertAlmostEqual(work[250], 10 ** (CEILING_DBTP / 20) / 1.8, delta=0.03)
        self.assertTrue((np.diff(work[252:]) >= 0).all())
        self.assertAlmostEqual(1 - work[332], (1 - work[252]) / np.e, delta=0.02)

    def test_in_blocks_of_any_length_it_is_the_same(self):
        samples = noise(0.3) * 8
        np.testing.assert_allclose(limited(samples, 3 * STEP)[0], limited(samples, 100 * STEP)[0], atol=1e-6)
