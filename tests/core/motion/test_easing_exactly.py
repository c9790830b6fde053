"""Easings to many decimals, and every way of writing them."""

from math import isclose
from unittest import TestCase

from ritornel.core.motion.easing import HOLD, NAMED, BadEasing, eased, parse


def solved(easing: tuple[float, ...], share: float) -> float:
    """The curve's output found by halving alone, to the last bit."""
    x1, y1, x2, y2 = easing
    low, high = 0.0, 1.0
    for _ in range(200):
        s = (low + high) / 2
        x = 3 * x1 * s * (1 - s) ** 2 + 3 * x2 * s**2 * (1 - s) + s**3
        low, high = (s, high) if x < share else (low, s)
    return 3 * y1 * s * (1 - s) ** 2 + 3 * y2 * s**2 * (1 - s) + s**3


class Beziers(TestCase):
    def test_named_ones_are_the_standards(self):
        # W3C css-easing-2, section 2.2.1
        self.assertEqual(NAMED, {
            "linear": (0, 0, 1, 1), "ease": (0.25, 0.1, 0.25, 1), "ease-in": (0.42, 0, 1, 1),
            "ease-out": (0, 0, 0.58, 1), "ease-in-out": (0.42, 0, 0.58, 1),
        })  # fmt: skip

    def test_they_are_solved_to_many_decimals(self):
        curves = [*NAMED.values(), (0.2, 0.9, 0.3, 1.15), (0.9, -0.5, 0.1, 1.5), (0.5, 1, 0.5, 0), (0.7, 0.1, 0.2, 0.4)]
        for curve in curves:
            for share in (0.001, 0.05, 0.1, 0.25, 0.333, 0.5, 0.66, 0.75, 0.9, 0.99, 0.999):
                self.assertAlmostEqual(eased(curve, share), solved(curve, share), delta=2e-6, msg=f"{curve} at {share}")

    def test_upright_ones_are_solved_too(self):
        for curve in ((1, 0, 0, 1), (1, 0.2, 0, 0.8), (0, 1, 1, 0), (1, 1, 1, 1), (0.999, 0, 0.001, 1)):
            for share in (0.01, 0.1, 0.3, 0.499, 0.501, 0.7, 0.9, 0.99):
                self.assertAlmostEqual(eased(curve, share), solved(curve, share), delta=2e-3, msg=f"{curve} at {share}")

    def test_at_and_beyond_its_ends(self):
        for curve in NAMED.values():
            if curve != NAMED["linear"]:
                self.assertEqual([eased(curve, s) for s in (-0.5, 0, 1, 1.5)], [0, 0, 1, 1])
        self.assertEqual(eased(HOLD, 0.7), 0)

    def test_the_inputs_lie_between_0_and_1_both_included(self):
        self.assertEqual(parse("cubic-bezier(0, -3, 1, 4)"), (0, -3, 1, 4))
        self.assertEqual(parse(" CUBIC-BEZIER( .5 , 1. , 0.25,1 ) "), (0.5, 1, 0.25, 1))
        for text in (
            "cubic-bezier(1.1, 0, 0, 1)",
            "cubic-bezier(0, 0, 1.1, 1)",
            "cubic-bezier(-0.1, 0, 0, 1)",
            "cubic-bezier(0, 0, -0.1, 1)",
        ):
            with self.assertRaisesRegex(BadEasing, "between 0 and 1"):
                parse(text)
        for text in (
            "cubic-bezier(0, 0, 1)",
            "cubic-bezier(0, 0, 1, 1, 1)",
            "bezier(0, 0, 1, 1)",
            "linear(0, 1",
            "inear(0, 1)",
            "",
        ):
            with self.assertRaisesRegex(BadEasing, "is no easing"):
                parse(text)


class Lists(TestCase):
    def test_missing_inputs_are_spread_evenly_between_those_that_are_there(self):
        self.assertEqual(parse("linear(0, 0.1, 0.2, 1)"), (0, 0, 1 / 3, 0.1, 2 / 3, 0.2, 1, 1))
        self.assertEqual(parse("linear(0 25%, 5, 1 75%, 7, 9)"), (0.25, 0, 0.5, 5, 0.75, 1, 0.875, 7, 1, 9))
        self.assertEqual(
            parse("linear(0, 1 20%, 2, 3, 4 80%, 5)"), (0, 0, 0.2, 1, 0.4, 2, 0.6000000000000001, 3, 0.8, 4, 1, 5)
        )

    def test_inputs_never_go_back(self):
        self.assertEqual(parse("linear(0, 1 60%, 2 40%, 3)"), (0, 0, 0.6, 1, 0.6, 2, 1, 3))

    def test_two_percentages_hold_a_value_between_them(self):
        easing = parse("linear(0, 0.5 20% 80%, 1)")
        self.assertEqual(easing, (0, 0, 0.2, 0.5, 0.8, 0.5, 1, 1))
        self.assertEqual([round(eased(easing, s), 9) for s in (0.1, 0.2, 0.5, 0.8, 0.9)], [0.25, 0.5, 0.5, 0.5, 0.75])

    def test_two_stops_get_one_between_them(self):
        self.assertEqual(parse("linear(0.2, 0.8)"), (0, 0.2, 0.5, 0.5, 1, 0.8))
        self.assertEqual(parse("linear(0 20%, 1 40%)"), (0.2, 0, 0.30000000000000004, 0.5, 0.4, 1))

    def test_outside_its_stops_the_line_goes_on(self):
        easing = parse("linear(0 20%, 1 40%, 0)")
        self.assertTrue(isclose(eased(easing, 0.1), -0.5))
        self.assertEqual(eased(easing, 0.4), 1)
        self.assertTrue(isclose(eased(easing, 0.7), 0.5))

    def test_where_two_stops_meet_the_later_counts(self):
        easing = parse("linear(0, 1 50%, 3 50%, 4)")
        self.assertTrue(isclose(eased(easing, 0.49), 0.98))
        self.assertEqual(eased(easing, 0.5), 3)

    def test_what_is_no_list(self):
        for text in ("linear()", "linear(1)", "linear(0, x)", "linear(0, 50%)", "linear(0, 1 x%)"):
            with self.assertRaises(BadEasing):
                parse(text)
