"""What is said, in the scripts that people write: quotes, stops inside sentences, scripts without spaces."""

from unittest import TestCase

from ritornel.core.model import Pace
from ritornel.core.time.script import Passage, has_words, passages, said_in, texts


def said(script: str) -> tuple[float, int, int]:
    """Words, sentence ends and clause ends of a script without cues."""
    (passage,) = passages(script, 0)
    return passage.words, passage.sentence_ends, passage.clause_ends


class Pieces(TestCase):
    def test_a_piece_with_a_letter_or_digit_is_a_word(self):
        self.assertEqual(said("glass — 3 & so"), (3, 0, 1))
        self.assertFalse(has_words("[1] — … !"))
        self.assertTrue(has_words("[1] é"))

    def test_the_end_is_looked_at_behind_quotes_and_brackets(self):
        for script in (
            "He said “stop.” Then",
            "It floats (truly!) Then",
            "„Licht.“ Then",
            "« Lux. » Then",
            'So "it turns." Then',
        ):
            self.assertEqual(said(script)[1], 1, script)
        self.assertEqual(said("(one), two,” three")[2], 2)

    def test_a_single_stop_before_a_lower_case_letter_ends_nothing(self):
        self.assertEqual(said("About 4 m. high, e.g. here."), (6, 1, 1))
        self.assertEqual(said("Stop. Éclair. 4 m. É"), (5, 3, 0))
        self.assertEqual(said("So ... then? yes! no… on"), (5, 4, 0))
        self.assertEqual(passages("One m. [1] high", 1)[0].sentence_ends, 0)
        self.assertEqual(said("One m. (high)")[1], 1)

    def test_the_last_stop_ends_a_sentence(self):
        self.assertEqual(said("It turns.")[1:], (1, 0))

    def test_other_languages_marks(self):
        self.assertEqual(said("यह दीप है।"), (3, 1, 0))
        self.assertEqual(said("هل يدور؟ نعم، يدور."), (4, 2, 1))

    def test_in_scripts_without_spaces_each_character_is_half_a_word(self):
        self.assertEqual(said("灯台は光る。"), (2.5, 1, 0))
        self.assertEqual(said("光，转！转；停："), (2, 1, 3))
        self.assertEqual(said("ประภาคาร"), (4, 0, 0))
        self.assertEqual(said("ກຂ ကခ កខ"), (3, 0, 0))
        self.assertEqual(said("灯台LED2個と2灯"), (4.5, 0, 0))

    def test_a_mark_divides_between_characters(self):
        self.assertEqual([p.words for p in passages("灯台[1]光る。", 1)], [1, 1])
        self.assertEqual(passages("灯台。[1]光る", 1), (Passage(2, 1, 0), Passage(2, 0, 0)))

    def test_wide_marks_count_wherever_they_stand(self):
        self.assertEqual(said("光る。「光る。」光る。")[1], 3)

    def test_a_passage_without_words_takes_no_time(self):
        self.assertEqual(said_in(passages("— … !", 0)[0], Pace()), 0)

    def test_of_marks_with_one_number_the_first_counts(self):
        self.assertEqual([p.words for p in passages("one [1] two [1] three", 1)], [1, 2])

    def test_texts_are_the_passages_words(self):
        self.assertEqual(texts("One [2] two [1] three [3] four", 3), ("One  two", "", "three", "four"))
        self.assertEqual(texts("", 2), ("", "", ""))
