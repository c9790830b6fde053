"""Sounds put in the place of others: no length that was not said, no click at a joint, about as loud."""

from unittest import TestCase

import numpy as np

from ritornel.core.sound.joining import as_loud, put_in, speech_level

RATE = 48_000


def hum(seconds: float, level: float, hertz: float = 220.0) -> np.ndarray:
    at = np.arange(round(seconds * RATE)) / RATE
    return (np.sin(at * 2 * np.pi * hertz) * level).astype(np.float32)


def phrase(level: float) -> np.ndarray:
    """Two sounds in a quiet room."""
    room = np.random.default_rng(3).standard_normal(RATE * 3).astype(np.float32) * level * 1e-3
    room[RATE // 2 : RATE] += hum(0.5, level)
    room[2 * RATE : RATE * 5 // 2] += hum(0.5, level)
    return room


class PutIn(TestCase):
    def test_the_length_is_that_of_what_is_there(self):
        made = put_in(hum(2, 0.3), hum(0.7, 0.3), RATE // 2, RATE, RATE)
        self.assertEqual(len(made), RATE * 2 - RATE // 2 + round(0.7 * RATE))

    def test_both_joints_go_over_without_a_click(self):
        old, new = hum(2, 0.4), -hum(0.5, 0.4)  # against each other: cut hard they would jump
        made = put_in(old, new, RATE // 2 + 40, RATE + 90, RATE)
        steepest = float(np.max(np.abs(np.diff(old))))
        self.assertLess(float(np.max(np.abs(np.diff(made)))), 3 * steepest)
        hard = np.concatenate((old[: RATE // 2 + 40], new, old[RATE + 90 :]))
        self.assertGreater(float(np.max(np.abs(np.diff(hard)))), 3 * steepest)

    def test_it_may_be_put_at_either_end(self):
        old, new = hum(1, 0.4), hum(0.5, 0.2)
        self.assertEqual(len(put_in(old, new, 0, 1000, RATE)), len(old) - 1000 + len(new))
        ends = put_in(old, new, len(old) - 10, len(old), RATE)
        np.testing.assert_array_equal(ends[-100:], new[-100:])
        np.testing.assert_array_equal(ends[: len(old) - 10], old[:-10])


class AsLoud(TestCase):
    def test_speech_becomes_as_loud_as_the_other_and_the_room_does_not_count(self):
        quiet, loud = phrase(0.1), phrase(0.25)
        self.assertAlmostEqual(speech_level(as_loud(quiet, loud, RATE), RATE), speech_level(loud, RATE), delta=0.3)

    def test_never_by_more_than_nine_decibels_nor_over_full_scale(self):
        quiet = phrase(0.01)
        self.assertAlmostEqual(
            speech_level(as_loud(quiet, phrase(0.5), RATE), RATE) - speech_level(quiet, RATE), 9, delta=0.1
        )
        spiked = phrase(0.2)
        spiked[RATE] = 0.9
        self.assertLessEqual(float(np.max(np.abs(as_loud(spiked, phrase(0.6), RATE)))), 0.97 + 1e-6)

    def test_silence_stays_as_it_is(self):
        still = np.zeros(RATE, np.float32)
        self.assertIs(as_loud(still, phrase(0.2), RATE), still)
        self.assertIsNone(speech_level(still, RATE))
