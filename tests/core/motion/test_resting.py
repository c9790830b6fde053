"""What a target shows where no build of it runs: before, between and after; and what builds leave behind."""

from unittest import TestCase
from unittest.mock import patch

from ritornel.core.model import Part
from ritornel.core.model.reading import read_show
from ritornel.core.motion.builds import EFFECTS
from ritornel.core.motion.declared import Effect
from ritornel.core.motion.placing import matrix
from ritornel.core.motion.track import NEUTRAL, state_at
from ritornel.core.score import compile, evaluate
from ritornel.core.score.still import still_spans
from ritornel.core.text.layout import set_text
from tests.made import show, slide, step, text

MOVES = Effect(
    name="moves",
    label="Moves",
    verbs={"emphasis": "moves", "path": "moves"},
    help="Moves and stays there.",
    duration_ms=1000,
    easing={},
    curves=lambda asked: (("x", ((0, 0.0), (1, 100.0))), ("scale_x", ((0, 1.0), (1, 2.0)))),
)


def exits(key: str, effect: str, **more):
    return step(key, "following", 1000, kind="exit", effect=effect, easing="linear", **more)


def enters(key: str, effect: str, **more):
    return step(key, "following", 1000, effect=effect, easing="linear", delay=1000, **more)


class Resting(TestCase):
    def state(self, at: float, *steps, key: str = "box", **more) -> dict:
        targets = evaluate(compile(show(slide(*steps, **more))), at).layers[-1].targets
        return {**NEUTRAL, **targets[key]}

    def assert_stands(self, state: dict):
        self.assertEqual({n: state[n] for n in NEUTRAL}, dict(NEUTRAL))

    def test_before_an_exit_that_a_later_entrance_follows_everything_is_as_placed(self):
        for out in ("grow", "fade", "slide", "appear"):
            for back in ("fade", "slide", "grow", "appear"):
                with self.subTest(out=out, back=back):
                    steps = (exits("a", out, delay=500), enters("b", back))
                    self.assert_stands(self.state(0, *steps))
                    self.assert_stands(self.state(499, *steps))
                    self.assertEqual(self.state(2000, *steps)["visible"], 0)
                    self.assert_stands(self.state(9000, *steps))

    def test_between_appearing_and_disappearing_it_is_there_whatever_comes_later(self):
        steps = (
            step("a", "following", 0, effect="appear", delay=100),
            step("b", "following", 0, kind="exit", effect="appear", delay=400),
            enters("c", "fade"),
        )
        self.assertEqual(self.state(99, *steps)["visible"], 0)
        self.assert_stands(self.state(300, *steps))
        self.assertEqual(self.state(500, *steps)["visible"], 0)
        self.assertAlmostEqual(self.state(2000, *steps)["opacity"], 0.5)

    def test_visibility_follows_the_instants_whatever_the_order_of_the_steps(self):
        steps = (
            step("late", "alongside", 0, kind="exit", delay=3000),
            step("early", "alongside", 0, delay=1000),
        )
        self.assertEqual([self.state(t, *steps)["visible"] for t in (0, 999, 1000, 2999, 3000)], [0, 0, 1, 1, 0])

    def test_an_exit_hides_at_its_end_and_an_entrance_shows_at_its_start(self):
        steps = (exits("a", "fade"), enters("b", "fade"))
        self.assertEqual(
            [self.state(t, *steps)["visible"] for t in (0, 500, 999, 1000, 1999, 2000)], [1, 1, 1, 0, 0, 1]
        )

    def test_an_emphasis_neither_shows_nor_hides(self):
        pulse = step("a", "following", 1000, kind="emphasis", effect="pulse", delay=500)
        targets = evaluate(compile(show(slide(pulse))), 0).layers[-1].targets
        self.assertNotIn("visible", targets["box"])

    def test_what_a_build_leaves_stays_and_later_ones_add_to_it(self):
        with patch.dict(EFFECTS, {"moves": MOVES}):
            steps = tuple(step(k, "following", 1000, kind="emphasis", effect="moves", easing="linear") for k in "ab")
            steps = (*steps, step("c", "following", 1000, kind="emphasis", effect="pulse", params={"peak": 300}))
            self.assertEqual(self.state(500, *steps)["x"], 50)
            self.assertEqual(self.state(1500, *steps)["x"], 150)
            self.assertEqual((self.state(2000, *steps)["x"], self.state(2000, *steps)["scale_x"]), (200, 4))
            self.assertEqual(self.state(2500, *steps)["scale_x"], 12)
            self.assertEqual(self.state(9000, *steps)["scale_x"], 4)

    def test_an_entrance_and_an_exit_leave_nothing_behind(self):
        steps = (exits("a", "grow"), enters("b", "appear"))
        self.assert_stands(self.state(5000, *steps))

    def test_a_line_moves_from_its_own_place_in_the_text_and_one_that_is_gone_not_at_all(self):
        words = text("t", "One", "Two", x=100, y=200, width=300, height=80)
        parts = [
            step(
                f"p{n}",
                "alongside",
                1000,
                effect="slide",
                params={"side": "top"},
                easing="linear",
                object="t",
                part={"paragraph": n},
            )
            for n in (0, 1, 2)
        ]
        first, second = compile(show(slide(*parts, objects=(words,)))).slides[0].targets
        starts = [next(t for t in target.tracks if t.property == "y").values[0] for target in (first, second)]
        tops = [p.top for p in set_text(read_show({"slides": [{"objects": [words]}]}).slides[0].objects[0])]
        heights = [32 * 1.25] * 2
        self.assertEqual(starts, [-(200 + top + height) for top, height in zip(tops, heights, strict=True)])

    def test_two_things_never_share_a_key(self):
        steps = (step("p", "following", 1000, object="a", part={"paragraph": 0}, effect="fade", easing="linear"),)
        objects = (text("a", "One"), text("a/0", "Two"), text("a~10", "Three"))
        score = compile(show(slide(*steps, objects=objects, id="one")))
        (target,) = score.slides[0].targets
        self.assertEqual((target.key, target.object, target.part), ("a/0", "a", Part(0)))
        moved = compile(show(slide(step("q", "following", object="a/0"), *steps, objects=objects)))
        self.assertEqual([t.key for t in moved.slides[0].targets], ["a~10", "a/0"])


