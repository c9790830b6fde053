"""Words put in time by pauses, and where somebody speaks."""

from itertools import pairwise
from unittest import TestCase

import numpy as np

from ritornel.core.sound.activity import levels, quietest, speech_spans
from ritornel.core.voice.fitting import fitted
from ritornel.core.voice.spoken import marks_before, tokens

RATE = 16_000


def voice(*pieces: tuple[float, float]) -> np.ndarray:
    """Pieces of a voice-like hum and of silence: (seconds, level)."""
    chance = np.random.default_rng(3)
    made = []
    for seconds, level in pieces:
        t = np.arange(int(seconds * RATE)) / RATE
        made.append(
            level * (np.sin(2 * np.pi * 140 * t) + 0.4 * np.sin(2 * np.pi * 700 * t))
            + 0.0005 * chance.standard_normal(len(t))
        )
    return np.concatenate(made).astype(np.float32)


class Activity(TestCase):
    def test_speech_is_found_to_30_ms_over_the_noise_of_a_room_and_clicks_are_none(self):
        for room in (0.0, 0.004, 0.01):
            samples = voice((0.5, 0), (1.0, 0.2), (0.4, 0), (0.03, 0.3), (0.6, 0), (2.0, 0.1), (0.3, 0))
            samples += room * np.random.default_rng(1).standard_normal(len(samples)).astype(np.float32)
            spans = speech_spans(levels(samples, RATE))
            self.assertEqual(len(spans), 2, room)
            for found, true in zip(np.ravel(spans), (500, 1500, 2530, 4530), strict=True):
                self.assertAlmostEqual(found, true, delta=40)

    def test_nothing_is_said_in_silence(self):
        self.assertEqual(speech_spans(levels(np.zeros(RATE, np.float32), RATE)), ())
        self.assertEqual(speech_spans(levels(np.zeros(3, np.float32), RATE)), ())

    def test_the_quietest_instant_between_words_is_not_the_middle(self):
        samples = voice((1.0, 0.2), (0.4, 0.02), (0.1, 0), (0.1, 0.02), (0.5, 0.2), (0.5, 0.2))
        found = quietest(levels(samples, RATE), [(0, 1000), (1600, 2100), (2100, 2600)])
        self.assertEqual(len(found), 2)
        self.assertAlmostEqual(found[0], 1450, delta=20)
        self.assertAlmostEqual(found[1], 2100, delta=25, msg="two words that run into each other are cut between them")
        self.assertEqual(quietest(np.zeros(0), [(0, 10), (20, 30)]), ())


class Fitting(TestCase):
    SCRIPT = (
        "Four tons of glass. [1] There are none. [2] All of it floats, in a trough of mercury no deeper than your hand."
    )

    def test_sentences_and_cues_meet_the_pauses(self):
        words = tokens(self.SCRIPT)
        spans = ((300, 1500), (1900, 2700), (3100, 4200), (4500, 7400))
        heard = fitted(self.SCRIPT, words, spans, sorted(marks_before(self.SCRIPT, words).values()))
        starts = {self.SCRIPT[w.start : w.end]: h.start_ms for w, h in zip(words, heard, strict=True)}
        self.assertEqual([starts[w] for w in ("Four", "There", "All", "in")], [300, 1900, 3100, 4500])
        self.assertEqual([h.end_ms for h in heard][-1], 7400)
        for one, next_ in pairwise(heard):
            self.assertLessEqual(one.end_ms, next_.start_ms)

    def test_a_noise_between_takes_no_words_and_a_pause_within_a_sentence_moves_no_cue(self):
        words = tokens(self.SCRIPT)
        spans = ((300, 900), (1000, 1500), (1600, 1650), (1900, 2700), (3100, 7400))
        heard = fitted(self.SCRIPT, words, spans, [4, 7])
        self.assertEqual([heard[n].start_ms for n in (4, 7)], [1900, 3100])

    def test_without_speech_nothing_is_placed(self):
        heard = fitted(self.SCRIPT, tokens(self.SCRIPT), ())
        self.assertEqual({(h.start_ms, h.sure) for h in heard}, {(0, 0)})
        self.assertEqual(fitted("", (), ((0, 100),)), ())
