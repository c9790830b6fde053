from unittest import TestCase

from ritornel.core.motion.easing import HOLD, LINEAR
from ritornel.core.motion.track import Track, TrackBuilder, backwards, state_at, value_at

FADE = ("opacity", ((0, 0.0), (1, 1.0)))
RISE = ("y", ((0, 100.0), (1, 0.0)))


class Values(TestCase):
    def track(self, *keys: tuple, easing=LINEAR) -> Track:
        return Track("x", tuple(k[0] for k in keys), tuple(k[1] for k in keys), (easing,) * (len(keys) - 1))

    def test_held_before_the_first_key_and_after_the_last(self):
        track = self.track((100, 1.0), (200, 2.0))
        self.assertEqual([value_at(track, t) for t in (0, 100, 150, 200, 999)], [1, 1, 1.5, 2, 2])

    def test_of_keys_at_one_instant_the_last_counts(self):
        track = self.track((0, 0.0), (100, 10.0), (100, 50.0), (200, 60.0))
        self.assertAlmostEqual(value_at(track, 99.99), 10, places=1)
        self.assertEqual((value_at(track, 100), value_at(track, 150)), (50, 55))

    def test_hold_keeps_the_earlier_value(self):
        track = self.track((0, 3.0), (100, 9.0), easing=HOLD)
        self.assertEqual((value_at(track, 99), value_at(track, 100)), (3, 9))

    def test_lists_of_numbers_go_together(self):
        track = self.track((0, (0.0, 10.0)), (100, (100.0, 20.0)))
        self.assertEqual(value_at(track, 25), (25, 12.5))

    def test_one_key_is_a_constant(self):
        self.assertEqual([value_at(self.track((50, 4.0)), t) for t in (0, 50, 90)], [4, 4, 4])


class Combining(TestCase):
    def test_scales_multiply_and_places_add(self):
        def constant(name: str, value: float) -> Track:
            return Track(name, (0,), (value,), ())

        tracks = [constant("scale_x", 2.0), constant("scale_x", 0.5), constant("x", 3.0), constant("x", 4.0)]
        self.assertEqual(state_at(tracks, 0), {"scale_x": 1.0, "x": 7.0})


class Building(TestCase):
    def built(self, *added: tuple) -> tuple[Track, ...]:
        builder = TrackBuilder()
        for curve, start, duration, repeat in added:
            builder.add(curve, start, duration, repeat, LINEAR)
        return builder.tracks()

    def test_curves_after_one_another_share_a_track(self):
        (track,) = self.built((FADE, 0, 100, 1), (backwards(FADE), 500, 100, 1))
        self.assertEqual([value_at(track, t) for t in (50, 100, 499, 550)], [0.5, 1, 1, 0.5])

    def test_curves_that_overlap_get_one_each(self):
        tracks = self.built((FADE, 0, 100, 1), (backwards(FADE), 50, 100, 1))
        self.assertEqual(len(tracks), 2)
        self.assertAlmostEqual(state_at(tracks, 75)["opacity"], 0.75 * 0.75)

    def test_an_exit_leaves_its_property_neutral_when_it_is_over(self):
        (track,) = self.built((backwards(RISE), 0, 100, 1))
        self.assertEqual((value_at(track, 99.9), value_at(track, 100)), (99.9, 0))

    def test_repeats_begin_anew(self):
        (track,) = self.built((RISE, 0, 100, 3))
        self.assertEqual([value_at(track, t) for t in (50, 100, 150, 299, 300)], [50, 100, 50, 1, 0])

    def test_no_duration_is_there_at_once(self):
        (track,) = self.built((FADE, 70, 0, 1))
        self.assertEqual(value_at(track, 70), 1)
