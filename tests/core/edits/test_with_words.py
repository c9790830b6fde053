"""Words and an object joined into a cue."""

from unittest import TestCase

from ritornel.core.edits import BadEdit
from tests.made import edited, show, slide, step, text


class WithWords(TestCase):
    SCRIPT = "The lamp floats. [1] One finger turns it, [2] all four tons."

    def setUp(self):
        self.made = show(
            slide(step("a"), step("b"), id="one", script=self.SCRIPT, waits={"2": 700}, objects=(text("t", "Words"),))
        )

    def come(self, word: int, thing: str = "t", made=None, **more):
        done = edited(made or self.made, do="come-with-words", slide="one", object=thing, word=word, **more).slides[0]
        return done.script, [(s.id, s.object, s.trigger) for s in done.running_order], done

    def test_a_cue_of_its_own_is_marked_where_the_words_are_and_the_others_keep_theirs(self):
        script, order, done = self.come(5, id="new")
        self.assertEqual(script, "The lamp floats. [1] One finger [2] turns it, [3] all four tons.")
        self.assertEqual(order, [("a", "box", "cue"), ("new", "t", "cue"), ("b", "box", "cue")])
        self.assertEqual((done.running_order[1].effect, done.waits), ("fade", {"3": 700}))

    def test_before_all_others_and_after_them(self):
        script, order, _ = self.come(1)
        self.assertEqual(script, "The [1] lamp floats. [2] One finger turns it, [3] all four tons.")
        self.assertEqual([s[1] for s in order], ["t", "box", "box"])
        script, order, _ = self.come(9)
        self.assertEqual(script, "The lamp floats. [1] One finger turns it, [2] all four [3] tons.")
        self.assertEqual([s[1] for s in order], ["box", "box", "t"])

    def test_at_a_mark_it_comes_with_that_cue(self):
        script, order, _ = self.come(3)
        self.assertEqual((script, order[1][1:]), (self.SCRIPT, ("t", "alongside")))

    def test_an_entrance_that_it_has_comes_along(self):
        script, order, _ = self.come(9, "box")
        self.assertEqual(script, "The lamp floats. One finger turns it, [1] all four [2] tons.")
        self.assertEqual([s[0] for s in order], ["b", "a"])
        box = {"id": "box", "kind": "shape"}
        there = show({"id": "one", "script": "One [1] two", "objects": [box], "running_order": [step("a")]})
        self.assertEqual(self.come(1, "box", made=there)[:2], ("One [1] two", [("a", "box", "cue")]))

    def test_what_is_gone_is_said(self):
        for word, thing, words in (
            (99, "t", "those words are not in the script"),
            (1, "gone", "that object is not on the slide"),
        ):
            with self.assertRaisesRegex(BadEdit, words):
                self.come(word, thing)