class Cut(TestCase):
    """A group that the next cue, given by the voice, cuts."""

    def run_cut(self, *steps, cue: int = 500):
        (score,) = compile(show(slide(*steps, step("next", object=""), narration={"out": 9000, "marks": [cue]}))).slides
        return lambda at, name: {**NEUTRAL, **state_at(score.targets[0].tracks, at)}[name]

    def test_a_cut_build_runs_as_it_would_have_then_stands_at_its_end(self):
        value = self.run_cut(step("a", "following", 2000, effect="fade", easing="linear"))
        self.assertEqual([value(t, "opacity") for t in (0, 250, 499, 500, 900)], [0, 0.125, 499 / 2000, 1, 1])

    def test_a_cut_exit_is_gone_at_the_cue(self):
        value = self.run_cut(step("a", "following", 2000, kind="exit", effect="fade", easing="linear"))
        self.assertEqual(
            [(value(t, "visible"), value(t, "opacity")) for t in (499, 500)], [(1, 1 - 499 / 2000), (0, 1)]
        )

    def test_of_three_pulses_those_run_that_had_time(self):
        pulse = {"kind": "emphasis", "effect": "pulse", "params": {"peak": 200}, "easing": "linear"}
        value = self.run_cut(step("a", "following", 200, repeat=3, **pulse), cue=350)
        self.assertEqual([value(t, "scale_x") for t in (100, 200, 300, 349, 350, 400)], [2, 1, 2, 2 - 49 / 100, 1, 1])

    def test_a_build_that_had_not_begun_is_done_at_the_cue(self):
        value = self.run_cut(step("a", "following", 400, effect="fade", delay=800))
        self.assertEqual([(value(t, "visible"), value(t, "opacity")) for t in (499, 500)], [(0, 1), (1, 1)])

    def test_nothing_moves_after_the_cut_in_the_still_spans(self):
        steps = (step("a", "following", 2000, effect="fade"), step("b", object=""))
        (score,) = compile(show(slide(*steps, narration={"out": 3000, "marks": [500], "tail": 0}))).slides
        self.assertEqual(still_spans(score), ((500, 3000),))


class Placing(TestCase):
    def test_scaled_then_turned_then_moved(self):
        a, c, e, b, d, f, *last = matrix(60, {"rotate": 30, "scale_x": 2, "scale_y": 3, "x": 7, "y": -5})
        self.assertEqual([round(n, 9) for n in (a, b, c, d, e, f)], [0, 2, -3, 0, 7, -5])
        self.assertEqual(last, [0, 0, 1])
        self.assertEqual(matrix(0, {}), (1, 0, 0, 0, 1, 0, 0, 0, 1))
