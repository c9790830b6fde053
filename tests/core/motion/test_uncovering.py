"""Builds that uncover, turn about a pivot or in space, and springs: what is left of them afterwards, and their forms."""

from itertools import pairwise
from unittest import TestCase

from ritornel.core.motion.easing import BadEasing, eased, parse
from ritornel.core.motion.placing import EYE, matrix
from ritornel.core.motion.track import NEUTRAL
from ritornel.core.score import compile, evaluate
from tests.made import show, slide, step

UNCOVERING = ("wipe", "iris", "split")


def place(m: tuple[float, ...], x: float, y: float) -> tuple[float, float]:
    w = m[6] * x + m[7] * y + m[8]
    return (m[0] * x + m[1] * y + m[2]) / w, (m[3] * x + m[4] * y + m[5]) / w


def extent(clip: tuple[float, ...]) -> tuple[float, float, float, float]:
    return min(clip[::2]), min(clip[1::2]), max(clip[::2]), max(clip[1::2])


class Uncovering(TestCase):
    def state(self, at: float, *steps: dict) -> dict:
        return evaluate(compile(show(slide(*steps, hold=9000))), at).layers[-1].targets["box"]

    def assert_whole(self, state: dict):
        left, top, right, bottom = extent(state["clip"])
        self.assertTrue(left < -100 and top < -100 and right > 320 + 100 and bottom > 180 + 100, state["clip"])
        self.assertEqual((state["visible"], state.get("soft", 0)), (1, 0))

    def test_whatever_comes_before_or_after_the_object_is_whole_when_it_is_there(self):
        for effect in UNCOVERING:
            for soft in (0, 50):
                steps = (
                    step("in", "following", 500, effect="fade"),
                    step("out", "following", 500, kind="exit", effect=effect, params={"soft": soft}, delay=500),
                    step("again", "following", 500, effect="fade", delay=500),
                    step("gone", "following", 500, kind="exit", effect="fade", delay=500),
                    step("back", "following", 500, effect=effect, params={"soft": soft}, delay=500),
                )
                with self.subTest(effect=effect, soft=soft):
                    for at in (250, 700, 2200, 2700, 5000):
                        self.assert_whole(self.state(at, *steps))

    def test_it_begins_with_nothing_and_reaches_beyond_the_box_with_its_soft_edge(self):
        for effect in UNCOVERING:
            for soft in (0, 60):
                built = step("in", "following", 1000, effect=effect, params={"soft": soft}, easing="linear")
                left, top, right, bottom = extent(self.state(0, built)["clip"])
                nothing = right - left < 1e-6 or bottom - top < 1e-6
                beside = right <= -soft or left >= 320 + soft
                self.assertTrue(nothing or beside, (effect, soft))
                left, top, right, bottom = extent(self.state(999.9, built)["clip"])
                self.assertLess(max(left, top), -soft + 0.5)
                self.assertGreater(min(right - 320, bottom - 180), soft - 0.5)

    def test_a_lasting_emphasis_is_where_later_ones_go_on_from(self):
        steps = (
            step("a", "following", 500, kind="emphasis", effect="resize", params={"size": 150}),
            step("b", "following", 500, kind="emphasis", effect="resize", params={"size": 200}),
            step("c", "following", 500, kind="path", effect="move", params={"across": 100, "down": 40}),
            step("d", "following", 500, kind="path", effect="move", params={"across": -30}),
            step("e", "following", 500, kind="emphasis", effect="turn", params={"angle": 90}),
            step("f", "following", 500, kind="emphasis", effect="dim", params={"opacity": 50}),
            step("g", "following", 500, kind="emphasis", effect="tilt"),
            step("h", "following", 500, kind="emphasis", effect="shake"),
        )
        state = self.state(9000, *steps)
        self.assertEqual({n: state.get(n) for n in ("scale_x", "x", "y", "rotate", "opacity")}, {"scale_x": 3, "x": 70, "y": 40, "rotate": 90, "opacity": 0.5})  # fmt: skip


class Placed(TestCase):
    def test_a_pivot_stays_where_it_is(self):
        for more in ({"rotate": 33}, {"scale_x": 0.2, "scale_y": 3}, {"turn_x": 50}, {"turn_y": -70, "rotate": 20}):
            m = matrix(15, {"pivot_x": 40, "pivot_y": -25, **more})
            x, y = place(m, 40, -25)
            self.assertAlmostEqual(x, 40)
            self.assertAlmostEqual(y, -25)

    def test_what_turns_away_becomes_smaller_and_what_comes_near_larger(self):
        m = matrix(0, {"turn_y": 60})
        (left, _), (right, below) = place(m, -100, 0), place(m, 100, 100)
        self.assertAlmostEqual(right, 50 / (1 + 100 * 0.75**0.5 / EYE))
        self.assertGreater(-left, right)
        self.assertLess(below, 100)
        self.assertGreater(place(matrix(0, {"turn_x": -60}), 100, 100)[0], 100)
        self.assertAlmostEqual(place(matrix(0, {"turn_y": 90}), 100, 0)[0], 0)

    def test_neutral_stands_still(self):
        self.assertEqual(matrix(0, NEUTRAL), matrix(0, {}))


class Springs(TestCase):
    def test_they_begin_at_0_and_rest_at_1(self):
        for text in ("spring(180, 12)", "spring(100, 20)", "spring(400, 400)", "spring(5, 0.1)"):
            spring = parse(text)
            self.assertEqual((eased(spring, 0), eased(spring, 1)), (0, 1))
            self.assertAlmostEqual(eased(spring, 59 / 60), 1, delta=0.03)

    def test_the_less_damped_the_further_it_swings_beyond(self):
        highest = [max(parse(f"spring(100, {damping})")[1::2]) for damping in (2, 6, 12, 20, 60)]
        self.assertEqual(highest, sorted(highest, reverse=True))
        self.assertGreater(highest[0], 1.5)
        self.assertEqual(highest[-1], 1)
        critical = parse("spring(100, 20)")[1::2]
        self.assertTrue(all(before <= after for before, after in pairwise(critical)))

    def test_its_first_swing_is_that_of_the_damped_oscillator(self):
        """The first maximum of a step response is 1 + e^(-pi z / sqrt(1 - z^2)); here z = 0.3."""
        self.assertAlmostEqual(max(parse("spring(100, 6)")[1::2]), 1.372, delta=0.01)

    def test_what_is_no_spring_is_refused(self):
        for text in ("spring(0, 5)", "spring(100)", "spring(100, 0)", "spring(1, 99999)"):
            with self.assertRaises(BadEasing):
                parse(text)
