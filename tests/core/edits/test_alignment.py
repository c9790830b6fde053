from unittest import TestCase

from ritornel.core.edits import BadEdit
from tests.made import edited, show, slide, text


class Alignment(TestCase):
    def setUp(self):
        things = (
            {"id": "a", "kind": "shape", "x": 100, "y": 100, "width": 60, "height": 40},
            {"id": "b", "kind": "picture", "x": 300.3, "y": 200, "width": 200, "height": 100},
            text("c", "Words", x=700, y=50, width=90, height=50, grows=True),
        )
        self.show = show(slide(id="one", objects=things))

    def done(self, do: str, *objects: str, **more):
        made = edited(self.show, do=do, slide="one", objects=list(objects), **more)
        return {o.id: o for o in made.slides[0].objects}

    def test_align_with_each_other_with_the_slide_and_with_the_first(self):
        self.assertEqual([self.done("align-objects", "a", "b", edge="left")[i].x for i in "ab"], [100, 100])
        self.assertEqual([self.done("align-objects", "a", "b", edge="bottom")[i].y for i in "ab"], [260, 200])
        self.assertEqual(self.done("align-objects", "a", edge="centre", to="slide")["a"].x, 610)
        by_first = self.done("align-objects", "b", "a", edge="right", to="first")
        self.assertEqual((by_first["a"].x, by_first["b"].x), (440.3, 300.3))

    def test_spread_and_tidy(self):
        self.assertEqual(self.done("spread-objects", "a", "b", "c", along="across")["b"].x, 330)
        self.assertEqual(self.done("spread-objects", "a", "b", along="across", gap=12.34)["b"].x, 172.3)
        self.assertEqual(self.done("tidy-objects", "a", "b", form="column")["b"].y, 200)

    def test_make_alike_in_size(self):
        wide = self.done("size-objects", "a", "b", "c", alike="width")
        self.assertEqual([(wide[i].width, wide[i].height) for i in "ab"], [(60, 40), (60, 30)])
        self.assertEqual((wide["c"].width, wide["c"].grows), (60, True))
        high = self.done("size-objects", "a", "b", "c", alike="height")
        self.assertEqual((high["b"].width, high["c"].height, high["c"].grows), (80, 40, False))
        both = self.done("size-objects", "a", "b", "c", alike="both")
        self.assertEqual([(both[i].width, both[i].height) for i in "bc"], [(60, 30), (60, 40)])
        self.assertEqual((both["b"].x, both["b"].y), (300.3, 200))

    def test_what_cannot_be_placed_is_refused(self):
        for words, do, objects, more in (
            ("select two objects", "align-objects", ["a", "a"], {"edge": "left"}),
            ("select an object", "align-objects", [], {"edge": "left", "to": "slide"}),
            ("select three objects", "spread-objects", ["a", "b"], {"along": "down"}),
            ("select two objects", "size-objects", ["a"], {"alike": "both"}),
            ("not on the slide any more", "tidy-objects", ["a", "gone"], {"form": "row"}),
            ("100000", "spread-objects", ["a", "b"], {"along": "down", "gap": 99_990}),
        ):
            with self.assertRaisesRegex(BadEdit, words):
                self.done(do, *objects, **more)
