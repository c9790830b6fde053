"""Outlines into slides: Markdown and plain text."""

from unittest import TestCase

from ritornel.formats.outline import BadOutline, Line, OutlineSlide, Stretch, read_outline

TALK = """# How the lamp turns

Good evening.

## The bath

Four tons of *glass*,
no cogs.

- afloat in `mercury`
  1. a hand deep
- turned by one finger

![The trough](<drawings/the trough.png>)

> Dark is a colour too.

# What drives it
"""


class Markdown(TestCase):
    def test_headings_lists_paragraphs_quotations_and_pictures(self):
        bath = OutlineSlide(
            "The bath", 2,
            (Line("afloat in mercury", 0, "bullet", (Stretch(10, 17, font="plex-mono"),)), Line("a hand deep", 1, "number"), Line("turned by one finger", 0, "bullet")),
            "Four tons of glass, no cogs.", "Dark is a colour too.", ("the trough.png",),
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


class Kept(TestCase):
    def test_emphasis_links_and_code_in_words(self):
        (slide,) = read_outline(
            "# A\n\n- four *tons* of **glass**, see [the log](https://log.example/a) and `mercury`\n"
        )
        line = slide.lines[0]
        self.assertEqual(line.text, "four tons of glass, see the log and mercury")
        found = {line.text[r.start : r.end]: (r.italic, r.weight, r.font, r.link) for r in line.runs}
        self.assertEqual(
            found,
            {
                "tons": (True, None, None, ""),
                "glass": (False, 600, None, ""),
                "the log": (False, None, None, "https://log.example/a"),
                "mercury": (False, None, "plex-mono", ""),
            },
        )
        (odd,) = read_outline("# A\n\n- [x](javascript:alert(1)) *a*\n")
        self.assertEqual([r.link for r in odd.lines[0].runs], [""])

    def test_a_long_table_goes_on_under_its_heads_and_one_too_wide_is_refused_by_its_name(self):
        rows = "".join(f"| part {n} | {n} |\n" for n in range(25))
        slides = read_outline(f"# Weights\n\n| part | tons |\n| --- | --- |\n{rows}")
        self.assertEqual([len(s.table) for s in slides], [12, 12, 4])
        self.assertEqual([(s.title, s.table[0], s.depth) for s in slides[1:]], [("Weights", ("part", "tons"), 2)] * 2)
        self.assertEqual([row[1] for s in slides for row in s.table[1:]], [str(n) for n in range(25)])
        with self.assertRaisesRegex(BadOutline, "under “Wide” has 9 columns, and 8"):
            read_outline("# Wide\n\n" + "| a " * 9 + "|\n" + "| --- " * 9 + "|\n")

    def test_code_is_lines_as_they_are_and_tables_are_cells(self):
        (slide,) = read_outline(
            "# A\n\n```\nturn(lens)\n    every(6)\n```\n\n| part | tons |\n|---|---|\n| lens | 4 |\n| lamp | |\n"
        )
        self.assertEqual([line.text for line in slide.lines], ["turn(lens)", "    every(6)"])
        self.assertEqual([r.font for line in slide.lines for r in line.runs], ["plex-mono"] * 2)
        self.assertEqual(slide.table, (("part", "tons"), ("lens", "4"), ("lamp", "")))
