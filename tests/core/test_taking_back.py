"""A step taken out of a show on which others have gone on since."""

from unittest import TestCase

from hypothesis import given
from hypothesis import strategies as st

from ritornel.core.edits import BadEdit, apply, read_command
from ritornel.core.edits.places import meet, places_changed
from ritornel.core.edits.taking_back import taken_back
from ritornel.core.model import Show
from tests.examples import examples
from tests.made import show, slide, step, text

START = show(
    slide(step("a"), step("b"), objects=(text("a", "Lamp"), text("b", "Lens")), id="one", script="One."),
    slide(step("c"), objects=(text("c", "Sea"),), id="two"),
    slide(id="three"),
    title="The lamp",
)


def after(start: Show, *commands: dict) -> Show:
    for command in commands:
        start = apply(start, read_command(command))
    return start


def moved(thing: str, slide_id: str = "one", **values) -> dict:
    return {"do": "set-objects", "slide": slide_id, "values": {thing: values or {"x": 77}}}


SHAPE = {"id": "s", "kind": "shape", "width": 5, "height": 5}
COMMANDS = [
    moved("a", x=11),
    moved("a", y=22),
    moved("b", x=33),
    moved("c", "two", x=44),
    {"do": "add-object", "slide": "one", "object": SHAPE},
    {"do": "delete-objects", "slide": "one", "objects": ["b"]},
    {"do": "set-show", "values": {"title": "The lens"}},
    {"do": "set-slides", "slides": ["one"], "values": {"script": "Another."}},
    {"do": "set-slides", "slides": ["two"], "values": {"title": "By the sea"}},
    {"do": "delete-slides", "slides": ["two"]},
    {"do": "move-slides", "slides": ["three"], "before": "one"},
    {"do": "add-slide", "after": "one", "ids": ["four"]},
]


class TakingBack(TestCase):
    def test_what_nobody_went_on_from_is_as_before(self):
        for command in COMMANDS:
            with self.subTest(command):
                became = after(START, command)
                self.assertNotEqual(became, START)
                self.assertEqual(taken_back(became, became, START), START)

    def test_what_others_did_to_the_same_object_and_slide_stays(self):
        became = after(START, moved("a", x=77))
        now = after(became, moved("a", y=5), moved("b", x=9), {"do": "add-object", "slide": "one", "object": SHAPE})
        found = taken_back(now, became, START)
        wanted = after(START, moved("a", y=5), moved("b", x=9), {"do": "add-object", "slide": "one", "object": SHAPE})
        self.assertEqual(found, wanted)

    def test_a_slide_that_went_comes_back_where_it_was_among_those_that_came(self):
        became = after(START, {"do": "delete-slides", "slides": ["two"]})
        now = after(became, {"do": "add-slide", "after": "one", "ids": ["four"]})
        self.assertEqual([s.id for s in taken_back(now, became, START).slides], ["one", "two", "four", "three"])

    @examples(60)
    @given(st.sampled_from(COMMANDS), st.lists(st.sampled_from(COMMANDS), max_size=4))
    def test_where_nothing_meets_it_is_as_if_the_step_had_never_been(self, mine: dict, theirs: list[dict]):
        became = after(START, mine)
        try:
            now, without = after(became, *theirs), after(START, *theirs)
        except BadEdit:
            return
        if mine in theirs or meet(places_changed(START, became), places_changed(became, now)):
            return
        found = taken_back(now, became, START)
        self.assertEqual(sorted(s.id for s in found.slides), sorted(s.id for s in without.slides))
        self.assertEqual({s.id: s for s in found.slides}, {s.id: s for s in without.slides})
        self.assertEqual((found.title, found.chapters, found.beds), (without.title, without.chapters, without.beds))
