"""Texts written with runs, set whole, shrunk to their boxes; what the line check says of them."""

from typing import Any
from unittest import TestCase

from ritornel.core.edits import BadEdit
from ritornel.core.linecheck import findings
from ritornel.core.model import Show, Text
from ritornel.core.score import compile
from ritornel.core.text.fitting import LEAST_SIZE, excess
from tests.made import edited, show, slide, text

BOLD = {"start": 4, "end": 10, "weight": 600, "size": 60}


def made(*lines: Any, **more: Any) -> Show:
    paragraphs = [line if isinstance(line, dict) else {"text": line} for line in lines]
    return show(
        slide(id="one", objects=({**text("t", **more), "paragraphs": paragraphs}, text("u", "Other", x=800, y=600)))
    )


def words(start: Show, **command: Any) -> Text:
    return edited(start, slide="one", **command).slides[0].objects[1]


class Writing(TestCase):
    def test_runs_and_markers_come_with_the_words(self):
        line = {"text": "One finger turns it", "runs": [BOLD], "marker": "bullet", "level": 1}
        found = words(made("Old"), do="write-text", object="t", was=["Old"], paragraphs=[line]).paragraphs[0]
        self.assertEqual((found.text, found.marker, found.level, found.runs[0].size), (line["text"], "bullet", 1, 60))

    def test_what_others_wrote_meanwhile_keeps_the_runs_of_both(self):
        start = made("One finger turns the lamp", "And rests")
        mine = [{"text": "One finger turns the lamp", "runs": [BOLD]}, {"text": "And rests"}]
        was = ["One finger turns the lens", "And rests"]
        found = words(start, do="write-text", object="t", was=was, paragraphs=mine).paragraphs
        self.assertEqual([p.text for p in found], ["One finger turns the lamp", "And rests"])
        self.assertEqual([(r.start, r.end) for r in found[0].runs], [(4, 10)])

    def test_words_alone_keep_what_they_looked_like(self):
        start = made({"text": "One finger", "runs": [{**BOLD}], "marker": "number"}, "And rests")
        new = ["First", "One finger more", "And rests"]
        found = words(start, do="write-text", object="t", was=["One finger", "And rests"], paragraphs=new).paragraphs
        self.assertEqual([p.text for p in found], new)
        again = words(start, do="write-text", object="t", was=["One finger", "And rests"], paragraphs=["One finger"])
        self.assertEqual((again.paragraphs[0].marker, len(again.paragraphs[0].runs)), ("number", 1))


class Styles(TestCase):
    def style(self, start: Show, **values: Any) -> Text:
        return words(start, do="style-texts", objects=["t"], values=values)

    def test_a_value_for_all_takes_the_place_of_what_runs_said(self):
        start = made({"text": "One finger turns", "runs": [{**BOLD, "colour": "#112233"}]})
        found = self.style(start, weight=600, colour="#445566")
        self.assertEqual((found.weight, found.colour), (600, "#445566"))
        run = found.paragraphs[0].runs[0]
        self.assertEqual((run.weight, run.colour, run.size), (None, None, 60))

    def test_sizes_keep_their_proportion(self):
        found = self.style(made({"text": "One finger turns", "runs": [BOLD]}, size=30), size=15)
        self.assertEqual((found.size, found.paragraphs[0].runs[0].size), (15, 30))

    def test_underlined_and_linked_are_all_characters(self):
        start = made({"text": "One finger turns", "runs": [BOLD]})
        runs = self.style(start, underline=True, link="https://skarholm.example/").paragraphs[0].runs
        self.assertEqual([(r.start, r.end, r.underline) for r in runs], [(0, 4, True), (4, 10, True), (10, 16, True)])
        self.assertEqual({r.link for r in runs}, {"https://skarholm.example/"})
        self.assertEqual(self.style(start, underline=False).paragraphs[0].runs[0].weight, 600)

    def test_lists_and_lines(self):
        start = made({"text": "One", "align": "right"}, {"text": "Two", "marker": "number"})
        found = self.style(start, align="centre", marker="bullet", level=2, space_before=1.5)
        self.assertEqual(found.align, "centre")
        for line in found.paragraphs:
            self.assertEqual((line.align, line.marker, line.level, line.space_before), (None, "bullet", 2, 1.5))

    def test_other_texts_and_bad_values_are_left_alone(self):
        start = made("One")
        self.assertEqual(edited(start, do="style-texts", slide="one", objects=["t"], values={"size": 9}).slides[0].objects[2].size, 32)  # fmt: skip
        for objects, values in ((["box"], {"size": 9}), (["t"], {"paragraphs": []}), (["t"], {"link": "javascript:x"})):
            with self.assertRaises(BadEdit):
                edited(start, do="style-texts", slide="one", objects=objects, values=values)


class Boxes(TestCase):
    LONG = "Four tons of glass, afloat in mercury, turned by one finger of one hand. " * 3

    def test_a_text_that_runs_out_is_found_and_shrunk_until_it_stays_inside(self):
        start = made({"text": self.LONG, "runs": [BOLD]}, height=200, width=400)
        self.assertEqual([(f.rule, f.object) for f in findings(start, compile(start))], [("text-overflows", "t")])
        found = words(start, do="shrink-texts", objects=["t", "u"])
        self.assertEqual(excess(found), 0)
        self.assertGreater(excess(words(start, do="style-texts", objects=["t"], values={"size": found.size + 0.4})), 0)
        self.assertAlmostEqual(found.paragraphs[0].runs[0].size / found.size, 60 / 32, delta=0.05)

    def test_a_text_that_grows_runs_out_of_nothing(self):
        self.assertFalse(findings(grown := made(self.LONG, grows=True), compile(grown)))

    def test_none_is_shrunk_below_what_can_be_set(self):
        self.assertEqual(words(made(*["x"] * 30, height=20), do="shrink-texts", objects=["t"]).size, LEAST_SIZE)

    def test_a_character_that_no_face_has_is_named(self):
        start = made("A lamp \U0001f3ee and one \U0001f3ee", {"text": "\U0001fae8", "runs": []}, width=900)
        (finding,) = findings(start, compile(start))
        self.assertIn("no face has \U0001f3ee \U0001fae8 in", finding.message)
