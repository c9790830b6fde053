"""The rolling list (timing.md, section 10): what has arrived always stands in the middle of the box."""

from unittest import TestCase

from hypothesis import given
from hypothesis import strategies as st

from ritornel.core.model import Part, Text
from ritornel.core.model.reading import convert
from ritornel.core.motion.boxes import target_box
from ritornel.core.score import compile, evaluate
from tests.examples import examples
from tests.made import edited, show, slide, step, text

LINES = ("One", "two, of more words than there is room for in a line", "three", "four")


def listed(lines=LINES, **more) -> dict:
    return {"x": 400, "y": 100, "width": 420, "height": 500, "size": 40, **text("list", *lines), **more}


def rolls(key: str, line: int, trigger: str = "following", **more) -> dict:
    return step(key, trigger, 1000, object="list", part={"paragraph": line}, effect="roll", easing="linear", **more)


class Rolling(TestCase):
    def states(self, at: float, thing: dict, *steps: dict) -> dict:
        return evaluate(compile(show(slide(*steps, objects=(thing,), hold=5000))), at).layers[-1].targets

    def seen(self, at: float, thing: dict, *steps: dict) -> list[tuple[float, float]]:
        """Top and bottom of every line that is there, in stage units."""
        states = self.states(at, thing, *steps)
        whole = states["list"]["y"]
        found = []
        for line in range(len(thing["paragraphs"])):
            state = states.get(f"list/{line}", {"visible": 1.0})
            if state["visible"]:
                box = target_box(convert(thing, Text), Part(line))
                top = box.y + whole + state.get("y", 0.0)
                found.append((top, top + box.height))
        return found

    def assert_in_the_middle(self, lines: list[tuple[float, float]], middle: float = 350):
        self.assertAlmostEqual((lines[0][0] + lines[-1][1]) / 2, middle, places=6)

    def test_after_each_arrival_what_is_there_stands_in_the_middle(self):
        steps = [rolls(f"b{n}", n) for n in range(4)]
        for valign in ("top", "middle", "bottom"):
            for arrived in range(1, 5):
                seen = self.seen(1000 * arrived - 0.001, listed(valign=valign), *steps)
                self.assertEqual(len(seen), arrived)
                self.assertAlmostEqual((seen[0][0] + seen[-1][1]) / 2, 350, delta=0.01)
            self.assert_in_the_middle(self.seen(9000, listed(valign=valign), *steps))

    def test_a_line_comes_from_the_set_distance_below_its_place_while_the_others_move_up(self):
        steps = [rolls("b0", 0), rolls("b1", 1, params={"distance": 70})]
        thing = listed(LINES[:2])
        begins, half, ends = (self.seen(at, thing, *steps) for at in (1000, 1500, 2000))
        self.assertAlmostEqual(begins[1][0], ends[1][0] + 70)
        for line in (0, 1):
            self.assertAlmostEqual(half[line][0], (begins[line][0] + ends[line][0]) / 2)
        self.assertLess(ends[0][0], begins[0][0])
        self.assertAlmostEqual(self.states(1500, thing, *steps)["list/1"]["opacity"], 0.5)

    def test_lines_that_stand_from_the_beginning_are_there_already(self):
        steps = [rolls("b2", 2), rolls("b3", 3)]
        self.assert_in_the_middle(self.seen(0, listed(), *steps)[:2])
        self.assert_in_the_middle(self.seen(1000, listed(), *steps)[:3])

    def test_a_step_for_a_line_that_is_not_there_changes_nothing(self):
        steps = [rolls("gone", 9), rolls("b0", 0, "alongside"), rolls("b1", 1)]
        self.assert_in_the_middle(self.seen(9000, listed(LINES[:2]), *steps))
        self.assert_in_the_middle(self.seen(999, listed(LINES[:2], valign="bottom"), *steps)[:1], middle=350.04)

    def test_other_builds_may_stand_between_and_a_cut_arrival_is_complete(self):
        between = step("box", "cue", 300)
        made = slide(
            rolls("b0", 0, "cue"), between, rolls("b1", 1, "cue"),
            objects=(listed(LINES[:2]),), hold=5000,
            narration={"asset": "a", "out": 9000, "marks": [0, 100, 400]},
        )  # fmt: skip
        state = evaluate(compile(show(made)), 101).layers[-1].targets
        self.assertEqual(state["list/0"]["y"], 0.0)
        self.assertAlmostEqual(evaluate(compile(show(made)), 9000).layers[-1].targets["list"]["y"], self.final(made))

    def final(self, made: dict) -> float:
        thing = convert(made["objects"][1], Text)
        first, last = target_box(thing, Part(0)), target_box(thing, Part(1))
        return 350 - (first.y + last.y + last.height) / 2

    def test_a_turned_list_moves_along_itself(self):
        steps = [rolls("b0", 0), rolls("b1", 1)]
        straight = self.states(9000, listed(LINES[:2]), *steps)["list"]
        turned = self.states(9000, listed(LINES[:2], rotation=90), *steps)["list"]
        self.assertAlmostEqual(turned["x"], -straight["y"])
        self.assertAlmostEqual(turned["y"], 0)

    @examples(40)
    @given(st.permutations(range(4)), st.floats(0, 4000))
    def test_in_any_order_nothing_jumps(self, order, at):
        steps = [rolls(f"b{n}", line) for n, line in enumerate(order)]
        before, after = (self.states(t, listed(), *steps)["list"]["y"] for t in (at, at + 1))
        self.assertLess(abs(after - before), 1)


class RollList(TestCase):
    def test_every_line_gets_a_cue_in_place_of_the_entrance_that_the_text_had(self):
        made = show(slide(step("old", object="list"), step("box"), objects=(listed(("a", "", "b")),)))
        after = edited(made, do="roll-list", slide="slide-1", objects=["list"], ids=["r1", "r2"]).slides[0]
        self.assertEqual(
            [(s.id, s.object, s.part, s.trigger, s.effect) for s in after.running_order],
            [
                ("box", "box", None, "cue", ""),
                ("r1", "list", Part(0), "cue", "roll"),
                ("r2", "list", Part(2), "cue", "roll"),
            ],
        )

    def test_lines_that_are_built_already_keep_their_cues_and_what_stands_between(self):
        lines = [step(f"b{n}", object="list", part={"paragraph": n}, effect="fade", duration=700) for n in (0, 1)]
        made = show(slide(lines[0], step("box"), lines[1], objects=(listed(("a", "b")),), script="x [1] y [2] z [3] w"))
        after = edited(made, do="roll-list", slide="slide-1", objects=["list"]).slides[0]
        self.assertEqual([(s.id, s.effect) for s in after.running_order], [("b0", "roll"), ("box", ""), ("b1", "roll")])
        self.assertEqual((after.script, after.running_order[0].duration_ms), ("x [1] y [2] z [3] w", 700))

    def test_one_line_does_not_roll(self):
        for thing in (listed(("only",)), listed(("one", "")), {"id": "list", "kind": "shape"}):
            with self.assertRaisesRegex(Exception, "two lines or more"):
                edited(show(slide(objects=(thing,))), do="roll-list", slide="slide-1", objects=["list"])

    def test_asked_for_as_an_effect_it_is_line_by_line(self):
        made = show(slide(objects=(listed(),)))
        after = edited(made, do="add-builds", slide="slide-1", objects=["list"], effect="roll", order="each").slides[0]
        self.assertEqual([s.part for s in after.running_order], [Part(n) for n in range(4)])
