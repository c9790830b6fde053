"""A show that came without a house style gets one that equals how it looks."""

from unittest import TestCase

from ritornel.core.edits import BadEdit
from ritornel.core.model import Text
from ritornel.core.model.writing import write_show
from ritornel.core.styles import STYLES
from ritornel.core.styles.giving import placing_of
from ritornel.core.styles.keeping import as_it_looks
from tests.core.edits.test_each_command import edited
from tests.made import show, slide, text


class AsItCame(TestCase):
    def test_a_show_that_came_without_a_style_gets_one_that_equals_how_it_looks(self):
        made = show(
            slide(objects=(text("o", "How the lamp turns", x=5, y=6),), id="a"),
            slide(objects=(text("t", "The bath", size=60, x=90, y=40), text("l", "Afloat", "at last", y=200)), id="b"),
            slide(objects=(text("t", "Oil", size=60, x=300, y=40), text("l", "None", "at all", y=200)), id="c"),
            slide(id="d"),
        )
        there = edited(made, do="set-style", style="fog")
        self.assertEqual([s.name for s in there.styles], ["as-it-came"])
        self.assertEqual([s.kind for s in there.slides], ["opening", "list", "list", "blank"])
        roles = {o.role for s in there.slides[1:3] for o in s.objects if isinstance(o, Text)}
        self.assertEqual(roles, {"title", "body"})
        title = placing_of(STYLES["fog"], "list").slots[0]
        second, third = ({o.id: o for o in s.objects} for s in there.slides[1:3])
        self.assertEqual((second["t"].x, second["t"].font), (title.x, "garamond"))
        self.assertEqual((third["t"].x, third["t"].own), (300, ("height", "width", "x", "y")))
        back = edited(there, do="set-style", style="as-it-came")
        self.assertEqual(write_show(edited(back, do="set-style", style="fog")), write_show(there))
        for before, after in zip(made.slides, back.slides, strict=True):
            looks = [
                [(o.x, o.y, o.width, o.font, o.size, o.colour) for o in s.objects if isinstance(o, Text)]
                for s in (before, after)
            ]
            self.assertEqual(*looks)
        styled = as_it_looks(made)
        self.assertEqual(as_it_looks(styled), styled)
        with self.assertRaises(BadEdit):
            edited(made, do="set-style", style="none such")

    def test_what_somebody_set_before_there_was_a_style_stays(self):
        lit = {"text": "One finger", "runs": [{"start": 0, "end": 3, "colour": "#ff8800"}]}
        alike = [
            slide(objects=(text("t", "Bath", size=60, font="garamond"), text("l", "a", "b", y=200)), id=i) for i in "bc"
        ]
        made = show(slide(objects=(text("o", "Lamp", font="caveat", colour="#a01010"),), id="a"), *alike)
        made = edited(made, do="set-objects", slide="b", values={"l": {"paragraphs": [lit, {"text": "b"}]}})
        there = edited(made, do="set-style", style="broadside")
        first = there.slides[0].objects[-1]
        self.assertEqual((first.font, first.colour, first.own), ("caveat", "#a01010", ("colour", "font", "size")))
        bodies = {o.id: o for o in there.slides[1].objects}
        self.assertEqual(bodies["t"].font, "barlow-condensed")  # what several have is how the show looked
        self.assertEqual(bodies["l"].paragraphs[0].runs[0].colour, "#ff8800")
        self.assertEqual(bodies["l"].own, ())

    def test_equal_texts_get_one_role(self):
        pair = [text(i, "Coffee", size=50, y=n * 100) for n, i in enumerate("abcd")]
        made = edited(show(slide(), slide(objects=tuple(pair), id="s"), slide()), do="set-style", style="fog")
        roles = [o.role for o in made.slides[1].objects if isinstance(o, Text)]
        self.assertEqual(roles, ["title", "body", "body", "body"])


class NewTexts(TestCase):
    def test_one_that_grows_over_the_foot_moves_up_and_is_set_smaller_where_there_is_no_room(self):
        words = text("t", "One", size=40, x=100, y=640, grows=True)
        made = show(slide(objects=(words,), id="s"))
        few = edited(made, do="write-text", slide="s", object="t", paragraphs=["One", "Two", "Three"], was=["One"])
        grown = few.slides[0].objects[-1]
        self.assertEqual((grown.y + grown.height, grown.size), (696, 40))
        many = edited(made, do="write-text", slide="s", object="t", paragraphs=["Line"] * 20, was=["One"])
        grown = many.slides[0].objects[-1]
        self.assertLess(grown.size, 40)
        self.assertTrue(grown.y >= 0 and grown.y + grown.height <= 720)
        placed = edited(few, do="set-objects", slide="s", values={"t": {"y": 690}})
        self.assertEqual(placed.slides[0].objects[-1].y, 690)  # where somebody puts it, it stays
