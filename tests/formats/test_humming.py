"""The hum that stands in for a voice: as long as its words, silent between them, the same each time."""

import unittest

import numpy as np

from ritornel.formats.humming import RATE, hummed

TEXT = "The lens floats, slowly. Nobody pushes it."


class Hummed(unittest.TestCase):
    def test_every_word_is_heard_and_nothing_between_them(self):
        made = hummed(TEXT, 150)
        self.assertEqual([TEXT[w.start : w.end] for w in made.words], TEXT.split())
        between = zip(made.words, made.words[1:], strict=False)
        for word, (one, other) in zip(made.words, [*between, (made.words[-1], None)], strict=True):
            said = made.samples[word.start_ms * RATE // 1000 + 200 : word.end_ms * RATE // 1000 - 200]
            self.assertGreater(float(np.sqrt(np.mean(said**2))), 0.1)
            if other is not None:
                silent = made.samples[one.end_ms * RATE // 1000 + 40 : other.start_ms * RATE // 1000 - 40]
                self.assertEqual(float(np.abs(silent).max()), 0.0)

    def test_it_keeps_the_pace_and_rests_longer_behind_a_sentence(self):
        usual = "lanes " * 60
        self.assertAlmostEqual(len(hummed(usual, 150).samples) / RATE, 60 / 150 * 60, delta=0.5)
        self.assertAlmostEqual(len(hummed(usual, 300).samples) / RATE, 60 / 300 * 60, delta=0.5)
        rests = [
            b.start_ms - a.end_ms for a, b in zip(hummed(TEXT, 150).words, hummed(TEXT, 150).words[1:], strict=False)
        ]
        self.assertGreater(rests[3], rests[2])
        self.assertGreater(rests[2], rests[0])

    def test_the_same_text_sounds_the_same_and_no_text_not_at_all(self):
        self.assertTrue(np.array_equal(hummed(TEXT, 150).samples, hummed(TEXT, 150).samples))
        self.assertEqual(len(hummed("... ", 150).samples), 0)
