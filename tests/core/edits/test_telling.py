"""What the list of what was done says an edit was about."""

from unittest import TestCase

from ritornel.core.edits import read_command
from ritornel.core.edits.places import places_changed
from ritornel.core.edits.telling import what_was_done
from tests.made import edited, show, slide, step, text


class Told(TestCase):
    def setUp(self):
        names = ("Tower", "Lamp", "Bath", "The_sea")
        things = tuple(text(f"{n}", name, y=100 * n) for n, name in enumerate(names))
        builds = (step("a", object="0"), step("b", object="box"))
        one = slide(*builds, objects=things, id="one", title="What it is")
        self.made = show(one, slide(objects=(), id="two"))

    def told(self, do: str, **values) -> str:
        after = edited(self.made, do=do, **values)
        label = read_command({"do": do, **values}).label
        return what_was_done(label, places_changed(self.made, after), self.made, after)

    def move(self, *ids: str) -> str:
        return self.told("set-objects", slide="one", values={i: {"x": 7} for i in ids})

    def test_the_things_and_the_slide_by_their_names(self):
        s = {"slide": "one"}
        for words, told in (
            ("Moved “Tower”, on “What it is”", self.move("0")),
            ("Moved “Tower” and “Lamp”, on “What it is”", self.move("0", "1")),
            ("Moved “Tower”, “Lamp” and 3 more, on “What it is”", self.move("0", "1", "2", "3", "box")),
            ("Deleted “The_sea”, on “What it is”", self.told("delete-objects", **s, objects=["3"])),
            ("Hid “The_sea”, on “What it is”", self.told("set-objects", **s, values={"3": {"hidden": True}})),
            ("Aligned “Tower” at the right, on “What it is”", self.told("align-objects", **s, objects=["0"], edge="right", to="slide")),
            ("Set the size of “The_sea”, on “What it is”", self.told("style-texts", **s, objects=["3"], values={"size": 9})),
            ("Put “The_sea” on every slide", self.told("put-on-slides", **s, objects=["3"])),
            ("Added a line: “Line”, on “What it is”", self.told("add-object", **s, object={"id": "l", "kind": "line"})),
        ):  # fmt: skip
            self.assertEqual(told, words)

    def test_a_name_takes_the_place_of_one_word_only(self):
        touched = {("slide", "one", "objects", "0", "x")}
        for label, words in (
            ("edit the text of an object", "Edited the text of “Tower”, on “What it is”"),
            ("build it with “pull it”", "Built “Tower” with “pull it”, on “What it is”"),
            ("start with the slide", "Started with the slide: “Tower”"),
        ):
            self.assertEqual(what_was_done(label, touched, self.made, self.made), words)
        renamed = self.told("set-objects", slide="one", values={"0": {"name": "Beacon"}})
        self.assertEqual(renamed, "Renamed “Beacon”, on “What it is”")

    def test_builds_by_what_they_move(self):
        s = {"slide": "one"}
        for words, told in (
            ("Set the delay of a build: “Tower”, on “What it is”", self.told("set-steps", **s, steps=["a"], values={"delay": 9})),
            ("Chose another effect for 2 builds: “Tower” and “Rectangle”, on “What it is”", self.told("set-steps", **s, steps=["a", "b"], values={"effect": "rise"})),
            ("Deleted a build: “Rectangle”, on “What it is”", self.told("delete-steps", **s, steps=["b"])),
            ("Moved cue 2, on “What it is”", self.told("drag-cue", **s, cue=2, by=900)),
        ):  # fmt: skip
            self.assertEqual(told, words)

    def test_slides_alone_and_several(self):
        for words, told in (
            ("Set the hold, on “Slide 2”", self.told("set-slides", slides=["two"], values={"hold": 900})),
            ("Set the hold of every slide", self.told("set-slides", slides=None, values={"hold": 900})),
            ("Set the hold, on 2 slides", self.told("set-slides", slides=["one", "two"], values={"hold": 900})),
            ("Deleted “Slide 2”", self.told("delete-slides", slides=["two"])),
            ("Deleted 2 slides", self.told("delete-slides", slides=["one", "two"])),
            ("Moved the end of “What it is”", self.told("drag-slide-end", slide="one", by=900)),
            ("Set the show's title", self.told("set-show", values={"title": "Other"})),
        ):
            self.assertEqual(told, words)

    def test_every_verb_has_its_past(self):
        made = show()
        for label, words in (
            ("tidy objects", "Tidied objects"), ("shrink a text", "Shrank a text"), ("restack", "Restacked"),
            ("continue on the next slide", "Continued on the next slide"), ("apply a take", "Applied a take"),
        ):  # fmt: skip
            self.assertEqual(what_was_done(label, (), made, made), words)

    def test_labels_count(self):
        def label(*slides: dict) -> str:
            return read_command({"do": "add-outline", "slides": list(slides)}).label

        self.assertEqual(label({}), "make a slide of an outline")
        self.assertEqual(label({}, {}), "make 2 slides of an outline")
