"""Runs of characters, markers, faces that step in, and where words stand."""

from typing import Any, get_args
from unittest import TestCase

from hypothesis import given
from hypothesis import strategies as st

from ritornel.core.model import Paragraph, Run, Text
from ritornel.core.model.reading import BadDocument, read_show
from ritornel.core.model.text import FamilyName
from ritornel.core.text.families import FAMILIES
from ritornel.core.text.fonts import Face, advance, ascent_and_descent
from ritornel.core.text.layout import SetParagraph, set_text
from ritornel.core.text.places import characters, words
from ritornel.core.text.runs import carried, tidied

SANS = Face("plex-sans", 400, False)
BOLD = Face("plex-sans", 600, False)


def placed(*paragraphs: Paragraph, **more: Any) -> tuple[SetParagraph, ...]:
    return set_text(Text(**{"id": "t", "size": 40, "width": 600, "paragraphs": paragraphs, **more}))


class Runs(TestCase):
    def test_a_line_is_as_wide_as_its_pieces_and_as_high_as_its_largest(self):
        words_ = "One finger turns it"
        line = placed(Paragraph(words_, (Run(start=4, end=10, weight=600, size=60),)))[0]
        expected = 40 * advance("One ", SANS) + 60 * advance("finger", BOLD) + 40 * advance(" turns it", SANS)
        self.assertAlmostEqual(line.lines[0].width, expected)
        self.assertEqual([p.text for p in line.lines[0].pieces], ["One ", "finger", " turns it"])
        self.assertEqual(line.height, 60 * 1.25)
        ascent, descent = ascent_and_descent(BOLD)
        self.assertAlmostEqual(line.lines[0].baseline, (75 - (ascent + descent) * 60) / 2 + ascent * 60)

    def test_bold_words_break_where_they_are_too_wide(self):
        text = "lamp " * 12
        plain = placed(Paragraph(text.strip()), width=300)[0]
        bold = placed(Paragraph(text.strip(), (Run(start=0, end=59, size=80),)), width=300)[0]
        self.assertGreater(len(bold.lines), len(plain.lines))
        self.assertTrue(all(line.width <= 300 for line in bold.lines))
        self.assertEqual([line.start for line in plain.lines][:2], [0, len(plain.lines[0].text) + 1])

    def test_a_colour_parts_no_letters_that_are_kerned(self):
        plain, coloured = (
            placed(Paragraph("ToTo", runs), font="fraunces")[0].lines[0]
            for runs in ((), (Run(start=1, end=2, colour="#112233"),))
        )
        self.assertEqual(plain.width, coloured.width)
        self.assertEqual(len(coloured.pieces), 3)

    def test_what_documents_may_say(self):
        for runs in ([(2, 1)], [(0, 9)], [(0, 3), (2, 4)], [(1, 1)]):
            paragraphs = [{"text": "lamp", "runs": [{"start": a, "end": b, "weight": 600} for a, b in runs]}]
            with self.assertRaisesRegex(BadDocument, "paragraph 1, run [12]: runs must lie in order"):
                read_show({"slides": [{"objects": [{"kind": "text", "paragraphs": paragraphs}]}]})
        for link in ("javascript:alert(1)", "ftp://x", "https://a b", "#elsewhere"):
            paragraphs = [{"text": "lamp", "runs": [{"start": 0, "end": 4, "link": link}]}]
            with self.assertRaisesRegex(BadDocument, "must be an address that begins with http:"):
                read_show({"slides": [{"objects": [{"kind": "text", "paragraphs": paragraphs}]}]})

    def test_what_is_written_in_a_run_belongs_to_it(self):
        runs = (Run(start=4, end=10, weight=600),)
        for after, expected in (
            ("One big finger turns it", (8, 14)),
            ("One fingertip turns it", (4, 13)),
            ("One fin turns it", (4, 7)),
            ("One finger turns", (4, 10)),
            ("One turns it", None),
        ):
            found = carried(runs, "One finger turns it", after)
            self.assertEqual([(r.start, r.end) for r in found], [expected] if expected else [], after)

    @given(st.text("ab", max_size=12), st.text("ab", max_size=12), st.lists(st.tuples(*[st.integers(0, 12)] * 3)))
    def test_runs_are_always_in_order_inside_the_words(self, before, after, cuts):
        runs = tidied([Run(start=a, end=b, size=10 + c) for a, b, c in cuts], len(before))
        for found, length in ((runs, len(before)), (carried(runs, before, after), len(after))):
            places = [0, *(place for run in found for place in (run.start, run.end)), length]
            self.assertEqual(places, sorted(places))
            self.assertTrue(all(run.start < run.end for run in found))

    def test_neighbours_that_are_alike_are_one_run(self):
        alike = [Run(start=0, end=2, weight=600), Run(start=2, end=5, weight=600), Run(start=5, end=6)]
        self.assertEqual(tidied(alike, 6), (Run(start=0, end=5, weight=600),))


