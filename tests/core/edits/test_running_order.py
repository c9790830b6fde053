"""Edits of builds: cues come and go, and marks, waits and numbers follow."""

from unittest import TestCase

from ritornel.core.edits import BadEdit
from ritornel.core.model import Show
from ritornel.core.score import compile
from tests.made import edited, show, slide, step, text

SCRIPT = "Before. [1] One. [2] Two. [3] Three."


def order(changed: Show) -> list[tuple[str, str]]:
    return [(s.id, s.trigger) for s in changed.slides[0].running_order]


class MovingBuilds(TestCase):
    def setUp(self):
        steps = (step("a"), step("a2", "alongside"), step("b"), step("c"))
        self.show = show(
            slide(
                *steps, script=SCRIPT, waits={"1": 100, "3": 300}, narration={"out": 9000, "marks": [1000, None, 3000]}
            )
        )

    def move(self, *steps: str, **where) -> Show:
        return edited(self.show, do="move-steps", slide="slide-1", steps=list(steps), **where)

    def test_an_opener_that_moves_leaves_its_cue_to_the_next(self):
        changed = self.move("a", cue=2, index=1)
        self.assertEqual(order(changed), [("a2", "cue"), ("b", "cue"), ("a", "alongside"), ("c", "cue")])
        self.assertEqual(changed.slides[0].script, SCRIPT)

    def test_a_cue_that_is_emptied_goes_and_the_rest_is_renumbered(self):
        changed = self.move("b", cue=1, index=2).slides[0]
        self.assertEqual(changed.script, "Before. [1] One. Two. [2] Three.")
        self.assertEqual(changed.waits, {"1": 100, "2": 300})
        self.assertEqual(changed.narration.marks, (1000, 3000))

    def test_within_a_cue(self):
        self.assertEqual(order(self.move("a2", cue=1, index=0))[:2], [("a2", "cue"), ("a", "alongside")])

    def test_to_the_beginning(self):
        self.assertEqual(order(self.move("b", cue=0))[0], ("b", "alongside"))

    def test_to_a_cue_of_its_own(self):
        changed = self.move("a2", cue=1, new_cue=True).slides[0]
        self.assertEqual([s.trigger for s in changed.running_order], ["cue"] * 4)
        self.assertEqual(changed.script, "Before. [1] One. [3] Two. [4] Three.")
        self.assertEqual(changed.waits, {"1": 100, "4": 300})

    def test_whole_cues_stay_cues_and_marks_stay_in_order(self):
        changed = self.move("c", cue=0, new_cue=True).slides[0]
        self.assertEqual(
            [(s.id, s.trigger) for s in changed.running_order],
            [("c", "cue"), ("a", "cue"), ("a2", "alongside"), ("b", "cue")],
        )
        self.assertEqual((changed.script, changed.narration.marks), (SCRIPT, (1000, None, 3000)))
        changed = self.move("a", "a2", "b", cue=3, new_cue=True).slides[0]
        self.assertEqual([s.id for s in changed.running_order], ["c", "a", "a2", "b"])
        self.assertEqual([s.trigger for s in changed.running_order], ["cue", "cue", "alongside", "cue"])
        given = edited(self.show, do="set-slides", slides=["slide-1"], values={"cue_advance": {"3": "clock"}})
        given = edited(given, do="move-steps", slide="slide-1", steps=["c"], cue=1, new_cue=True)
        self.assertEqual(given.slides[0].cue_advance, {"2": "clock"})

    def test_a_place_that_is_gone_is_refused(self):
        with self.assertRaises(BadEdit):
            self.move("a", cue=9)

    def test_a_trigger_that_changes_opens_or_closes_a_cue(self):
        closed = edited(self.show, do="set-steps", slide="slide-1", steps=["b"], values={"trigger": "following"})
        self.assertEqual(closed.slides[0].script, "Before. [1] One. Two. [2] Three.")
        opened = edited(closed, do="set-steps", slide="slide-1", steps=["b"], values={"trigger": "cue"})
        self.assertEqual(opened.slides[0].script, "Before. [1] One. Two. [3] Three.")
        self.assertEqual(opened.slides[0].waits, {"1": 100, "3": 300})

    def test_deleting_the_steps_of_a_cue_deletes_its_mark(self):
        changed = edited(self.show, do="delete-steps", slide="slide-1", steps=["a", "a2"]).slides[0]
        self.assertEqual(changed.script, "Before. One. [1] Two. [2] Three.")

    def test_values_out_of_range_are_refused_in_words(self):
        with self.assertRaisesRegex(BadEdit, "duration must be 0 or more"):
            edited(self.show, do="set-steps", slide="slide-1", steps=["a"], values={"duration": -1})


