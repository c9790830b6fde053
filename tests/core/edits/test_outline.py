"""Slides of an outline: their kinds, their words in the places of the style, chapters, pictures."""

from unittest import TestCase

from msgspec.structs import replace

from ritornel.core.edits import BadEdit
from ritornel.core.model import Asset, Picture, Text, limits
from ritornel.core.styles import STYLES
from ritornel.core.styles.arranging import meet
from ritornel.core.styles.dressing import by_hand
from ritornel.core.text.extent import words_box
from tests.core.edits.test_each_command import edited
from tests.made import show, slide, text

OUTLINE = [
    {"title": "How the lamp turns", "depth": 1, "script": "Good evening."},
    {
        "title": "The bath",
        "lines": [{"text": "Afloat", "marker": "bullet"}, {"text": "in mercury", "level": 1, "marker": "bullet"}],
    },
    {"title": "What drives it", "depth": 1},
    {"title": "A keeper", "quotation": "Dark is a colour too."},
    {"title": "One finger turns it"},
]


def words(one) -> dict:
    return {o.role: [p.text for p in o.paragraphs] for o in one.objects if isinstance(o, Text)}


class Outlines(TestCase):
    def test_a_show_with_nothing_on_it_becomes_the_outline_in_a_style(self):
        bare = show({"id": "empty"})
        made = edited(bare, do="add-outline", slides=OUTLINE, after="empty", ids=["a", "b"])
        self.assertEqual([s.kind for s in made.slides], ["opening", "list", "chapter", "quotation", "statement"])
        self.assertEqual([s.id for s in made.slides][:2], ["a", "b"])
        self.assertEqual(words(made.slides[0]), {"title": ["How the lamp turns"]})
        self.assertEqual(words(made.slides[1]), {"title": ["The bath"], "body": ["Afloat", "in mercury"]})
        self.assertEqual(words(made.slides[3]), {"quotation": ["Dark is a colour too."], "source": ["A keeper"]})
        body = next(o for o in made.slides[1].objects if o.role == "body")
        self.assertEqual([(p.level, p.marker) for p in body.paragraphs], [(0, "none"), (1, "bullet")])
        self.assertEqual(made.slides[0].script, "Good evening.")
        self.assertEqual(
            [(c.title, c.first) for c in made.chapters],
            [("How the lamp turns", "a"), ("What drives it", made.slides[2].id)],
        )
        style = STYLES[made.style]
        self.assertEqual([by_hand(s, style) for s in made.slides], [[]] * 5)

    def test_into_a_show_it_goes_after_a_slide_and_takes_its_style_or_none(self):
        made = show(slide(id="one", objects=(text("t", "There"),)), slide(id="two"))
        there = edited(made, do="add-outline", slides=OUTLINE[1:2], after="one", ids=["n"])
        self.assertEqual(([s.id for s in there.slides], there.style), (["one", "n", "two"], ""))
        fog = edited(edited(made, do="set-style", style="fog"), do="add-outline", slides=OUTLINE[:1], ids=["n"])
        last = fog.slides[-1]
        self.assertEqual((last.kind, last.background), ("chapter", STYLES["fog"].palette["ground"]))

    def test_pictures_stand_in_their_place_behind_the_words(self):
        lamp = Asset(id="x" * 64, kind="picture", name="lamp.png", width=10, height=10)
        made = replace(show({"id": "empty"}), assets=(lamp,))
        there = edited(made, do="add-outline", slides=[{**OUTLINE[1], "pictures": [lamp.id]}], ids=["n"])
        (one,) = there.slides
        kinds = [type(o).__name__ for o in one.objects if o.role != "ornament"]
        self.assertEqual((one.kind, kinds), ("picture-and-text", ["Picture", "Text", "Text"]))
        placed = next(o for o in one.objects if isinstance(o, Picture))
        self.assertEqual((placed.x, placed.width), (640, 640))
        with self.assertRaises(BadEdit):
            edited(made, do="add-outline", slides=[{"title": "x", "pictures": ["none"]}])


class Kept(TestCase):
    def outlined(self, **one):
        return edited(replace(show(), slides=()), do="add-outline", slides=[{"title": "The bath", **one}]).slides[0]

    def test_words_keep_their_runs_and_a_quotation_under_a_list_is_not_lost(self):
        lines = [{"text": "four tons", "runs": [{"start": 0, "end": 4, "italic": True}]}]
        made = self.outlined(lines=lines, quotation="Dark is a colour too.")
        body = next(o for o in made.objects if o.role == "body")
        self.assertEqual([p.text for p in body.paragraphs], ["four tons", "Dark is a colour too."])
        self.assertEqual([[r.italic for r in p.runs] for p in body.paragraphs], [[True], [True]])

    def test_a_picture_that_did_not_come_leaves_a_named_gap_in_its_place(self):
        made = self.outlined(absent=["trough.png"], lines=[{"text": "a hand deep"}])
        gap = next(o for o in made.objects if o.id == "picture-1")
        self.assertEqual((made.kind, gap.name, gap.asset, gap.role), ("picture-and-text", "trough.png", "", "picture"))
        self.assertGreater(gap.width, 100)

    def test_a_table_is_cells_that_lie_on_no_other_and_are_of_one_size(self):
        rows = [["part", "what it weighs"], ["lens", "four tons"], ["lamp", "as much as a keeper and his dinner"]]
        made = self.outlined(table=rows)
        cells = [o for o in made.objects if o.id.startswith("cell-")]
        self.assertEqual([o.paragraphs[0].text for o in cells], [word for row in rows for word in row])
        self.assertEqual((len({o.size for o in cells}), {o.weight for o in cells[:2]}), (1, {600}))
        boxes = [words_box(o) for o in cells]
        self.assertFalse(any(meet(a, b) for n, a in enumerate(boxes) for b in boxes[:n]))
        self.assertTrue(all(b.right <= 1280 and b.bottom <= 720 for b in boxes))
        full = self.outlined(table=[["12"] * limits.TABLE_COLUMNS] * limits.TABLE_ROWS)
        boxes = [words_box(o) for o in full.objects if o.id.startswith("cell-")]
        self.assertEqual(len(boxes), limits.TABLE_COLUMNS * limits.TABLE_ROWS)
        self.assertFalse(any(meet(a, b) for n, a in enumerate(boxes) for b in boxes[:n]))
        self.assertTrue(all(b.right <= 1280 and b.bottom <= 720 for b in boxes))
        with self.assertRaisesRegex(BadEdit, "at most 8"):
            self.outlined(table=[["12"] * (limits.TABLE_COLUMNS + 1)])
