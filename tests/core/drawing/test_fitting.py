"""Lines drawn by hand, fitted with few curves."""

import random
from math import cos, hypot, pi, sin
from time import perf_counter
from unittest import TestCase

from hypothesis import given
from hypothesis import strategies as st

from ritornel.core.drawing.fitting import fitted
from ritornel.core.model.paths import path_data
from ritornel.core.motion.ways import flattened

TURNS = st.lists(st.floats(-0.4, 0.4), min_size=2, max_size=120)


class Fitted(TestCase):
    @given(TURNS, st.floats(1, 20), st.booleans())
    def test_no_point_is_further_off_than_it_may_be(self, turns, tolerance, closed):
        """Of any line that a hand would draw: steps of 6 units, each turning a little."""
        points, heading = [(500.0, 500.0)], 0.0
        for turn in turns:
            heading += turn
            points.append((points[-1][0] + 6 * cos(heading), points[-1][1] + 6 * sin(heading)))
        path = fitted(points, tolerance, closed=closed, most=500)
        self.assertEqual(path[0].numbers, points[0])
        self.assertEqual(path[-1].letter, "Z" if closed else "C")
        drawn = list(flattened(path))
        for point in points:
            self.assertLessEqual(min(map(between, [point] * len(drawn), drawn, drawn[1:])), tolerance + 0.2)
        self.assertLessEqual(swing(path, points), tolerance + 2)

    def test_a_ring_drawn_by_a_trembling_hand_is_a_few_curves_and_round_where_it_begins(self):
        hand = random.Random(1)
        ring = [
            (100 * cos(2 * pi * n / 80) + hand.uniform(-0.5, 0.5), 100 * sin(2 * pi * n / 80) + hand.uniform(-0.5, 0.5))
            for n in range(80)
        ]
        path = fitted(ring, 1.5, closed=True, most=200)
        self.assertLess(len(path), 9)
        for point in flattened(path):
            self.assertAlmostEqual(hypot(*point), 100, delta=2)
        (x, y), (a, b), (c, d) = path[0].numbers, path[1].numbers[:2], path[-2].numbers[2:4]
        out, back = (a - x, b - y), (x - c, y - d)
        self.assertGreater((out[0] * back[0] + out[1] * back[1]) / hypot(*out) / hypot(*back), 0.999)

    def test_it_does_not_swing_out_between_points_that_are_far_apart(self):
        wave = [(300 + 1.1 * n, 330 - 120 * sin(n / 18) - 20 * sin(n / 3)) for n in range(700)]
        for step in (1, 2, 3):
            self.assertLess(swing(fitted(wave[::step], 1.5, closed=False, most=400), wave[::step]), 6)

    def test_a_line_that_is_closed_turns_where_it_ends_and_nowhere_else(self):
        straight = [(500 + 6.0 * n, 500.0) for n in range(30)]
        self.assertLess(swing(fitted(straight, 1.0, closed=True, most=500), straight), 0.01)

    def test_a_corner_stays_one(self):
        square = [(n, 0) for n in range(0, 200, 3)] + [(200, n) for n in range(0, 200, 3)]
        self.assertEqual(
            path_data(fitted(square, 1.5, closed=False, most=200)),
            "M0 0C66.667 0 133.333 0 200 0C200 66 200 132 200 198",
        )

    def test_what_needs_more_curves_than_there_may_be_is_fitted_less_closely_and_soon(self):
        """A scribble of 5,000 points, nothing but corners; a long spiral; a hand that goes to and fro."""
        hand = random.Random(1)
        scribble = [(hand.uniform(0, 1900), hand.uniform(0, 1000)) for _ in range(5_000)]
        spiral = [(500 + n / 10 * cos(n / 15), 500 + n / 10 * sin(n / 15)) for n in range(5_000)]
        for points in (scribble, spiral, [(n % 3, 0) for n in range(5_000)]):
            since = perf_counter()
            self.assertLessEqual(len(fitted(points, 1.5, closed=False, most=60)), 61)
            self.assertLess(perf_counter() - since, 10)


def swing(path, points):
    """Return how far a path goes away from the line through points."""
    ends = [*points[1:], points[0]] if path[-1].letter == "Z" else points[1:]
    return max(min(map(between, [at] * len(ends), points, ends)) for at in flattened(path))


def between(point, start, end):
    """Return how far a point lies from the straight way between two others."""
    dx, dy = end[0] - start[0], end[1] - start[1]
    length = dx * dx + dy * dy
    along = min(1, max(0, ((point[0] - start[0]) * dx + (point[1] - start[1]) * dy) / length)) if length else 0
    return hypot(point[0] - start[0] - along * dx, point[1] - start[1] - along * dy)