class AddingBuilds(TestCase):
    def setUp(self):
        objects = (
            {"id": "low", "kind": "shape", "x": 0, "y": 400},
            {"id": "right", "kind": "shape", "x": 500, "y": 20},
            text("list", "One", "Two", "Three", x=0, y=10),
        )
        self.show = show(slide(objects=objects, script="[1] Waiting [2] marks"))

    def add(self, *objects: str, **more) -> Show:
        return edited(self.show, do="add-builds", slide="slide-1", objects=list(objects), **more)

    def test_several_come_in_reading_order_on_one_cue(self):
        steps = self.add("low", "list", "right", effect="fade").slides[0].running_order
        self.assertEqual([s.object for s in steps], ["list", "right", "low"])
        self.assertEqual([s.trigger for s in steps], ["cue", "alongside", "alongside"])

    def test_what_stands_less_than_a_row_apart_is_read_from_the_left(self):
        objects = [{"id": name, "kind": "shape", "x": x, "y": y} for name, x, y in (("right", 500, 5), ("left", 0, 10))]
        made = edited(show(slide(objects=objects)), do="add-builds", slide="slide-1", objects=["right", "left"])
        self.assertEqual([s.object for s in made.slides[0].running_order], ["left", "right"])

    def test_or_each_on_its_own(self):
        steps = self.add("low", "right", order="each").slides[0].running_order
        self.assertEqual([s.trigger for s in steps], ["cue", "cue"])

    def test_line_by_line_is_one_step_per_line(self):
        steps = self.add("list", by="line", order="each").slides[0].running_order
        self.assertEqual([s.part.paragraph for s in steps], [0, 1, 2])

    def test_a_mark_that_waited_for_its_cue_gets_it(self):
        changed = self.add("low")
        self.assertEqual(changed.slides[0].script, "[1] Waiting [2] marks")
        self.assertEqual(compile(changed).times[0].groups[1].wait_ms, 400)

    def test_lines_take_their_builds_along_when_lines_come_and_go(self):
        built = self.add("list", by="line", order="each")
        lines = [{"text": t} for t in ("Zero", "One", "Three")]
        changed = edited(built, do="set-objects", slide="slide-1", values={"list": {"paragraphs": lines}})
        texts = changed.slides[0].objects[-1].paragraphs
        built_lines = [texts[s.part.paragraph].text for s in changed.slides[0].running_order]
        self.assertEqual(built_lines, ["One", "Three"])


class BuildLike(TestCase):
    def likes(self, trigger: str) -> list[tuple[str, str, str, str]]:
        others = ({"id": "low", "kind": "shape", "y": 300}, {"id": "high", "kind": "shape", "y": 100})
        model = step("m", trigger, 900, effect="rise", params={"distance": 50}, delay=70, easing="ease-in")
        made = show(slide(step("first"), model, objects=others))
        after = edited(made, do="build-like", slide="slide-1", objects=["low", "high"], like="m", ids=["n1", "n2"])
        found = after.slides[0].running_order
        same = {(s.effect, s.duration_ms, s.delay_ms, s.easing, s.params["distance"]) for s in found[1:]}
        self.assertEqual(same, {("rise", 900, 70, "ease-in", 50)})
        return [(s.id, s.object, s.trigger) for s in found[2:]]

    def test_it_has_everything_of_the_other_in_reading_order(self):
        for trigger in ("cue", "alongside", "following"):
            self.assertEqual(self.likes(trigger), [("n1", "high", trigger), ("n2", "low", trigger)])

    def test_what_is_gone_is_said(self):
        for objects, like in ((["box"], "none"), (["none"], "a")):
            with self.assertRaises(BadEdit):
                edited(show(slide(step("a"))), do="build-like", slide="slide-1", objects=objects, like=like)
