"""Lines and objects in one order: as they are read, or by pairs; builds that take so many times as long."""

from unittest import TestCase

from ritornel.core.edits import BadEdit
from tests.made import edited, show, slide, step, text

ONE = text("one", "a", "b", "c", x=80, y=100, size=30, width=400)
OTHER = text("two", "d", "e", "f", x=700, y=100, size=30, width=400)
PICTURES = tuple(
    {"id": i, "kind": "shape", "x": 600, "y": y, "width": 80, "height": 30} for i, y in (("p", 100), ("q", 200))
)


def built(along: str, *objects, **more):
    made = show(slide(objects=objects, id="s"))
    made = edited(
        made, do="add-builds", slide="s", objects=[o["id"] for o in objects], along=along, **{"order": "each", **more}
    )
    order = made.slides[0].running_order
    return [(s.object + (str(s.part.paragraph) if s.part else ""), s.trigger) for s in order]


class Weaving(TestCase):
    def test_lines_of_two_texts_come_row_by_row(self):
        found = built("woven", OTHER, ONE)
        self.assertEqual([name for name, _ in found], ["one0", "two0", "one1", "two1", "one2", "two2"])
        self.assertEqual({trigger for _, trigger in found}, {"cue"})

    def test_objects_come_between_the_lines_beside_which_they_stand(self):
        self.assertEqual([name for name, _ in built("woven", *PICTURES, ONE)], ["one0", "p", "one1", "one2", "q"])

    def test_pairs_come_together(self):
        found = built("pairs", ONE, *PICTURES)
        self.assertEqual([n for n, _ in found], ["p", "one0", "q", "one1", "one2"])
        self.assertEqual([t for _, t in found], ["cue", "alongside", "cue", "alongside", "cue"])

    def test_without_cues_they_follow_each_other(self):
        found = built("pairs", ONE, *PICTURES, order="following")
        self.assertEqual([t for _, t in found], ["cue", "alongside", "following", "alongside", "following"])


class Scaling(TestCase):
    def test_each_takes_so_many_times_as_long(self):
        made = show(slide(step("a", duration=400), step("b", duration=900), step("c", duration=0), id="s"))
        after = edited(made, do="scale-builds", slide="s", steps=["a", "b", "c"], by=1.5)
        self.assertEqual([s.duration_ms for s in after.slides[0].running_order], [600, 1350, 0])
        least = edited(made, do="scale-builds", slide="s", steps=["a"], by=0.001)
        self.assertEqual([s.duration_ms for s in least.slides[0].running_order], [50, 900, 0])
        with self.assertRaises(BadEdit):
            edited(made, do="scale-builds", slide="s", steps=["gone"], by=2)
