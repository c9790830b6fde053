from math import cos, pi, sin
from unittest import TestCase

from msgspec.structs import replace

from ritornel.core.motion.track import value_at
from ritornel.core.score import compile
from ritornel.core.sound.gain import factor, faded
from ritornel.core.sound.spans import place_at
from tests.made import clip, show, slide, step


class Gains(TestCase):
    def test_decibels(self):
        self.assertAlmostEqual(factor(-20), 0.1)
        self.assertEqual((factor(0), factor(-96)), (1, 0))

    def test_fades_are_of_equal_power(self):
        gain = faded(0, 0, 10_000, 2000, 2000)
        for share in (0.1, 0.5, 0.8):
            rising, falling = value_at(gain, share * 2000), value_at(gain, 8000 + share * 2000)
            self.assertAlmostEqual(rising**2 + falling**2, 1, places=2)
        self.assertEqual((value_at(gain, 0), value_at(gain, 5000), value_at(gain, 10_000)), (0, 1, 0))

    def test_fades_that_would_meet_share_the_length(self):
        gain = faded(0, 0, 1000, 3000, 1000)
        self.assertEqual((gain.times[0], gain.times[1], gain.times[-1]), (0, 750, 1000))


class Spans(TestCase):
    def spans(self, *steps, objects=(), **more):
        return compile(show(slide(*steps, objects=objects, hold=9000, **more))).slides[0].spans

    def test_a_clip_without_a_play_build_starts_when_the_transition_ends(self):
        (span,) = self.spans(objects=(clip("film", 3000, **{"in": 500}),), transition={"type": "push", "duration": 700})
        self.assertEqual((span.start_ms, span.end_ms, span.from_ms), (700, 3200, 500))

    def test_plays_and_rate(self):
        (span,) = self.spans(objects=(clip("film", 3000, rate=2, plays=2),))
        self.assertEqual(span.end_ms, 3000)

    def test_a_pause_ends_a_span(self):
        steps = (
            step("p", "following", 0, kind="play", object="film"),
            step("q", "following", 0, kind="pause", object="film", delay=1000),
        )
        (span,) = self.spans(*steps, objects=(clip("film", 5000),))
        self.assertEqual((span.start_ms, span.end_ms), (0, 1000))

    def test_a_narration_starts_at_its_lead(self):
        (span,) = self.spans(narration={"asset": "tune", "lead": 250})
        self.assertEqual((span.source, span.start_ms, span.end_ms), ("narration", 250, 3250))

    def test_a_bed_lasts_to_the_end_if_it_loops(self):
        looping = show(slide(hold=9000), beds=[{"asset": "tune", "fade_out": 500}])
        once = show(slide(hold=9000), beds=[{"asset": "tune", "loop": False}])
        self.assertEqual((compile(looping).bed_spans[0].end_ms, compile(once).bed_spans[0].end_ms), (9000, 3000))
        self.assertEqual(value_at(compile(looping).bed_spans[0].gain, 9000), 0)

    def test_places_in_the_asset_are_wrapped_between_in_and_out(self):
        (span,) = self.spans(objects=(clip("film", 1500, rate=2, plays=4, **{"in": 500}),))
        places = [place_at(span, t) for t in (0, 100, 499, 500, 750, 1900, -100)]
        self.assertEqual(places, [500, 700, 1498, 500, 1000, 1300, 1300])
        self.assertEqual(place_at(replace(span, out_ms=500), 77), 500)
        self.assertEqual(place_at(replace(span, out_ms=501), 1), 500)

    def test_what_a_span_says_of_its_clip(self):
        film = clip("film", 3000, muted=True, gain_db=-20, rate=1.5, **{"in": 300})
        (span,) = self.spans(objects=(film,))
        self.assertEqual(
            (span.source, span.id, span.asset, span.in_ms, span.out_ms), ("object", "film", "film", 300, 3000)
        )
        self.assertEqual((span.rate, span.muted, span.complete, span.end_ms), (1.5, True, True, 1800))
        self.assertAlmostEqual(value_at(span.gain, 900), 0.1)
        self.assertEqual(span.gain.times, (0,))  # no fades of its own
        (plain,) = self.spans(objects=(clip("film", 30_000),))
        self.assertEqual(
            (plain.rate, plain.muted, plain.complete, plain.end_ms, plain.out_ms), (1, False, False, 9000, 10_000)
        )

    def test_one_that_goes_on_after_a_pause_goes_on_where_it_was(self):
        steps = [
            step(k, "alongside", 0, kind=kind, object="film", delay=d)
            for k, kind, d in (("p", "play", 0), ("q", "pause", 700), ("r", "play", 2000))
        ]
        first, second = self.spans(*steps, objects=(clip("film", 2000, rate=2, plays=3, **{"in": 1000}),))
        self.assertEqual((first.start_ms, first.end_ms, first.from_ms, first.complete), (0, 700, 1000, False))
        self.assertEqual((second.start_ms, second.end_ms, second.from_ms, second.complete), (2000, 2800, 1400, True))

    def test_what_begins_as_the_slide_ends_or_has_no_asset_is_not_heard(self):
        late = step("p", "following", 0, kind="play", object="film", delay=9000)
        at_the_end = compile(show(slide(late, objects=(clip("film", 3000),), hold=0)))
        self.assertEqual(at_the_end.slides[0].spans, ())
        self.assertEqual(self.spans(objects=({"id": "n", "kind": "sound"},)), ())
        self.assertEqual(self.spans(objects=({"id": "n", "kind": "sound", "out": 3000},)), ())
        self.assertEqual(self.spans(narration={"out": 3000}), ())
        self.assertEqual(self.spans(narration={"asset": "tune", "in": 3000}), ())
        (noise,) = self.spans(objects=({"id": "n", "kind": "sound", "asset": "tune"},))
        self.assertEqual((noise.id, noise.end_ms), ("n", 3000))

    def test_a_narration_goes_from_its_in_to_its_out_point(self):
        (span,) = self.spans(narration={"asset": "tune", "in": 500, "out": 1700})
        self.assertEqual((span.in_ms, span.out_ms, span.from_ms, span.start_ms, span.end_ms), (500, 1700, 500, 0, 1200))

    def test_voices_and_beds_play_as_they_were_made(self):
        made = compile(show(slide(hold=9000, narration={"asset": "tune"}), beds=[{"asset": "tune", "fade_in": 100}]))
        for span in (*made.slides[0].spans, *made.bed_spans):
            self.assertEqual((span.rate, span.muted, span.complete), (1, False, False))
        self.assertEqual((made.slides[0].spans[0].gain, made.bed_spans[0].gain.times[0]), (None, 0))

    def test_a_place_counts_from_where_the_span_begins_in_its_asset(self):
        steps = [
            step(k, "alongside", 0, kind=kind, object="film", delay=d)
            for k, kind, d in (("p", "play", 0), ("q", "pause", 700), ("r", "play", 2000))
        ]
        _, second = self.spans(*steps, objects=(clip("film", 3000, plays=3, **{"in": 900}),))
        self.assertEqual([place_at(second, t) for t in (2000, 2500, 3399, 3400, 3500)], [1600, 2100, 2999, 900, 1000])

    def test_a_voice_is_no_picture_of_a_clip_that_has_its_slides_name(self):
        made = compile(show(slide(id="film", objects=(clip("film", 3000),), narration={"asset": "tune", "lead": 5000})))
        (target,) = made.slides[0].targets
        (places,) = target.tracks
        self.assertEqual((places.property, places.times, len(places.easings)), ("media_time", (0, 0, 3000, 3000), 3))

    def test_a_bed_of_one_ms_is_heard(self):
        (bed,) = compile(show(slide(hold=1), beds=[{"asset": "tune", "in": 5, "out": 6}])).bed_spans
        self.assertEqual((bed.start_ms, bed.end_ms), (0, 1))

    def test_beds_that_cannot_be_heard_are_none(self):
        for bed in ({"asset": ""}, {"asset": "tune", "in": 3000}, {"asset": "unknown"}):
            self.assertEqual(compile(show(slide(hold=9000), beds=[bed])).bed_spans, ())
        self.assertEqual(compile(show(slide(hold=0), beds=[{"asset": "tune"}])).bed_spans, ())
        (bed,) = compile(show(slide(hold=900), beds=[{"asset": "tune", "in": 200, "gain_db": -20}])).bed_spans
        self.assertEqual(
            (bed.source, bed.start_ms, bed.end_ms, bed.in_ms, bed.out_ms, bed.from_ms), ("bed", 0, 900, 200, 3000, 200)
        )
        self.assertAlmostEqual(value_at(bed.gain, 450), 0.1)


