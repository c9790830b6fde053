"""Pixels over pixels, moved, cut and blurred: to the value where it is whole, near it where it is not."""

from unittest import TestCase

import numpy as np

from ritornel.core.score.frame import Mask
from ritornel.render.surfaces import (
    NONE,
    Area,
    Stamp,
    blurred,
    brightened,
    cut,
    drawn_mask,
    faded,
    moved,
    placed,
    plain,
    premultiplied,
    scale_at,
)

WHOLE = Area(0, 0, 40, 30)
RED, BLUE = (200, 0, 0), (0, 0, 100)


def canvas() -> np.ndarray:
    return plain(40, 30, BLUE)


class Areas(TestCase):
    def test_what_both_have_and_the_least_that_has_both(self):
        one, other = Area(0, 0, 10, 10), Area(5, 6, 20, 8)
        self.assertEqual(one.common(other), Area(5, 6, 10, 8))
        self.assertEqual(one.around(other), Area(0, 0, 20, 10))
        self.assertEqual(NONE.around(other), other)
        self.assertFalse(one.common(Area(10, 0, 12, 4)))


class Stamps(TestCase):
    def test_an_opaque_one_hides_what_is_below_a_half_opaque_one_is_mixed(self):
        below = canvas()
        Stamp(5, 5, plain(10, 10, RED)).put(below, WHOLE)
        Stamp(20, 5, plain(10, 10, RED, 0.5)).put(below, WHOLE)
        self.assertEqual(below[8, 8].tolist(), [0, 0, 200, 255])
        self.assertTrue(np.allclose(below[8, 25], [50, 0, 100, 255], atol=1), below[8, 25])
        self.assertEqual(below[8, 4].tolist(), [100, 0, 0, 255])

    def test_it_is_put_only_into_a_part(self):
        below = canvas()
        Stamp(-5, -5, plain(60, 60, RED)).put(below, Area(10, 10, 12, 12))
        self.assertEqual(int((below[..., 2] == 200).sum()), 4)

    def test_it_hides_what_it_covers_whole(self):
        clear = plain(40, 30, RED)
        clear[3, 3] = 0
        self.assertTrue(Stamp(0, 0, plain(40, 30, RED)).hides(WHOLE))
        self.assertFalse(Stamp(1, 0, plain(40, 30, RED)).hides(WHOLE))
        self.assertFalse(Stamp(0, 0, clear).hides(WHOLE))


class Surfaces(TestCase):
    def test_colours_are_multiplied_by_how_opaque_they_are(self):
        self.assertEqual(premultiplied(np.array([[[200, 100, 50, 128]]], np.uint8))[0, 0].tolist(), [100, 50, 25, 128])

    def test_faded_and_brightened_keep_within_their_opacity(self):
        self.assertEqual(faded(plain(1, 1, RED), 0.5)[0, 0].tolist(), [0, 0, 100, 128])
        self.assertEqual(brightened(plain(1, 1, RED), 0.5)[0, 0].tolist(), [0, 0, 100, 255])
        self.assertEqual(brightened(plain(1, 1, RED, 0.5), 2.0)[0, 0].tolist(), [0, 0, 128, 128])

    def test_a_blur_keeps_the_sum_and_spreads_as_far_as_it_says(self):
        for deviation in (2.0, 9.0):
            dot = np.zeros((31, 31, 4), np.uint8)
            dot[10:21, 10:21] = 255
            done, room = blurred(dot, deviation)
            self.assertEqual(done.shape[0], 31 + 2 * room)
            total = done[..., 3].astype(float)
            self.assertAlmostEqual(total.sum() / (255 * 121), 1.0, delta=0.06)
            ys = np.arange(len(total)) - room - 15
            spread = np.sqrt((total.sum(axis=1) * ys**2).sum() / total.sum())
            self.assertAlmostEqual(spread, np.sqrt(deviation**2 + (11**2 - 1) / 12), delta=0.08 * deviation)


