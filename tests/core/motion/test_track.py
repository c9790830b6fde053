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
            builder.add(curve, start, duration, LINEAR, repeat=repeat)
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


class Runs(TestCase):
    """Tracks that go through their keys again, and that are cut."""

    def run_of(
        self, repeat: int = 1, until: int | None = None, lasts: bool = False, curve=RISE, start: int = 200
    ) -> Track:
        builder = TrackBuilder()
        builder.add(curve, start, 100, LINEAR, repeat=repeat, until=until, lasts=lasts)
        (track,) = builder.tracks()
        return track

    def test_repeats_cost_no_more_keys(self):
        track = self.run_of(repeat=1000)
        self.assertEqual((len(track.times), track.run), (3, (200, 100, 100_200)))
        self.assertEqual([value_at(track, t) for t in (0, 199, 225, 99_950, 100_199, 100_200)], [0, 0, 75, 50, 1, 0])

    def test_a_cut_one_runs_until_then_and_stands_at_its_end(self):
        track = self.run_of(until=230)
        self.assertEqual([value_at(track, t) for t in (199, 200, 210, 229, 230, 231, 900)], [0, 100, 90, 71, 0, 0, 0])
        twice = self.run_of(repeat=2, until=350)
        self.assertEqual([value_at(twice, t) for t in (250, 300, 349, 350)], [50, 100, 51, 0])

    def test_a_cut_at_its_own_end_or_after_it_is_none(self):
        self.assertIsNone(self.run_of(until=300).run)
        self.assertIsNone(self.run_of(until=900).run)

    def test_what_lasts_keeps_its_last_value(self):
        grows = ("scale_x", ((0, 1.0), (1, 3.0)))
        self.assertEqual(value_at(self.run_of(curve=grows, lasts=True), 900), 3)
        self.assertEqual(value_at(self.run_of(curve=grows, lasts=False), 900), 1)
        self.assertEqual(value_at(self.run_of(curve=grows, lasts=True, until=210), 210), 3)

    def test_the_next_after_one_that_lasts_opens_a_track_and_the_next_after_one_that_does_not_shares_it(self):
        grows = ("scale_x", ((0, 1.0), (1, 3.0)))
        for lasts, count in ((True, 2), (False, 1)):
            builder = TrackBuilder()
            builder.add(grows, 0, 100, LINEAR, lasts=lasts)
            builder.add(grows, 100, 100, LINEAR)
            self.assertEqual(len(builder.tracks()), count)

    def test_wrapped_values_go_round(self):
        track = Track("media_time", (0, 100), (5.0, 105.0), (LINEAR,), wrap=(5.0, 35.0))
        self.assertEqual([value_at(track, t) for t in (0, 10, 29, 30, 31, 99, 100)], [5, 15, 34, 5, 6, 14, 105])

    def test_still_between_keys_only_where_values_hold(self):
        self.assertEqual(
            value_at(Track("x", (0, 10, 20), ((1.0, 2.0), (3.0, 4.0), (3.0, 4.0)), (LINEAR, HOLD)), 5), (2, 3)
        )
