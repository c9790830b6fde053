"""One recording shared out among slides."""

from unittest import TestCase

from ritornel.core.voice.heard import Heard, HeardWord
from ritornel.core.voice.sharing import joined, shared_out
from ritornel.core.voice.spoken import tokens

SCRIPTS = ["Four tons. [1] None.", "", "All floats."]


def heard(**more) -> Heard:
    times = ((500, 700), (700, 1100), (1400, 1800), (2600, 2900), (2900, 3300))
    words = tuple(HeardWord(start, end, 95) for start, end in times)
    return Heard(words=words, way="words", follows=True, length_ms=3500, **more)


class Shared(TestCase):
    def test_it_is_cut_in_the_middle_of_the_pauses_and_each_slide_has_its_own_words(self):
        self.assertEqual(len(tokens(joined(SCRIPTS))), 5)
        first, none, last = shared_out("voice", SCRIPTS, heard(beside=((1900, 2100), (3400, 3450))))
        self.assertEqual((first.in_ms, first.out_ms, last.in_ms, last.out_ms), (150, 2200, 2200, 3500))
        self.assertEqual([w.text for w in first.said], ["Four", "tons", "None"])
        self.assertEqual([(w.text, w.start_ms) for w in last.said], [("All", 2600), ("floats", 2900)])
        self.assertEqual((first.beside, last.beside), (((1900, 2100),), ((3400, 3450),)))
        self.assertEqual((none.out_ms, none.said), (None, ()))

    def test_the_cut_is_at_the_quietest_instant_between_them_where_that_is_known(self):
        first, _, last = shared_out("voice", SCRIPTS, heard(quiet=(1250, 1830, 2450, 2900)))
        self.assertEqual((first.out_ms, last.in_ms), (2450, 2450))
        self.assertEqual((first.quiet, last.quiet), ((1250, 1830, 2450), (2450, 2900)))

    def test_what_does_not_say_the_scripts_is_cut_by_its_pauses(self):
        made = shared_out("voice", SCRIPTS, Heard(words=heard().words, way="words", follows=False, length_ms=3500))
        self.assertEqual({v.heard for v in made if v.said}, {"pauses"})