class Fades(TestCase):
    def test_they_rise_and_fall_as_a_quarter_sine(self):
        gain = faded(-20, 1000, 9000, 2000, 1000)
        self.assertEqual(gain.times, (1000, 3000, 8000, 9000))
        for share in (0.02, 0.125, 0.25, 0.5, 0.75, 0.98):
            self.assertAlmostEqual(value_at(gain, 1000 + 2000 * share), 0.1 * sin(pi / 2 * share), places=3)
            self.assertAlmostEqual(value_at(gain, 8000 + 1000 * share), 0.1 * cos(pi / 2 * share), places=3)
        self.assertAlmostEqual(value_at(gain, 5000), 0.1)
        self.assertEqual((value_at(gain, 0), value_at(gain, 9500)), (0, 0))

    def test_without_fades_it_is_constant(self):
        gain = faded(0, 100, 200, 0, 0)
        self.assertEqual((gain.times, gain.values), ((100,), (1,)))
        self.assertEqual(faded(0, 100, 900, 300, 0).times, (100, 400))
        self.assertEqual(faded(0, 100, 900, 0, 300).times, (100, 600, 900))

    def test_fades_as_long_as_the_sound_meet_and_longer_ones_share_it(self):
        self.assertEqual(faded(0, 0, 1000, 600, 400).times, (0, 600, 600, 1000))
        self.assertEqual(faded(0, 0, 1000, 1500, 500).times, (0, 750, 750, 1000))
        self.assertEqual(faded(0, 0, 1000, 3000, 0).times, (0, 1000))
        self.assertEqual(faded(0, 0, 1000, 0, 3000).times, (0, 0, 1000))
        self.assertEqual(faded(0, 500, 1000, 400, 400).times, (500, 750, 750, 1000))
        self.assertEqual(faded(0, 500, 400, 10, 10).times, (500,))
        self.assertEqual(faded(0, 0, 500, 1, 999).times, (0, 0, 500))

    def test_silence_and_what_is_almost_silent(self):
        self.assertEqual((factor(-96), factor(-100)), (0, 0))
        self.assertAlmostEqual(factor(-95), 10**-4.75)
        self.assertAlmostEqual(factor(6), 1.9952623)
