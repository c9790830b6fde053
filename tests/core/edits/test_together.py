"""Edits made at the same time: where each changed something, whether they meet, words of both brought together."""

import time
from unittest import TestCase

from hypothesis import given
from hypothesis import strategies as st

from ritornel.core.edits import BadEdit
from ritornel.core.edits.merging import MOST_COMPARED, merged
from ritornel.core.edits.places import meet, places_changed, slides_of
from ritornel.core.linecheck import findings
from ritornel.core.score import compile
from tests.examples import examples
from tests.made import LAMP, clip, edited, show, slide, step, text

LINES = ("Four tons", "of glass")


def made():
    one = slide(step("a"), step("b"), objects=(text("t", *LINES),), script=LAMP, id="one", waits={"1": 500})
    return show(one, slide(id="two"), slide(id="three"), chapters=[{"id": "c", "first": "one", "title": "C"}])


class Places(TestCase):
    def changed(self, **command) -> set:
        before = made()
        return places_changed(before, edited(before, **command))

    def test_of_the_show_its_pace_chapters_and_beds(self):
        self.assertEqual(
            self.changed(do="set-show", values={"title": "New", "target": 5}), {("title",), ("target_ms",)}
        )
        self.assertEqual(self.changed(do="set-show", values={"pace": {"wpm": 90}}), {("pace", "wpm")})
        self.assertEqual(self.changed(do="set-chapter", slide="one", title="D"), {("chapters", "c", "title")})
        self.assertEqual(self.changed(do="set-chapter", slide="two", title="D"), {("chapters", "chapter-1")})
        self.assertEqual(self.changed(do="add-bed", values={"asset": "x"}), {("beds", "bed-1")})

    def test_of_slides(self):
        hold = {"do": "set-slides", "slides": ["one", "two"], "values": {"hold": 7}}
        self.assertEqual(self.changed(**hold), {("slide", "one", "hold"), ("slide", "two", "hold")})
        self.assertEqual(self.changed(do="add-slide", ids=["new"]), {("slide", "new")})
        self.assertEqual(self.changed(do="delete-slides", slides=["two"]), {("slide", "two")})
        self.assertEqual(self.changed(do="move-slides", slides=["three"], before="one"), {("slides",)})
        self.assertEqual(
            self.changed(do="set-slides", slides=["one"], values={"waits": {}}), {("slide", "one", "waits")}
        )

    def test_of_objects_and_builds(self):
        at = ("slide", "one")
        place = {"do": "set-objects", "slide": "one", "values": {"t": {"x": 5}, "box": {"y": 6}}}
        self.assertEqual(self.changed(**place), {(*at, "objects", "t", "x"), (*at, "objects", "box", "y")})
        new = {"do": "add-object", "slide": "one", "object": {"id": "n", "kind": "shape"}}
        self.assertEqual(self.changed(**new), {(*at, "objects", "n")})
        order = {"do": "restack", "slide": "one", "objects": ["box"], "to": "front"}
        self.assertEqual(self.changed(**order), {(*at, "objects", "order")})
        delay = {"do": "set-steps", "slide": "one", "steps": ["b"], "values": {"delay": 9}}
        self.assertEqual(self.changed(**delay), {(*at, "running_order", "b", "delay")})

    def test_nothing_changed_no_place(self):
        self.assertEqual(places_changed(made(), made()), set())

    def test_what_lies_in_what(self):
        deleted, held, moved = {("slide", "one")}, {("slide", "one", "hold")}, {("slide", "one", "objects", "t", "x")}
        self.assertEqual(meet(deleted, held), deleted)
        self.assertEqual(meet(held, deleted), held)
        self.assertEqual(meet(moved, {("slide", "one", "objects", "t")}), moved)
        self.assertEqual(meet(moved | held, moved), moved)
        for one, other in ((held, moved), (moved, {("slide", "one", "objects", "t", "y")}), (held, {("slide", "two")})):
            self.assertEqual((meet(one, other), meet(other, one)), (set(), set()))

    def test_slides_of_places(self):
        places = {("title",), ("slide", "two"), ("slide", "one", "hold"), ("slide", "one", "script"), ("slides",)}
        self.assertEqual(slides_of(places), ["one", "two"])


