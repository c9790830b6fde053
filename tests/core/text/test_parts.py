"""Words and letters of a paragraph: counted as people count them, standing where they are set, without a gap."""

from itertools import pairwise
from unittest import TestCase
from unittest.mock import patch

from ritornel.core.model import Part, Text
from ritornel.core.model.reading import convert
from ritornel.core.model.text import Paragraph, Run
from ritornel.core.text import parts
from ritornel.core.text.layout import set_text
from ritornel.core.text.parts import FAR, counted, has_part, part_places, spans_of
from ritornel.core.text.places import words
from tests.made import text


def made(*lines: str, **more) -> Text:
    return convert(text("t", *lines, width=400, size=40, **more), Text)


_CUT = parts._cut


class Counting(TestCase):
    def test_words_and_letters(self):
        self.assertEqual(spans_of("One  finger.", "word"), ((0, 3), (5, 12)))
        self.assertEqual(spans_of("a é\u0301 🏳️‍🌈", "character"), ((0, 1), (2, 4), (5, 9)))
        self.assertEqual([spans_of("", unit) for unit in ("word", "character")], [(), ()])

    def test_what_is_read_with_each_adds_up_to_the_whole(self):
        self.assertEqual(counted("One  finger. ", "word"), [5, 8])
        self.assertEqual(counted("a bc", "character"), [2, 1, 1])

    def test_what_is_there(self):
        words = made("One two", "three")
        there = [Part(1), Part(0, word=1), Part(1, character=4)]
        gone = [Part(2), Part(0, word=2), Part(1, character=5), Part(2, word=0)]
        self.assertEqual([has_part(words, p) for p in (*there, *gone)], [True] * 3 + [False] * 4)


class Places(TestCase):
    LINES = "Four tons of glass afloat in mercury", "עוד מילה and more"

    def test_bands_of_a_line_touch_and_reach_beyond_its_ends(self):
        thing = made(*self.LINES)
        for paragraph in (0, 1):
            for unit in ("word", "character"):
                places = part_places(thing, paragraph, unit)
                rows = {}
                for place in places:
                    for band in place.bands:
                        rows.setdefault(band.line, []).append((band.left, band.right))
                self.assertEqual(sorted(rows), list(range(len(set_text(thing)[paragraph].lines))))
                for row in rows.values():
                    row.sort()
                    self.assertEqual((row[0][0], row[-1][1]), (-FAR, FAR))
                    for (_, right), (left, _) in pairwise(row):
                        self.assertEqual(right, left)

    def test_a_word_stands_where_its_line_has_it(self):
        thing = made(*self.LINES)
        for paragraph, whole in enumerate(set_text(thing)):
            told = [(p.x, p.width) for line in whole.lines for p in words(line)]
            places = part_places(thing, paragraph, "word")
            for (x, width), place in zip(told, places, strict=True):
                self.assertAlmostEqual(place.x, x)
                self.assertAlmostEqual(place.width, width)
                self.assertTrue(whole.top - 5 < place.y and place.y + place.height < whole.top + whole.height + 5)

    def test_letters_of_a_word_lie_side_by_side_in_it_from_where_it_begins(self):
        thing = made(*self.LINES)
        for paragraph, first, right_to_left in ((0, "Four", False), (1, "עוד", True)):
            (word, *_), letters = (part_places(thing, paragraph, unit) for unit in ("word", "character"))
            letters = letters[: len(first)]
            xs = [letter.x for letter in letters]
            self.assertEqual(xs, sorted(xs, reverse=right_to_left))
            self.assertAlmostEqual(min(xs), word.x)
            self.assertAlmostEqual(sum(letter.width for letter in letters), word.width, delta=0.01)

    def test_a_word_broken_over_two_lines_has_a_band_on_each(self):
        (place,) = part_places(made("Unbreakableunbreakable"), 0, "word")
        self.assertEqual([band.line for band in place.bands], [0, 1])
        self.assertGreater(place.height, 60)

    def test_what_no_face_has_stands_nowhere(self):
        self.assertEqual([p is None for p in part_places(made("a \U0001f6f8 b"), 0, "word")], [False, True, False])

    def test_a_larger_word_is_higher(self):
        paragraph = Paragraph("One two", (Run(start=4, end=7, size=80),))
        one, two = part_places(made("x").__replace__(paragraphs=(paragraph,)), 0, "word")
        self.assertEqual(one.height, two.height)


class Work(TestCase):
    def test_letters_are_placed_once_for_all_their_builds_and_in_so_many_steps_as_there_are_letters(self):
        cuts = []
        with patch.object(parts, "_cut", side_effect=lambda *asked: cuts.append(asked) or _CUT(*asked)):
            for length in (200, 800):
                cuts.clear()
                words = ("lamp glass turns " * length)[:length]
                thing = made(words)
                for _ in range(20):
                    places = part_places(thing, 0, "character")
                self.assertEqual(len(places), len(words.replace(" ", "")))
                self.assertLess(len(cuts), 1.2 * length)
