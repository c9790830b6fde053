"""The way between two views: the paper's metric is passed evenly, the ends are right, the turn is the short one."""

from itertools import pairwise
from math import cos, hypot, log, pi, radians, sin, sqrt
from unittest import TestCase

from hypothesis import given
from hypothesis import strategies as st

from ritornel.core.motion.flying import (
    Flight,
    Seen,
    duration_ms,
    placed_through,
    seen_through,
    shortest,
    straight_at,
)
from tests.examples import examples

PLACES = st.floats(-4000, 12_000)
SEEN = st.builds(Seen, PLACES, PLACES, st.floats(40, 12_000), st.floats(-720, 720))
RHO = 1.4


def at_place(matrix, x: float, y: float) -> tuple[float, float]:
    a, b, c, d, e, f, g, h, i = matrix
    depth = g * x + h * y + i
    return (a * x + b * y + c) / depth, (d * x + e * y + f) / depth


class Flying(TestCase):
    @examples(80)
    @given(SEEN, SEEN)
    def test_the_ends_are_the_views_and_the_way_is_gone_evenly(self, start: Seen, end: Seen):
        way = Flight(start, end)
        self.assertEqual(way.at(0), start)
        there = way.at(1)
        self.assertEqual(there[:3], end[:3])
        self.assertAlmostEqual(abs(cos(radians(there.turn - end.turn))), 1, places=6)
        samples = [way.at(n / 400) for n in range(401)]
        gone = []
        for one, other in pairwise(samples):
            width = sqrt(one.width * other.width)
            passed, risen = hypot(other.x - one.x, other.y - one.y), log(other.width / one.width) * width
            gone.append(sqrt((RHO * passed / width) ** 2 + (risen / (RHO * width)) ** 2))
        self.assertAlmostEqual(sum(gone), way.length * RHO**0 if way.length else 0, delta=0.02 * way.length + 1e-3)
        if way.length > 0.1:
            self.assertLess(max(gone), 1.1 * way.length / 400 + 1e-6)

    def test_it_rises_on_its_way_and_comes_nearer_straight(self):
        far = Flight(Seen(0, 0, 100, 0), Seen(5000, 0, 100, 0))
        self.assertGreater(far.at(0.5).width, 3000)
        self.assertAlmostEqual(far.at(0.5).x, 2500)
        nearer = Flight(Seen(7, 9, 6400, 0), Seen(7, 9, 100, 0))
        self.assertAlmostEqual(nearer.at(0.5).width, 800)
        self.assertEqual(nearer.at(0.5)[:2], (7, 9))

    def test_one_turns_the_short_way(self):
        self.assertEqual(
            [shortest(0, 350), shortest(350, 10), shortest(10, 190), shortest(190, 10)], [-10, 20, 180, 180]
        )
        way = Flight(Seen(0, 0, 100, 350), Seen(50, 0, 100, 10))
        self.assertEqual([way.at(share).turn for share in (0, 0.5, 1)], [350, 360, 370])
        self.assertEqual(straight_at(way.start, way.end, 0.5), Seen(25, 0, 100, 360))

    def test_it_lasts_as_long_as_it_is_far_from_600_to_4000_ms(self):
        here = Seen(0, 0, 1000, 0)
        self.assertEqual(duration_ms(here, here), 0)
        self.assertEqual(duration_ms(here, here._replace(turn=5)), 600)
        self.assertEqual(duration_ms(here, here._replace(width=1001)), 600)
        nearer = here._replace(width=100)
        self.assertEqual(duration_ms(here, nearer), round(1000 * log(10) / RHO / 1.6))
        self.assertEqual(duration_ms(here, here._replace(x=1e5)), 4000)

    @examples(40)
    @given(SEEN, PLACES, PLACES)
    def test_the_middle_of_what_is_seen_is_that_of_the_stage_and_its_width_fills_it(
        self, seen: Seen, x: float, y: float
    ):
        view = seen_through(seen, 1280, 720)
        for place, wanted in (((seen.x, seen.y), (640, 360)), (along(seen), (1280, 360))):
            for one, other in zip(at_place(view, *place), wanted, strict=True):
                self.assertAlmostEqual(one, other, delta=1e-3)
        box = (x, y, 30.0, 20.0)
        place = (0.9, 0.2, 5.0, -0.1, 1.1, -3.0, 1e-4, 2e-4, 1.0)
        through = placed_through(view, box, place)
        centre = x + 15, y + 10
        for corner in ((-15, -10), (15, -10), (15, 10)):
            on_plane = at_place(place, *corner)
            wanted = at_place(view, on_plane[0] + centre[0], on_plane[1] + centre[1])
            found = at_place(through, *corner)
            self.assertAlmostEqual(found[0] + centre[0], wanted[0], delta=1e-4 * max(1, abs(wanted[0])))
            self.assertAlmostEqual(found[1] + centre[1], wanted[1], delta=1e-4 * max(1, abs(wanted[1])))


def along(seen: Seen) -> tuple[float, float]:
    """The place at the middle of the right edge of what is seen."""
    turn = seen.turn * pi / 180
    return seen.x + seen.width / 2 * cos(turn), seen.y + seen.width / 2 * sin(turn)