class Words(TestCase):
    def test_both_sides_words_are_kept(self):
        self.assertEqual(merged(LAMP, "Look: " + LAMP, LAMP + " Really."), "Look: " + LAMP + " Really.")
        self.assertEqual(merged("one two and three", "one 2 and three", "one two and 3"), "one 2 and 3")
        self.assertEqual(merged("a b c", "a mine c", "a theirs c"), "a theirs mine c")
        self.assertEqual(merged("", "mine", "theirs"), "theirs mine")
        self.assertEqual(merged("a b", "a b", "theirs"), "theirs")
        self.assertEqual(merged("a b", "mine", "a b"), "mine")
        self.assertEqual(merged("a b", "same", "same"), "same")

    def test_what_one_deletes_and_the_other_leaves_is_gone(self):
        self.assertEqual(
            merged("one two three four", "one three four", "one two three four five"), "one three four five"
        )

    def test_a_mark_is_a_word(self):
        self.assertEqual(merged("one two", "one [1] two", "one two [2] three"), "one [1] two [2] three")
        self.assertEqual(merged("one[1]two", "one[1]two more", "first one[1]two"), "first one[1]two more")

    def test_very_different_texts_are_put_one_after_the_other_at_once(self):
        was = "".join(f"w{n} " for n in range(MOST_COMPARED + 9))
        start = time.monotonic()
        both = merged(was, was.replace("w", "m"), was.replace("w", "t"))
        self.assertLess(time.monotonic() - start, 1)
        self.assertEqual(both, was.replace("w", "t") + was.replace("w", "m"))
        near = merged(was, was.replace("w5 ", "m5 "), was.replace("w9 ", "t9 "))
        self.assertEqual(near, was.replace("w5 ", "m5 ").replace("w9 ", "t9 "))

    @examples(150)
    @given(*[st.lists(st.sampled_from("abcd"), max_size=8).map(" ".join)] * 3)
    def test_no_word_that_someone_added_is_lost(self, was, mine, theirs):
        both = merged(was, mine, theirs).split()
        for side in (mine, theirs):
            for word in set(side.split()) - set(was.split()):
                self.assertIn(word, both)


class Writing(TestCase):
    def test_the_script(self):
        before = edited(made(), do="set-slides", slides=["one"], values={"script": LAMP + " Theirs."})
        after = edited(before, do="write-script", slide="one", script="Mine. " + LAMP, was=LAMP)
        self.assertEqual(after.slides[0].script, "Mine. " + LAMP + " Theirs.")
        self.assertEqual(
            edited(before, do="write-script", slide="one", script="New").slides[0].script, LAMP + " Theirs. New"
        )

    def test_a_text_and_its_builds_by_line(self):
        before = show(slide(step("l", object="t", part={"paragraph": 1}), objects=(text("t", *LINES),), id="one"))
        lines = {"do": "write-text", "slide": "one", "object": "t", "was": list(LINES)}
        after = edited(before, **lines, paragraphs=["All of", *LINES]).slides[0]
        self.assertEqual([p.text for p in after.objects[1].paragraphs], ["All of", *LINES])
        self.assertEqual(after.running_order[0].part.paragraph, 2)
        theirs = edited(before, **lines, paragraphs=[*LINES, "and brass"])
        both = edited(theirs, **lines, paragraphs=["Just", *LINES]).slides[0].objects[1]
        self.assertEqual([p.text for p in both.paragraphs], ["Just", *LINES, "and brass"])

    def test_what_is_gone_is_said(self):
        for command in (
            {"do": "write-script", "slide": "gone", "script": "x"},
            {"do": "write-text", "slide": "one", "object": "gone", "paragraphs": ["x"]},
            {"do": "write-text", "slide": "one", "object": "box", "paragraphs": ["x"]},
        ):
            with self.assertRaisesRegex(BadEdit, "not (in the show|on the slide) any more"):
                edited(made(), **command)

    def test_they_bring_both_together_and_other_edits_do_not(self):
        from ritornel.core.edits import read_command

        told = {c["do"]: read_command(c).merges for c in (
            {"do": "write-script", "slide": "one", "script": ""}, {"do": "add-slide"},
            {"do": "write-text", "slide": "one", "object": "t", "paragraphs": []},
        )}  # fmt: skip
        self.assertEqual(told, {"write-script": True, "write-text": True, "add-slide": False})


