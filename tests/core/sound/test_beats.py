"""Beats and bars of made music, and what is speech."""

from unittest import TestCase

import numpy as np

from ritornel.core.sound import RATE
from ritornel.core.sound.beats import Beats, Flux, beats_in
from ritornel.core.sound.listening import Ear
from tests.music import beat_times, music
from tests.speech import made_voice


def found(samples: np.ndarray) -> Beats:
    flux = Flux()
    for at in range(0, len(samples), 100_000):
        flux.feed(samples[at : at + 100_000])
    return beats_in(flux.levels())


class Beaten(TestCase):
    def hit(self, times: list[float], beats: Beats) -> tuple[float, float]:
        """Return the share of true beats that were found within 50 ms, and of found ones that are none."""
        there, true = np.array(beats.times) / 1000, np.array(times)
        near = np.abs(true[1:-1, None] - there).min(axis=1)
        return float((near < 0.05).mean()), float((np.abs(there[:, None] - true).min(axis=1) > 0.05).mean())

    def test_of_beats_from_60_to_180_a_minute_with_and_without_drums_95_in_100_are_within_50_ms(self):
        found_of = []
        for number, tempo in enumerate((60, 84, 113, 144, 180)):
            times = beat_times(tempo, 24)
            found_of.append(self.hit(times, found(music(times, drums=number % 2 == 0, seed=number))))
        right, wrong = np.array(found_of).T
        self.assertGreaterEqual(right.mean(), 0.95)
        self.assertGreaterEqual(right.min(), 0.85, right.tolist())
        self.assertLess(wrong.mean(), 0.1)

    def test_rubato_is_followed(self):
        for tempo, rubato in ((80, 0.06), (120, 0.04)):
            times = beat_times(tempo, 40, rubato)
            self.assertGreaterEqual(self.hit(times, found(music(times)))[0], 0.95, tempo)

    def test_bars_of_four_and_of_three_open_where_the_chord_changes(self):
        for bar, tempo in ((4, 100), (3, 96)):
            times = beat_times(tempo, 40)
            beats = found(music(times, bar))
            opens = np.array(beats.times[beats.first :: beats.bar]) / 1000
            self.assertEqual(beats.bar, bar, tempo)
            self.assertGreater((np.abs(opens[:, None] - np.array(times[::bar])).min(axis=1) < 0.1).mean(), 0.9)

    def test_what_has_no_pulse_has_no_beats(self):
        chance = np.random.default_rng(3)
        for samples in (np.zeros(RATE * 6), chance.standard_normal(RATE * 20) * 0.1, music([0.5, 1.0])[: RATE * 2]):
            self.assertEqual(found(samples.astype(np.float32)).times, ())


class Heard(TestCase):
    def ear(self, samples: np.ndarray) -> Ear:
        ear = Ear()
        ear.feed(np.stack([samples, samples]).astype(np.float32))
        return ear

    def test_voices_are_speech_and_music_is_none(self):
        for voice in ("en-us", "en-gb-x-rp", "en-us+f3", "en-us+m7"):
            said = made_voice("Every road in this town has a name, and most of them are wrong. Nobody minds.", voice)
            samples = np.frombuffer(said.content[44:], "<i2").astype(np.float32) / 32768
            at = np.arange(len(samples) * RATE // 22_050) * 22_050 / RATE
            facts = self.ear(np.interp(at, np.arange(len(samples)), samples)).facts()
            self.assertTrue(facts.speaks, voice)
            self.assertEqual(facts.beats, ())
            self.assertGreaterEqual(len(facts.speech), 2)
        for seed, drums in ((1, True), (2, False), (3, True)):
            facts = self.ear(music(beat_times(100, 20), drums=drums, seed=seed)).facts()
            self.assertFalse(facts.speaks, seed)
            self.assertGreater(len(facts.beats), 20)

    def test_drums_alone_are_no_speech(self):
        chance = np.random.default_rng(1)
        for tempo in (60, 90, 120, 170):
            within = np.arange(RATE * 20) / RATE % (60 / tempo)
            struck = np.exp(-within / 0.06) * chance.standard_normal(len(within))
            facts = self.ear((0.2 * struck).astype(np.float32)).facts()
            self.assertFalse(facts.speaks, tempo)
            self.assertGreater(len(facts.beats), 15, tempo)

    def test_silence_has_nothing(self):
        facts = self.ear(np.zeros(RATE)).facts()
        self.assertEqual((facts.loudness, facts.speech, facts.beats, facts.speaks), (None, (), (), False))
