"""What several builds have in common is said as it is, and where they differ, that."""

import unittest

from ritornel.core.score import compile
from ritornel.core.sentences import Sentence
from ritornel.core.sentences.builds import build_sentence
from ritornel.core.sentences.together import together
from tests.made import clip, edited, show, slide, step, text

SOUNDS = [("bell", "a bell"), ("latch", "a latch")]


def said(*steps: dict, objects: tuple = ()) -> Sentence:
    made = show(slide(*steps, objects=objects))
    one, time = made.slides[0], compile(made).times[0]
    return together([build_sentence(s, one, time, "The list", SOUNDS) for s in one.running_order])


class Words(unittest.TestCase):
    def test_what_is_the_same_and_what_differs(self):
        alike = {"effect": "rise", "params": {"side": "left"}}
        for steps, words in (
            (
                (step("a", effect="rise"), step("b", "alongside", effect="rise")),
                "Each of 2 builds rises in from below, distance 36, each at its own time, at once, taking 0.6 s, once, "
                "coming to rest softly, with no sound.",
            ),
            (
                (
                    step("a", "alongside", effect="rise"),
                    step("b", "alongside", kind="emphasis", effect="pulse", duration=900),
                ),
                "Each of 2 builds moves in its own way, each at its own time, at once, taking 0.6 to 0.9 s, once, "
                "each by its own curve, with no sound.",
            ),
            (
                (
                    step("a", **alike, duration=1000, repeat=3),
                    step("b", effect="rise", duration=1000, delay=200),
                    step("c", **alike, duration=1000, delay=1200),
                ),
                "Each of 3 builds rises in as each has it, distance 36, each at its own time, at once to 1.2 s later, "
                "taking 1.0 s, once to 3 times, coming to rest softly, with no sound.",
            ),
        ):
            self.assertEqual(said(*steps).text, words)

    def test_ways_that_differ_are_none_of_them_the_chosen_one(self):
        same = said(step("a", effect="fade"), step("b", effect="fade")).settings["what"]
        other = said(step("a", effect="fade"), step("b", effect="rise")).settings["what"]
        for setting, chosen in ((same, 1), (other, 0)):
            self.assertEqual(sum(g.chosen for g in setting.groups), chosen)
            self.assertEqual(sum(c.chosen for g in setting.groups for c in g.choices), chosen)

    def test_only_what_all_of_them_have_and_what_is_theirs(self):
        clock = said(
            step("a", kind="emphasis", effect="pulse", object="film"),
            step("b", kind="play", object="film"),
            objects=(clip("film"),),
        )
        self.assertEqual(list(clock.settings), ["what", "trigger", "delay"])
        lines = [step(i, "alongside", object="list", part={"paragraph": n}) for n, i in enumerate("ab")]
        family = said(*lines, objects=(text("list", "One", "Two"),))
        self.assertNotIn("by", family.settings)
        waits = said(step("a"), step("b"))
        self.assertNotIn("wait", waits.settings)

    def test_how_loud_is_set_where_the_sound_is_the_same(self):
        def heard(*assets: str) -> list[str]:
            steps = [step(f"s{n}", sound={"asset": asset}) for n, asset in enumerate(assets)]
            return [key for key in said(*steps).settings if key in ("sound", "gain", "until")]

        self.assertEqual(heard("bell", "bell"), ["sound", "gain", "until"])
        self.assertEqual(heard("bell", "latch"), ["sound"])


class Setting(unittest.TestCase):
    def test_one_setting_of_an_effect_leaves_the_others_as_each_has_them(self):
        made = show(
            slide(
                step("a", effect="rise", params={"distance": 80}),
                step("b", effect="rise", params={"distance": 20, "side": "left"}),
                id="one",
            )
        )
        values = {"params": {"side": "right"}}
        order = edited(made, do="set-steps", slide="one", steps=["a", "b"], values=values).slides[0].running_order
        self.assertEqual(
            [s.params for s in order],
            [{"distance": 80, "side": "right"}, {"distance": 20, "side": "right"}],
        )
        values = {"effect": "rise", "params": {"side": "right"}}
        order = edited(made, do="set-steps", slide="one", steps=["a"], values=values).slides[0].running_order
        self.assertEqual(order[0].params, {"side": "right"})
