"""Every title moves as one of them does."""

from unittest import TestCase

from ritornel.core.edits import BadEdit
from tests.core.edits.test_each_command import edited
from tests.made import show, slide, step, text


def titled(key: str, *steps, **more) -> dict:
    return slide(*steps, id=key, objects=(text("t", "Words", role="title"), text("b", "More", role="body")), **more)


class ByRole(TestCase):
    def orders(self, made, like: str = "a") -> dict:
        made = edited(made, do="build-by-role", slide="one", step=like)
        return {s.id: [(b.object, b.effect, b.trigger, b.duration_ms) for b in s.running_order] for s in made.slides}

    def test_from_the_beginning_it_comes_first_everywhere(self):
        rise = step("a", "following", 900, object="t", effect="rise")
        other = step("x", "cue", 500, effect="fade")
        found = self.orders(show(titled("one", rise), titled("two", other), titled("three"), slide(id="four")))
        self.assertEqual(found["two"], [("t", "rise", "following", 900), ("box", "fade", "cue", 500)])
        self.assertEqual((found["three"], found["four"]), ([("t", "rise", "following", 900)], []))

    def test_on_a_cue_it_gets_one_at_the_end_and_what_comes_already_keeps_its_place(self):
        rise = step("a", "cue", 900, object="t", effect="rise", easing="linear", params={"distance": 10})
        there = step("y", "following", 300, object="t", effect="fade")
        out = step("z", "cue", 300, object="t", kind="exit", effect="fade")
        found = self.orders(show(titled("one", rise), titled("two", step("x")), titled("three", there, out)))
        self.assertEqual(found["two"][1], ("t", "rise", "cue", 900))
        self.assertEqual(found["three"], [("t", "rise", "following", 900), ("t", "fade", "cue", 300)])

    def test_what_has_no_role_is_refused(self):
        with self.assertRaises(BadEdit):
            self.orders(show(slide(step("a"), id="one")))
        with self.assertRaises(BadEdit):
            self.orders(show(titled("one")), like="gone")
