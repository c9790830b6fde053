"""Lines drawn by hand, and outlines put on a slide."""

import itertools
from math import cos, hypot, pi, sin
from unittest import TestCase

from hypothesis import given
from hypothesis import strategies as st

from ritornel.core.drawing.smoothing import path_through, simplified
from ritornel.core.edits import BadEdit
from ritornel.core.model.paths import path_data, placed, points_of, read_path
from tests.made import edited, show

POINTS = st.lists(st.tuples(st.integers(0, 300), st.integers(0, 300)), min_size=2, max_size=40)


class Simplified(TestCase):
    @given(POINTS, st.integers(1, 40))
    def test_no_point_that_goes_lies_further_away_than_it_may(self, points, tolerance):
        kept = simplified(points, tolerance)
        self.assertEqual((kept[0], kept[-1]), (points[0], points[-1]))
        ways = list(itertools.pairwise(kept))
        for x, y in points:
            self.assertLessEqual(min(distance((x, y), *way) for way in ways), tolerance + 1e-6)

    def test_what_is_straight_is_its_ends(self):
        self.assertEqual(simplified([(n, 2 * n) for n in range(50)], 1.5), [(0, 0), (49, 98)])


class Through(TestCase):
    def test_a_ring_of_points_becomes_nearly_a_circle(self):
        ring = [(100 * cos(2 * pi * n / 12), 100 * sin(2 * pi * n / 12)) for n in range(12)]
        path = path_through(ring, smooth=True, closed=True)
        self.assertEqual([s.letter for s in path], ["M", *"C" * 12, "Z"])
        for before, after in itertools.pairwise(path[:-1]):
            start, (ax, ay, bx, by, x, y) = before.numbers[-2:], after.numbers
            middle = [(s + 3 * a + 3 * b + e) / 8 for s, a, b, e in zip(start, (ax, ay), (bx, by), (x, y), strict=True)]
            self.assertAlmostEqual(hypot(*middle), 100, delta=0.6)

    def test_it_goes_through_every_point_and_straight_where_it_is_not_smooth(self):
        points = [(0, 0), (50, 80), (90, 10)]
        for smooth in (True, False):
            path = path_through(points, smooth=smooth, closed=False)
            self.assertEqual([s.numbers[-2:] for s in path], points)
        self.assertEqual(path_data(path_through(points, smooth=False, closed=True)), "M0 0L50 80L90 10L0 0Z")


class Drawn(TestCase):
    def draw(self, **more):
        return edited(show({"id": "one", "objects": []}), slide="one", **more).slides[0].objects[0]

    def test_a_drawn_line_is_a_path_in_the_box_around_it(self):
        line = self.draw(
            do="draw-path", points=[(100, 50), (300, 50), (300, 150)], id="new", values={"line": "#123456"}
        )
        self.assertEqual(
            (line.id, line.form, line.x, line.y, line.width, line.height), ("new", "path", 100, 50, 200, 100)
        )
        self.assertEqual((line.path, line.fill, line.line), ("M0 0L1 0L1 1", "none", "#123456"))
        wave = self.draw(do="draw-path", points=[(n, 100 + 40 * sin(n / 40)) for n in range(400)], by_hand=True)
        self.assertLess(len(read_path(wave.path)), 40)
        with self.assertRaisesRegex(BadEdit, "a single point"):
            self.draw(do="draw-path", points=[(5, 5), (5, 5)])

    def test_an_outline_stands_as_large_as_fits(self):
        star = self.draw(
            do="place-outline", path="M0 0L40 0L40 20Z", within=(100, 100, 400, 400), values={"fill": "#112233"}
        )
        self.assertEqual((star.x, star.y, star.width, star.height, star.fill), (100, 200, 400, 200, "#112233"))
        self.assertEqual(
            points_of(placed(read_path(star.path), star.x, star.y, star.width, star.height))[2], (500, 400)
        )
        for path in ("", "M0 0A1 1"):
            with self.assertRaises(BadEdit):
                self.draw(do="place-outline", path=path, within=(0, 0, 10, 10))


def distance(point, start, end):
    dx, dy = end[0] - start[0], end[1] - start[1]
    length = dx * dx + dy * dy
    along = min(1, max(0, ((point[0] - start[0]) * dx + (point[1] - start[1]) * dy) / length)) if length else 0
    return hypot(point[0] - start[0] - along * dx, point[1] - start[1] - along * dy)
