"""Outlines into slides: Markdown and plain text."""

from unittest import TestCase

from ritornel.formats.outline import BadOutline, Line, OutlineSlide, read_outline

TALK = """# How the lamp turns

Good evening.

## The bath

Four tons of *glass*,
no cogs.

- afloat in `mercury`
  1. a hand deep
- turned by one finger

![The trough](drawings/trough.png)

> Dark is a colour too.

# What drives it
"""


class Markdown(TestCase):
    def test_headings_lists_paragraphs_quotations_and_pictures(self):
        bath = OutlineSlide(
            "The bath", 2,
            (Line("afloat in mercury", 0, "bullet"), Line("a hand deep", 1, "number"), Line("turned by one finger", 0, "bullet")),
            "Four tons of glass, no cogs.", "Dark is a colour too.", ("trough.png",),
        )  # fmt: skip
        self.assertEqual(
            read_outline(TALK),
            [OutlineSlide("How the lamp turns", 1, script="Good evening."), bath, OutlineSlide("What drives it", 1)],
        )

    def test_what_stands_before_the_first_heading_is_a_slide(self):
        first, second = read_outline("- one\n- two\n\n## Then\n")
        self.assertEqual(([line.text for line in first.lines], first.title, second.title), (["one", "two"], "", "Then"))


class Plain(TestCase):
    def test_deeper_lines_stand_under_others(self):
        slides = read_outline("The bath\n  Four tons\n\t- of glass\n  3. afloat\n\nOne finger\n")
        self.assertEqual([s.title for s in slides], ["The bath", "One finger"])
        told = [(line.text, line.level, line.marker) for line in slides[0].lines]
        self.assertEqual(told, [("Four tons", 0, "none"), ("of glass", 1, "bullet"), ("afloat", 0, "number")])

    def test_nothing_and_too_much_are_refused(self):
        for text in ("", " \n\t\n", "x" * 1_000_001):
            with self.assertRaises(BadOutline):
                read_outline(text)
