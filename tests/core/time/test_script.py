from unittest import TestCase

from ritornel.core.model import Pace
from ritornel.core.time.rounding import divided, to_step
from ritornel.core.time.script import Passage, has_words, passages, said_in


class Passages(TestCase):
    def words(self, script: str, cues: int) -> list[int]:
        return [p.words for p in passages(script, cues)]

    def test_marks_divide_words(self):
        self.assertEqual(self.words("One two [1] three [2] four", 2), [2, 1, 1])

    def test_a_mark_inside_a_word_does_not_divide_it(self):
        self.assertEqual(self.words("light[1]house keeper", 1), [1, 1])

    def test_a_missing_mark_stands_before_the_next_that_exists(self):
        self.assertEqual(self.words("one [1] two [3] three", 3), [1, 1, 0, 1])
        self.assertEqual(self.words("one [1] two", 2), [1, 1, 0])

    def test_a_mark_out_of_order_stands_with_the_one_before(self):
        self.assertEqual(self.words("one [2] two [1] three", 2), [2, 0, 1])

    def test_marks_beyond_the_cues_divide_nothing(self):
        self.assertEqual(self.words("one [1] two [7] three", 1), [1, 2])

    def test_pauses_are_for_what_ends_a_word(self):
        self.assertEqual(passages("Why? Well, 3.5 tons: glass — so…", 0), (Passage(12, 2, 3),))

    def test_only_marks_are_no_words(self):
        self.assertFalse(has_words(" [1] [2] "))

    def test_said_in_rounds_half_up_and_adds_pauses(self):
        self.assertEqual(said_in(Passage(6, 1, 0), Pace()), 1286 + 350)
        self.assertEqual(said_in(Passage(2, 0, 0), Pace(wpm=32)), 1875)


class Rounding(TestCase):
    def test_half_goes_up(self):
        self.assertEqual([divided(n, 2) for n in (1, 2, 3)], [1, 1, 2])
        self.assertEqual(divided(1, 0.4), 3)

    def test_to_step(self):
        self.assertEqual([to_step(n, 100) for n in (49, 50, 149, 150)], [0, 100, 100, 200])
