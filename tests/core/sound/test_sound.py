from unittest import TestCase

from ritornel.core.motion.track import value_at
from ritornel.core.score import compile
from ritornel.core.sound.gain import factor, faded
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
        self.assertEqual((compile(looping).beds[0].end_ms, compile(once).beds[0].end_ms), (9000, 3000))
        self.assertEqual(value_at(compile(looping).beds[0].gain, 9000), 0)