class Lists(TestCase):
    def markers(self, *asked: tuple[str, int]) -> list[str]:
        lines = placed(*(Paragraph("x", marker=marker, level=level) for marker, level in asked))
        return [line.marker.text if line.marker else "" for line in lines]

    def test_numbers_count_by_themselves_in_their_level(self):
        n = "number"
        asked = [(n, 0), (n, 1), (n, 1), (n, 2), (n, 0), (n, 1), ("none", 0), (n, 0), ("bullet", 1)]
        self.assertEqual(self.markers(*asked), ["1.", "a.", "b.", "i.", "2.", "a.", "", "1.", "–"])

    def test_numbers_as_letters_and_roman_numerals(self):
        self.assertEqual(self.markers(*[("number", 1)] * 28)[25:], ["z.", "aa.", "ab."])
        self.assertEqual(self.markers(*[("number", 2)] * 49)[3::15], ["iv.", "xix.", "xxxiv.", "xlix."])

    def test_lines_hang_from_their_marker(self):
        words_ = "a lamp that one finger turns " * 3
        bullet, deep = placed(Paragraph(words_, marker="bullet"), Paragraph(words_, marker="bullet", level=2))
        self.assertEqual([line.x for line in bullet.lines], [44.0] * len(bullet.lines))
        self.assertEqual((bullet.marker.x, bullet.marker.baseline), (0, bullet.lines[0].baseline))
        self.assertEqual((deep.marker.x, deep.lines[0].x), (88, 132))
        self.assertTrue(all(line.width <= 600 - 132 for line in deep.lines))

    def test_a_paragraph_has_its_own_line_and_distance(self):
        first, second, third = placed(Paragraph("a"), Paragraph("b", space_before=2, align="right"), Paragraph("c"))
        self.assertEqual((second.top - first.height, third.top - second.top - 50), (80, 40 * 0.35))
        self.assertAlmostEqual(second.lines[0].x + second.lines[0].width, 600)
        self.assertEqual(placed(Paragraph("a", space_before=3))[0].top, 0)


