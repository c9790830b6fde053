from unittest import TestCase

from hypothesis import given
from hypothesis import strategies as st

from ritornel.core.motion.easing import NAMED, BadEasing, eased, parse

SHARES = st.floats(0, 1)


class Easings(TestCase):
    def test_named_ones_are_csss(self):
        # Values of CSS's own `ease` and `ease-in-out`, from the cubic Béziers of the standard.
        self.assertAlmostEqual(eased(parse("ease"), 0.5), 0.8024, places=4)
        self.assertAlmostEqual(eased(parse("ease-in-out"), 0.25), 0.1292, places=4)

    @given(st.sampled_from(sorted(NAMED)), SHARES)
    def test_ends_are_fixed_and_named_ones_rise(self, name, share):
        easing = parse(name)
        self.assertEqual((eased(easing, 0), eased(easing, 1)), (0, 1))
        self.assertLessEqual(eased(easing, share), eased(easing, min(1, share + 0.01)) + 1e-6)

    @given(SHARES, st.floats(-1, 2), SHARES, st.floats(-1, 2), SHARES)
    def test_the_bezier_is_solved(self, x1, y1, x2, y2, share):
        """Whatever the curve, the answer lies on it: the parameter found again by fine search gives the same output."""
        easing = (x1, y1, x2, y2)
        low, high = 0.0, 1.0
        for _ in range(60):
            s = (low + high) / 2
            x = 3 * x1 * s * (1 - s) ** 2 + 3 * x2 * s**2 * (1 - s) + s**3
            low, high = (s, high) if x < share else (low, s)
        y = 3 * y1 * s * (1 - s) ** 2 + 3 * y2 * s**2 * (1 - s) + s**3
        slope = 3 * x1 * (1 - s) ** 2 + 6 * (x2 - x1) * s * (1 - s) + 3 * (1 - x2) * s**2
        if slope > 0.01 and not (x1 == y1 and x2 == y2):
            self.assertAlmostEqual(eased(easing, share), y, delta=2e-4)

    def test_linear_lists_spread_their_stops(self):
        self.assertEqual(parse("linear(0, 0.5 40%, 1)"), (0, 0, 0.4, 0.5, 1, 1))
        self.assertAlmostEqual(eased(parse("linear(0, 0.5 40%, 1)"), 0.7), 0.75)
        self.assertAlmostEqual(eased(parse("linear(0, 1, 0)"), 0.25), 0.5)
        self.assertAlmostEqual(eased(parse("linear(0, 1)"), 0.3), 0.3)

    def test_what_cannot_be_read_says_what_may_be_written(self):
        for text in ("swoosh", "cubic-bezier(2, 0, 0, 1)", "linear(0)", "linear(a, b)"):
            with self.assertRaisesRegex(BadEasing, "."):
                parse(text)
        with self.assertRaisesRegex(BadEasing, "“swoosh” is no easing: write linear, ease"):
            parse("swoosh")
