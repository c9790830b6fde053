"""A step taken out of a show on which others have gone on since."""

from unittest import TestCase

from hypothesis import given
from hypothesis import strategies as st
from msgspec.structs import replace

from ritornel.core.edits import BadEdit, apply, read_command
from ritornel.core.edits.places import meet, places_changed
from ritornel.core.edits.taking_back import taken_back
from ritornel.core.model import Bed, Chapter, Show
from ritornel.core.model.stored import stored_slide
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

    def back(self, start: Show, mine: dict, *theirs: dict) -> None:
        """What is left of both is what others did alone."""
        became = after(start, mine)
        self.assertNotEqual(became, start)
        self.assertEqual(taken_back(after(became, *theirs), became, start), after(start, *theirs), mine)

    def test_chapters_and_beds_beside_those_of_others(self):
        first, second, third = (Chapter(id=f"c-{name}", title=name, first=name) for name in ("one", "two", "three"))
        start, became = (replace(START, chapters=those) for those in ((first,), (first, second)))
        now = replace(START, chapters=(replace(first, title="The first"), second, third))
        found = taken_back(now, became, start)
        self.assertEqual(found.chapters, (replace(first, title="The first"), third))
        self.assertEqual(taken_back(found, start, became).chapters, now.chapters)
        beds = tuple(Bed(id=name, asset="tune") for name in "ab")
        found = taken_back(replace(START, beds=beds), replace(START, beds=beds[:1]), START)
        self.assertEqual(found.beds, beds[1:])

    def test_a_field_that_the_step_left_out_comes_back(self):
        start = after(START, moved("a", opacity=0.5))
        self.back(start, moved("a", opacity=1), moved("a", x=3))
        self.back(start, moved("a", opacity=0.25), moved("a", x=3))

    def test_of_values_in_values_what_others_set_stays(self):
        def turned(**values) -> dict:
            of = {"do": "set-slides", "slides": ["one"], "within_transition": True}
            return {**of, "values": {"transition": values}}

        self.back(after(START, turned(type="push", duration=900)), turned(duration=400), turned(direction="up"))
        self.back(
            START, {"do": "set-show", "values": {"pace": {"wpm": 90}}}, {"do": "set-show", "values": {"title": ""}}
        )

    def test_lists_that_are_not_of_things_and_words_become_what_they_were(self):
        self.back(replace(START, title=""), {"do": "set-show", "values": {"title": "The lens"}}, moved("a", x=5))
        guides = [{"axis": "x", "at": 10.0}]
        self.back(START, {"do": "set-show", "values": {"guides": guides}}, {"do": "set-show", "values": {"title": "B"}})
        self.back(START, {"do": "set-show", "values": {"words": ["Skarholm"]}}, moved("a", x=5))

    def order(self, start: str, mine: str, now: str) -> str:
        """The order of slides, a letter each, after a step from ``start`` to ``mine`` is taken out of ``now``."""
        was, became, are = (show(*(slide(id=name) for name in names)) for names in (start, mine, now))
        return "".join(one.id for one in taken_back(are, became, was).slides)

    def test_the_order_of_what_stayed_comes_back_around_what_others_did(self):
        self.assertEqual(self.order("abc", "bca", "bca"), "abc")
        self.assertEqual(self.order("abc", "cab", "cxab"), "axbc", "what came keeps its place")
        self.assertEqual(self.order("abcd", "dabc", "dac"), "acd", "what others took away stays away")
        self.assertEqual(self.order("abc", "abc", "cba"), "cba", "an order of others stays")
        self.assertEqual(self.order("abc", "abxc", "cbxa"), "cba", "what came by the step goes, whatever its order is")

    def test_what_went_comes_back_behind_what_it_stood_behind(self):
        self.assertEqual(self.order("abc", "bc", "bxc"), "abxc", "the first is the first again")
        self.assertEqual(self.order("abc", "ac", "xac"), "xabc")
        self.assertEqual(self.order("abcd", "ad", "ad"), "abcd")
        self.assertEqual(self.order("abcd", "ad", "dx"), "bcdx", "behind what is not there any more: at the beginning")
        self.assertEqual(self.order("abc", "ab", "ba"), "bca", "behind what it stood behind, wherever that is now")

    def test_what_cannot_be_read_is_not_merged(self):
        bad = stored_slide("one", "{")
        was = replace(START, slides=(bad, *START.slides[1:]))
        became = START
        now = after(START, moved("a", x=9))
        self.assertEqual(taken_back(now, became, was).slides[0], bad)
        gone = replace(now, slides=now.slides[1:])
        self.assertEqual(len(taken_back(gone, became, was).slides), 2)

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
