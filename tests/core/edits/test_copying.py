"""What comes from a clipboard; a look and builds given on."""

from typing import Any
from unittest import TestCase

from ritornel.core.edits import BadEdit, read_command
from ritornel.core.model.writing import plain
from tests.made import edited, show, slide, step, text

TITLE = text("title", "The bath", lineage="title", x=100, y=80, size=60, colour="#112233", group="g")
START = show(
    slide(step("b1"), step("b2", "following", kind="exit"), step("b3", object="title", part={"paragraph": 0}),
          objects=(TITLE, text("other", "Glass")), id="one"),
    slide(id="two"),
)  # fmt: skip


class Pasted(TestCase):
    def paste(self, slide_id: str, **more: Any):
        one = START.slides[0]
        steps = [plain(s) for s in one.running_order]
        objects = [plain(o) for o in one.objects if o.id != "other"]
        made = edited(START, do="paste-objects", slide=slide_id, objects=objects, steps=steps, **more)
        return next(s for s in made.slides if s.id == slide_id)

    def test_objects_come_with_their_builds_to_the_same_place_and_keep_their_lineage(self):
        two = self.paste("two", ids=["n1", "n2"])
        box, title = two.objects[1:]
        self.assertEqual((box.id, box.lineage, title.lineage, title.x, title.y), ("n1", "box", "title", 100, 80))
        self.assertEqual(title.group, "group-1")
        told = [(s.object, s.trigger, s.kind) for s in two.running_order]
        self.assertEqual(told, [("n1", "cue", "entrance"), ("n1", "following", "exit"), ("n2", "cue", "entrance")])
        self.assertEqual(len({s.id for s in two.running_order}), 3)

    def test_where_it_stands_already_the_copy_stands_beside_it(self):
        title = self.paste("one").objects[-1]
        self.assertEqual((title.x, title.y, title.lineage), (124, 104, "title"))
        self.assertNotEqual(title.id, "title")

    def test_it_says_what_it_brings_and_how_many(self):
        command = read_command(
            {"do": "paste-objects", "slide": "s", "objects": [{"kind": "clip", "id": "c", "asset": "film"}]}
        )
        self.assertEqual((command.brings_assets, command.label), (("film",), "put in a copy"))
        for bad in ([], [{"kind": "shape"}], [{"kind": "shape", "id": "x", "width": -1}]):
            with self.assertRaises(BadEdit):
                edited(START, do="paste-objects", slide="one", objects=bad)


class Given(TestCase):
    def give(self, what: str, objects: list[str], of: str = "title", slide_id: str = "one"):
        return edited(START, do=what, slide=slide_id, objects=objects, of=of, on="one").slides

    def test_a_look_leaves_words_place_and_group(self):
        other = self.give("give-look", ["other", "box"])[0].objects[2]
        self.assertEqual((other.size, other.colour, other.paragraphs[0].text), (60, "#112233", "Glass"))
        self.assertEqual((other.x, other.group, other.lineage), (0, "", "other"))
        with self.assertRaisesRegex(BadEdit, "objects of the same kind"):
            self.give("give-look", ["box"])

    def test_builds_are_given_in_their_order_with_ids_of_their_own(self):
        order = self.give("give-builds", ["other", "title", "box"], of="box")[0].running_order
        told = [(s.object, s.kind, s.trigger) for s in order[3:]]
        self.assertEqual(
            told, [(o, k, t) for o in ("title", "other") for k, t in (("entrance", "cue"), ("exit", "following"))]
        )
        self.assertEqual(len({s.id for s in order}), 7)
        for objects, of in ((["other"], "title"), (["box"], "box"), (["box"], "gone")):
            with self.assertRaises(BadEdit):
                self.give("give-builds", objects, of)

    def test_copies_by_a_distance(self):
        made = edited(START, do="duplicate-objects", slide="one", objects=["title"], by=[10.26, -5])
        self.assertEqual((made.slides[0].objects[-1].x, made.slides[0].objects[-1].y), (110.3, 75))
