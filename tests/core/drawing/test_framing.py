"""Where a picture lies in its box."""

from unittest import TestCase

from hypothesis import given
from hypothesis import strategies as st

from ritornel.core.drawing.framing import framed

SIDES = st.floats(10, 2000)
CUTS = st.floats(0, 0.45)


class Framed(TestCase):
    def test_whole_in_the_box_or_filling_it(self):
        self.assertEqual(framed(200, 100, "whole", (0, 0, 0, 0), (50, 50))[0], (50, 0, 100, 100))
        seen, whole = framed(200, 100, "fill", (0, 0, 0, 0), (50, 50))
        self.assertEqual((seen, whole), ((0, 0, 200, 100), (0, -50, 200, 200)))
        self.assertEqual(framed(200, 100, "fill", (0, 0, 0, 0), (50, 50), (0, 1)).whole, (0, -100, 200, 200))

    def test_what_is_left_is_fitted(self):
        seen, whole = framed(200, 100, "whole", (0.5, 0, 0, 0), (400, 100))
        self.assertEqual((seen, whole), ((0, 0, 200, 100), (-200, 0, 400, 100)))

    def test_a_picture_of_no_known_size_fills_its_box(self):
        self.assertEqual(framed(200, 100, "whole", (0, 0, 0, 0), (0, 0)).seen, (0, 0, 200, 100))

    @given(SIDES, SIDES, st.sampled_from(["whole", "fill"]), st.tuples(CUTS, CUTS, CUTS, CUTS), SIDES, SIDES)
    def test_what_is_seen_lies_in_the_box_is_covered_and_never_distorted(self, width, height, fit, crop, w, h):
        size = (round(w), round(h))
        seen, whole = framed(width, height, fit, crop, size)
        self.assertTrue(seen.x >= -1e-6 and seen.x + seen.width <= width + 1e-6)
        self.assertTrue(seen.y >= -1e-6 and seen.y + seen.height <= height + 1e-6)
        self.assertLessEqual(whole.x + whole.width * crop[0], seen.x + 1e-6)
        self.assertGreaterEqual(whole.y + whole.height * (1 - crop[3]), seen.y + seen.height - 1e-6)
        self.assertAlmostEqual(whole.width / whole.height, size[0] / size[1], places=6)
