"""What the list of what was done says an edit was about."""

from unittest import TestCase

from ritornel.core.edits import read_command
from ritornel.core.edits.places import places_changed
from ritornel.core.edits.telling import about
from tests.made import edited, show, slide, text


class Told(TestCase):
    def setUp(self):
        names = ("Tower", "Lamp", "Bath", "Sea")
        things = tuple(text(f"{n}", name, y=100 * n) for n, name in enumerate(names))
        self.made = show(slide(objects=things, id="one", title="What it is"), slide(objects=(), id="two"))

    def about(self, do: str, **values) -> str:
        after = edited(self.made, do=do, **values)
        return about(places_changed(self.made, after), self.made, after)

    def move(self, *ids: str) -> str:
        return self.about("set-objects", slide="one", values={i: {"x": 7} for i in ids})

    def test_the_things_and_the_slide_by_their_names(self):
        self.assertEqual(self.move("0"), "Tower, on “What it is”")
        self.assertEqual(self.move("0", "1"), "Tower, Lamp, on “What it is”")
        self.assertEqual(self.move("0", "1", "2", "3", "box"), "Tower, Lamp, and 3 more, on “What it is”")
        self.assertEqual(self.about("delete-objects", slide="one", objects=["3"]), "Sea, on “What it is”")

    def test_slides_alone_and_several(self):
        self.assertEqual(self.about("set-slides", slides=["two"], values={"hold": 900}), "“Slide 2”")
        self.assertEqual(self.about("set-slides", slides=None, values={"hold": 900}), "on 2 slides")
        self.assertEqual(self.about("delete-slides", slides=["two"]), "“Slide 2”")
        self.assertEqual(self.about("set-show", values={"title": "Other"}), "")

    def test_labels_count(self):
        def label(*slides: dict) -> str:
            return read_command({"do": "add-outline", "slides": list(slides)}).label

        self.assertEqual(label({}), "make a slide of an outline")
        self.assertEqual(label({}, {}), "make 2 slides of an outline")
