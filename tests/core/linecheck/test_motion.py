"""Findings on motion: each by what breaks it and what does not, and its mend by what it leaves."""

from unittest import TestCase

from ritornel.core.edits import apply, read_command
from ritornel.core.linecheck import findings
from ritornel.core.score import compile
from tests.made import clip, show, slide, step, text


class Found(TestCase):
    def found(self, rule: str, *steps: dict, made=None, **more) -> list[tuple[str, str]]:
        self.made = made or show(slide(*steps, id="one", **more))
        self.rows = [f for f in findings(self.made, compile(self.made)) if f.rule == rule]
        return [(f.build, f.message.removeprefix("slide 1: ")) for f in self.rows]

    def mended(self, rule: str, at: int = 0) -> list:
        """What is found once the mend is made."""
        made = apply(self.made, read_command(self.rows[at].mend.command))
        return self.found(rule, made=made)

    def test_comings_that_are_not_seen_are_taken_away(self):
        self.assertEqual(len(self.found("comes-and-goes", step("a"), step("b"))), 1)
        self.assertEqual(self.mended("comes-and-goes"), [])
        self.assertEqual(
            [s.id for s in apply(self.made, read_command({"do": "set-show", "values": {}})).slides[0].running_order],
            ["a"],
        )

    def test_longer_than_what_is_said(self):
        script = "One two three. [1] Four"
        self.assertEqual(
            self.found("longer-than-said", step("a", duration=2000), script=script),
            [("a", "“Rectangle” takes 2 s, and what is said with it 0.429 s; make it shorter, or say more")],
        )
        self.assertEqual(self.found("longer-than-said", step("a", duration=400), script=script), [])
        self.assertEqual(self.found("longer-than-said", step("a", duration=2000)), [])
        self.assertEqual(self.found("longer-than-said", step("a", object="", duration=2000), script=script), [])

    def test_beside_the_stage(self):
        def at(x: float, y: float, **more):
            thing = {"id": "far", "kind": "shape", "x": x, "y": y, "width": 100, "height": 50}
            return self.found("out-of-sight", step("a", object="far", **more), objects=(thing,))

        for place in ((-100, 0), (0, -50), (1280, 0), (0, 720)):
            self.assertEqual(
                at(*place), [("a", "“Rectangle” is built beside the stage; move it onto the stage")], place
            )
            self.assertEqual(self.mended("out-of-sight"), [])
        for place in ((-99, 0), (0, -49), (1279, 0), (0, 719)):
            self.assertEqual(at(*place), [], place)
        self.assertEqual(at(-100, 0, kind="path", effect="move"), [])

    def test_builds_that_fight(self):
        one = step("a", "alongside", 1000, kind="emphasis", effect="pulse")
        for other, words in (
            ({"effect": "resize", "kind": "emphasis"}, "size"),
            ({"effect": "nudge", "kind": "emphasis"}, ""),
            ({"effect": "grow", "kind": "exit"}, "size"),
            ({"effect": "resize", "kind": "emphasis", "delay": 1000}, ""),
            ({"effect": "resize", "kind": "emphasis", "object": "other"}, ""),
            ({"effect": "marker", "kind": "emphasis"}, ""),
        ):
            told = self.found(
                "fights", one, step("b", "alongside", 1000, **other), objects=({"id": "other", "kind": "shape"},)
            )
            expected = [
                ("b", f"two builds of “Rectangle” change its {words} at the same time; let the second follow the first")
            ]
            self.assertEqual(told, expected if words else [], other)

    def test_the_second_follows_the_first_where_that_is_enough(self):
        first = step("a", "alongside", 1000, kind="emphasis", effect="tilt")
        second = step("b", "alongside", 1000, kind="emphasis", effect="turn", delay=200)
        self.assertEqual(len(self.found("fights", first, second)), 1)
        self.assertEqual(self.mended("fights"), [])
        for steps in (({**second, "delay": 0}, {**first, "delay": 200}), (first, {**second, "delay": 200})):
            self.assertIsNotNone(self.found("fights", *steps) and self.rows[0].mend)
        self.found("fights", {**second, "delay": 300}, first)
        self.assertIsNone(self.rows[0].mend)

    def test_what_flashes_more_than_three_times_a_second(self):
        def flashing(repeat: int, duration: int, size: int = 600, effect: str = "fade", kind: str = "entrance"):
            thing = {"id": "big", "kind": "shape", "width": size, "height": 400}
            return self.found(
                "flashes",
                step("a", "following", duration, kind=kind, object="big", effect=effect, repeat=repeat),
                objects=(thing,),
            )

        self.assertEqual(
            flashing(10, 250),
            [("a", "“Rectangle” flashes 4.0 times a second; more than three can bring on a seizure")],
        )
        self.assertEqual(self.mended("flashes"), [])
        self.assertEqual(self.made.slides[0].running_order[0].duration_ms, 334)
        self.assertEqual(flashing(10, 334), [])
        self.assertEqual(flashing(3, 250), [])
        self.assertEqual(flashing(10, 250, size=200), [])
        self.assertEqual(flashing(10, 250, effect="shake", kind="emphasis"), [])

    def test_a_picture_after_the_words_that_name_it(self):
        film = clip("film", name="Turning lens", rate=1)
        script = "The turning lens floats. [1] One finger. [2] Four tons."
        steps = (step("a"), step("f", object="film"))
        self.assertEqual(
            self.found("late-picture", *steps, objects=(film,), script=script),
            [("f", "“Turning lens” comes with cue 2, and is named before the first cue")],
        )
        self.assertEqual(self.mended("late-picture"), [])
        self.assertEqual(
            [(s.id, s.trigger) for s in self.made.slides[0].running_order], [("f", "alongside"), ("a", "cue")]
        )
        early = "One finger. [1] The turning lens. [2] turning lens."
        self.assertEqual(
            [m for _, m in self.found("late-picture", *steps, objects=(film,), script=early)],
            ["“Turning lens” comes with cue 2, and is named with cue 1"],
        )
        self.assertEqual(
            self.found("late-picture", *steps, objects=(film,), script="One. [1] Two. [2] The turning lens"), []
        )
        self.assertEqual(
            self.found("late-picture", *steps, objects=({**film, "name": "The"},), script="The [1] a [2] b"), []
        )


class Off(TestCase):
    def test_what_is_off_keeps_its_cue_moves_nothing_and_takes_no_time(self):
        steps = (
            step("a", effect="fade"),
            step("b", object="t", effect="fade", off=True),
            step("c", "following", 500, object="t", kind="emphasis", effect="pulse"),
        )
        made = show(slide(*steps, objects=(text("t", "Words"),), script="One [1] two [2] three"))
        time, score = compile(made).times[0], compile(made).slides[0]
        off = next(s for s in time.groups[2].steps if s.step.id == "b")
        self.assertEqual(
            (len(time.groups), off.start_ms, off.end_ms, time.groups[2].motion_ms),
            (3, time.groups[2].start_ms, time.groups[2].start_ms, 500),
        )
        by_key = {t.key: {track.property for track in t.tracks} for t in score.targets}
        self.assertNotIn("visible", by_key["t"])
        self.assertIn("visible", by_key["box"])
