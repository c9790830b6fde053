"""Lines drawn by hand, and outlines put on a slide."""

import itertools
from math import cos, hypot, pi, sin
from unittest import TestCase

from ritornel.core.drawing.smoothing import path_through
from ritornel.core.edits import BadEdit
from ritornel.core.model.paths import path_data, placed, points_of, read_path
from tests.made import edited, show


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