class Ids(TestCase):
    def test_what_is_made_has_the_ids_that_the_page_gave(self):
        new = edited(made(), do="add-object", slide="one", object={"id": "mine", "kind": "shape"}).slides[0].objects[-1]
        self.assertEqual((new.id, new.lineage), ("mine", "mine"))
        copies = edited(made(), do="duplicate-objects", slide="one", objects=["box", "t"], ids=["c1", "c2"]).slides[0]
        self.assertEqual([(o.id, o.lineage) for o in copies.objects[-2:]], [("c1", "box"), ("c2", "t")])
        slides = edited(made(), do="duplicate-slides", slides=["one", "two"], ids=["s1", "s2"]).slides
        self.assertEqual([s.id for s in slides], ["one", "two", "s1", "s2", "three"])
        built = {"do": "add-builds", "slide": "one", "objects": ["t"], "by": "line", "order": "each"}
        order = edited(made(), **built, ids=["x"]).slides[0].running_order
        self.assertEqual([s.id for s in order[-2:]], ["x", "build-1"])

    def test_an_id_that_is_taken_is_refused(self):
        for command in (
            {"do": "add-object", "slide": "one", "object": {"id": "box", "kind": "shape"}},
            {"do": "add-slide", "ids": ["two"]},
            {"do": "duplicate-slides", "slides": ["one", "two"], "ids": ["n", "n"]},
            {"do": "add-builds", "slide": "one", "objects": ["t"], "ids": ["a"]},
        ):
            with self.assertRaisesRegex(BadEdit, "is there already"):
                edited(made(), **command)


class Growing(TestCase):
    def grown(self, **values):
        before = show(slide(objects=(text("t", "One", grows=True, size=40, height=50, **values),), id="one"))
        return before

    def set(self, **values):
        return edited(self.grown(), do="set-objects", slide="one", values={"t": values}).slides[0].objects[1]

    def test_a_text_is_as_high_as_what_stands_in_it(self):
        self.assertEqual(self.set(paragraphs=[{"text": "One"}, {"text": "Two"}]).height, 2 * 50 + 14)
        self.assertEqual(self.set(size=20).height, 25)
        self.assertEqual(self.set(paragraphs=[]).height, 50)

    def test_a_height_set_by_hand_ends_that(self):
        by_hand = self.set(height=200)
        self.assertEqual((by_hand.height, by_hand.grows), (200, False))
        moved = self.set(x=9, height=50)
        self.assertEqual((moved.height, moved.grows), (50, True))
        again = self.set(height=200, grows=True)
        self.assertEqual((again.height, again.grows), (50, True))

    def test_other_texts_keep_their_height(self):
        made_ = show(slide(objects=(text("t", "One", "Two", "Three", height=20),), id="one"))
        self.assertEqual(
            edited(made_, do="set-objects", slide="one", values={"t": {"x": 1}}).slides[0].objects[1].height, 20
        )


class MediaCut(TestCase):
    """A clip that its slide's end cuts is found at once."""

    def found(self, out: int = 4000, length: int = 3000, **more) -> list[str]:
        objects = (clip("c", out=out, **more),)
        made_ = show(slide(objects=objects, length=length), assets=[{"id": "film", "kind": "clip", "length": 4000}])
        return [f"{f.object} {f.message}" for f in findings(made_, compile(made_)) if f.rule == "media-cut"]

    def test_by_how_much(self):
        words = "c slide 1: the slide's end cuts the clip: {} of it are not played"
        self.assertEqual(self.found(), [words.format("1 s")])
        self.assertEqual(self.found(rate=2), [])
        self.assertEqual(self.found(length=4000), [])
        self.assertEqual(self.found(length=3999), [words.format("0.001 s")])

    def test_one_that_plays_again_and_again_must_play_once(self):
        self.assertEqual(self.found(plays=5, length=4100), [])
        self.assertEqual(len(self.found(plays=5, length=3900)), 1)