class Placing(TestCase):
    def test_whole_steps_move_pixels_as_they_are(self):
        made = placed(plain(10, 10, RED), moved(7.0, 4.0), WHOLE)
        self.assertEqual(made.area, Area(7, 4, 17, 14))
        self.assertTrue((made.pixels == plain(10, 10, RED)).all())

    def test_half_a_step_shares_the_edge_between_two_pixels(self):
        made = placed(plain(10, 10, RED), moved(7.5, 4.0), WHOLE)
        below = np.zeros((30, 40, 4), np.uint8)
        made.put(below, WHOLE)
        self.assertTrue(
            np.allclose(below[8, [6, 7, 8, 16, 17, 18], 3], [0, 128, 255, 255, 128, 0], atol=2), below[8, 5:19, 3]
        )

    def test_what_is_made_smaller_is_the_mean_of_what_it_covers(self):
        lines = np.zeros((40, 40, 4), np.uint8)
        lines[:, ::2] = 255
        made = placed(lines, np.diag((0.25, 0.25, 1.0)), WHOLE)
        inner = made.pixels[3:8, 3:8, 3]
        self.assertTrue(np.allclose(inner, 128, atol=6), inner)

    def test_what_is_off_the_stage_is_not_there(self):
        self.assertIsNone(placed(plain(10, 10, RED), moved(-11, 0), WHOLE))
        self.assertIsNone(placed(plain(10, 10, RED), np.diag((1.5, 1.5, 1.0)) @ moved(40, 0), WHOLE))

    def test_how_many_times_larger_a_map_makes(self):
        turned = np.array([(0, -3, 5), (2, 0, 7), (0, 0, 1.0)])
        self.assertAlmostEqual(scale_at(turned, 4, 4), np.sqrt(6))
        far = np.array([(1, 0, 0), (0, 1, 0), (0.01, 0, 1.0)])
        self.assertAlmostEqual(scale_at(far, 0, 0), 1.0)
        self.assertLess(scale_at(far, 50, 0), 0.7)


class Masks(TestCase):
    def seen(self, mask: Mask, scale: float = 2.0) -> np.ndarray:
        return drawn_mask(mask, (20, 15), np.diag((scale, scale, 1.0)), 40, 30)

    def test_polygons_are_seen_inside(self):
        seen = self.seen(Mask(polygons=((2, 2, 10.25, 2, 10.25, 8, 2, 8), (12, 2, 14, 2, 14, 8, 12, 8))))
        self.assertEqual(seen[10, [3, 4, 19, 22, 24, 27, 29]].tolist(), [0, 255, 255, 0, 255, 255, 0])
        self.assertEqual(int(seen[3, 10]), 0)
        area, around = 16.5 * 12 + 4 * 12, 2 * (16.5 + 12) + 2 * (4 + 12)
        self.assertAlmostEqual(seen.astype(float).sum() / 255, area, delta=0.3 * around)

    def test_a_soft_edge_is_half_seen_at_the_edge(self):
        for blur in (1.0, 4.0):
            seen = self.seen(Mask(polygons=((10, -90, 90, -90, 90, 90, 10, 90),), blur=blur))
            self.assertAlmostEqual((int(seen[15, 19]) + int(seen[15, 20])) / 2, 128, delta=8)
            self.assertLess(int(seen[15, 20 - round(2 * blur)]), 70)

    def test_cells_are_as_far_as_each_has_come(self):
        seen = self.seen(Mask(grid=(2, 1), cells=(0.0, 0.5)))
        self.assertEqual((int(seen[5, 19]), int(seen[25, 20])), (0, 128))

    def test_cut_is_what_the_mask_lets_through(self):
        self.assertEqual(cut(plain(2, 1, RED), np.array([[0, 255]], np.uint8))[0].tolist(), [[0] * 4, [0, 0, 200, 255]])
