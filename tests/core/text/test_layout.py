from unittest import TestCase

from hypothesis import given
from hypothesis import strategies as st

from ritornel.core.model import Asset, Paragraph, Picture, Text
from ritornel.core.text.breaking import break_lines
from ritornel.core.text.fonts import Face, advance
from ritornel.core.text.layout import set_text
from ritornel.core.text.naming import object_name

SANS = Face("plex-sans", 400, False)


class Lines(TestCase):
    @given(st.lists(st.text("lampofgsxi", min_size=1, max_size=14), min_size=1, max_size=20), st.floats(2, 20))
    def test_no_line_is_too_wide_and_no_letter_is_lost(self, words, width):
        text = " ".join(words)
        places = break_lines(text, lambda start, end: advance(text[start:end], SANS), width)
        lines = [text[start:end] for start, end in places]
        for line in lines:
            self.assertTrue(advance(line, SANS) <= width or len(line) == 1)
        self.assertEqual("".join(lines).replace(" ", ""), "".join(words))

    def test_kerning_counts(self):
        together = advance("ToToTo", Face("fraunces", 400, False))
        self.assertLess(together, sum(advance(c, Face("fraunces", 400, False)) for c in "ToToTo"))

    def text(self, **more) -> Text:
        lines = (Paragraph("One line"), Paragraph("Another"))
        return Text(id="t", paragraphs=lines, size=40, width=600, height=300, line_height=1.25, gap=0.5, **more)

    def test_paragraphs_stand_one_below_the_other(self):
        first, second = set_text(self.text())
        self.assertEqual((first.top, first.height, second.top), (0, 50, 70))
        self.assertTrue(first.top < first.lines[0].baseline < first.top + first.height)

    def test_alignment(self):
        centred = set_text(self.text(align="centre", valign="middle"))
        line = centred[0].lines[0]
        self.assertAlmostEqual(line.x, (600 - line.width) / 2)
        self.assertAlmostEqual(centred[0].top, (300 - 120) / 2)
        right = set_text(self.text(align="right", valign="bottom"))[1].lines[0]
        self.assertAlmostEqual(right.x + right.width, 600)

    def test_an_empty_text_is_one_empty_line(self):
        self.assertEqual(
            [line.text for p in set_text(Text(id="t", paragraphs=(Paragraph(),))) for line in p.lines], [""]
        )


class Names(TestCase):
    def test_are_readable(self):
        assets = {"a": Asset(id="a", kind="picture", name="lens_drawing-2.png")}
        self.assertEqual(object_name(Picture(id="p", asset="a"), assets), "Lens drawing 2")
        long = Text(id="t", paragraphs=(Paragraph("Four tons of glass, afloat in mercury"),))
        self.assertEqual(object_name(long, {}), "Four tons of glass, afloat…")
        self.assertEqual(object_name(Text(id="t", name="The list"), {}), "The list")
