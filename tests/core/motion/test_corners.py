"""Corners that are carried: the clip is the box less what four round corners take away, all the way."""

from math import pi
from unittest import TestCase

from hypothesis import given
from hypothesis import strategies as st

from ritornel.core.model import Shape
from ritornel.core.motion.corners import corner_radius, rounding

sizes, radii, scales = st.floats(20, 900), st.floats(0, 60), st.floats(0.2, 5)


def area(places: tuple[float, ...]) -> float:
    """The area of a polygon (the shoelace formula)."""
    points = list(zip(places[0::2], places[1::2], strict=True))
    return abs(sum(x * v - u * y for (x, y), (u, v) in zip(points, points[1:] + points[:1], strict=True))) / 2


class Corners(TestCase):
    @given(sizes, sizes, radii, radii, scales, scales, scales, scales)
    def test_it_takes_away_what_round_corners_do(self, width, height, r0, r1, a0, a1, d0, d1):
        _, keys = rounding(Shape(id="s", width=width, height=height), (r0, r1), (a0, a1), (d0, d1))
        self.assertEqual([round(share * 12, 6) for share, _ in keys], list(range(13)))
        for share, places in keys:
            radius, across, down = (a + (b - a) * share for a, b in ((r0, r1), (a0, a1), (d0, d1)))
            rx, ry = min(radius / across, width / 2), min(radius / down, height / 2)
            gone = width * height - area(places)
            self.assertAlmostEqual(gone, (4 - pi) * rx * ry, delta=0.03 * rx * ry + 1e-6)
            self.assertEqual(len(places), 72)
            self.assertTrue(all(-1e-6 <= x <= width + 1e-6 for x in places[0::2]))
            self.assertTrue(all(-1e-6 <= y <= height + 1e-6 for y in places[1::2]))

    def test_a_radius_is_at_most_half_of_the_shorter_side(self):
        for width, height, seen in ((100, 300, 50), (300, 80, 40), (300, 300, 90)):
            self.assertEqual(corner_radius(Shape(id="s", width=width, height=height, corner_radius=90)), seen)