class Faces(TestCase):
    def faces(self, words_: str, **more: Any) -> list[tuple[str, str]]:
        return [(p.text, p.face.font) for line in placed(Paragraph(words_), **more)[0].lines for p in line.pieces]

    def test_the_model_names_the_families_that_are_offered(self):
        self.assertEqual(set(get_args(FamilyName)), set(FAMILIES))

    def test_another_face_steps_in_for_a_script_that_one_lacks(self):
        self.assertEqual(
            self.faces("Lampa, лампа φάρος!", font="fraunces"), [("Lampa, ", "fraunces"), ("лампа φάρος!", "plex-sans")]
        )
        self.assertEqual(self.faces("灯台 יקר"), [("灯台 ", "m-plus"), ("יקר", "plex-hebrew")])

    def test_a_character_that_no_face_has_takes_no_place(self):
        line = placed(Paragraph("la\U0001f3eemp"))[0].lines[0]
        self.assertEqual((line.text, [p.text for p in line.pieces]), ("lamp", ["la", "mp"]))
        self.assertAlmostEqual(line.width, 40 * (advance("la", SANS) + advance("mp", SANS)))

    def test_what_has_no_spaces_breaks_where_unicode_lets_it(self):
        lines = placed(Paragraph("灯台の光は、海の上をゆっくりと回る。"), width=200)[0].lines
        self.assertGreater(len(lines), 2)
        self.assertTrue(all(line.width <= 200 for line in lines))
        self.assertFalse([line.text for line in lines if line.text[0] in "、。"])

    def test_right_to_left_text_begins_at_the_right(self):
        line = placed(Paragraph("המגדלור בים", marker="bullet"))[0]
        self.assertTrue(line.lines[0].rtl)
        self.assertAlmostEqual(line.lines[0].x + line.lines[0].width, 600 - 44)
        self.assertAlmostEqual(line.marker.x + line.marker.width, 600)
        self.assertEqual(placed(Paragraph("המגדלור", align="left"))[0].lines[0].x, 0)
        self.assertFalse(placed(Paragraph("… 12 Lampe ים"))[0].lines[0].rtl)

    def test_bold_and_slope_are_taken_as_far_as_a_family_has_them(self):
        for more, file in (({"weight": 600, "italic": True}, "caveat-600"), ({"italic": True}, "caveat-400")):
            piece = placed(Paragraph("x"), font="caveat", **more)[0].lines[0].pieces[0]
            self.assertEqual(piece.face.file, file)


class Places(TestCase):
    def test_characters_fill_their_line_from_left_to_right(self):
        line = placed(Paragraph("To turn it", (Run(start=3, end=7, size=70),)))[0].lines[0]
        found = characters(line)
        self.assertEqual([p.start for p in found], list(range(10)))
        self.assertAlmostEqual(found[0].x, line.x)
        self.assertAlmostEqual(found[-1].x + found[-1].width, line.x + line.width)
        self.assertAlmostEqual(found[4].x, found[3].x + found[3].width)

    def test_words_stand_where_their_characters_do(self):
        second = placed(Paragraph("One finger turns it all"), width=260)[0].lines[1]
        found = words(second)
        self.assertEqual([p.start for p in found], [second.start, second.start + 6, second.start + 9])
        self.assertAlmostEqual(found[0].width, 40 * advance(second.text.split()[0], SANS), places=3)

    def test_a_line_of_both_directions_has_each_word_where_readers_see_it(self):
        for words_read, rtl, seen in (
            ("Lampe המגדלור בים now", False, ["Lampe", "בים", "המגדלור", "now"]),
            ("המגדלור of the sea בים", True, ["בים", "of", "the", "sea", "המגדלור"]),
            ("המגדלור 12 בים", True, ["בים", "12", "המגדלור"]),
        ):
            line = placed(Paragraph(words_read, (Run(start=9, end=11, weight=600),)))[0].lines[0]
            self.assertEqual(line.rtl, rtl)
            found = sorted(words(line), key=lambda place: place.x)
            self.assertEqual([words_read[p.start : p.end] for p in found], seen)
            self.assertAlmostEqual(found[-1].x + found[-1].width, line.x + line.width, delta=0.5)
            self.assertAlmostEqual(found[0].x, line.x, delta=0.5)

    def test_words_after_a_character_that_no_face_has_are_found(self):
        line = placed(Paragraph("la\U0001f3eemp turns"))[0].lines[0]
        self.assertEqual([(p.start, p.end) for p in words(line)], [(0, 5), (6, 11)])

    def test_from_right_to_left_the_first_word_stands_at_the_right(self):
        line = placed(Paragraph("המגדלור בים"))[0].lines[0]
        first, second = words(line)
        self.assertAlmostEqual(first.x + first.width, 600)
        self.assertLess(second.x + second.width, first.x)
