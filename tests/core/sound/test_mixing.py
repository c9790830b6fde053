"""What is heard of a show, in turns, and how loud."""

from itertools import pairwise
from unittest import TestCase

import numpy as np
from hypothesis import given
from hypothesis import strategies as st
from msgspec.structs import replace

from ritornel.core.score import compile
from ritornel.core.score.heard import heard_of
from ritornel.core.sound.mixing import gains, heard_in, in_decibels, points_of, turns
from ritornel.core.sound.spans import Span, gain_at, place_at
from tests.core.sound.test_beds import made
from tests.examples import examples
from tests.made import slide

BED = Span("bed", "b", "music", 1000, 20_000, 3000, 7000, 500, joint_ms=400)


class Turns(TestCase):
    def test_the_first_comes_from_its_place_and_each_next_one_a_joint_before_the_last_ends(self):
        found = list(turns(BED, 0, 30_000))
        self.assertEqual([(t.start_ms, t.end_ms, t.from_ms) for t in found[:3]], [(1000, 7500, 500), (7100, 11_500, 2600), (11_100, 15_500, 2600)])  # fmt: skip
        self.assertEqual(
            [(t.rise_ms, t.fall_ms) for t in found], [(0, 400), (400, 400), (400, 400), (400, 400), (400, 0)]
        )
        self.assertEqual(found[-1].end_ms, 20_000)

    @given(st.integers(0, 22_000), st.integers(1, 6000))
    @examples(60)
    def test_of_a_window_they_are_those_that_lie_in_it(self, first, length):
        last = first + length
        whole = [t for t in turns(BED, 0, 30_000) if t.end_ms > first and t.start_ms < last]
        self.assertEqual(list(turns(BED, first, last)), whole)

    @given(st.integers(0, 4000), st.integers(600, 6000), st.integers(0, 400), st.sampled_from([0.5, 1.0, 2.0]))
    @examples(60)
    def test_a_loop_goes_on_without_a_gap_and_with_constant_power(self, first, length, joint, rate):
        span = replace(BED, in_ms=first, out_ms=first + length, joint_ms=min(joint, first, length // 3), from_ms=first, rate=rate)  # fmt: skip
        found = list(turns(span, 0, 20_000))
        for one, other in pairwise(found):
            self.assertAlmostEqual(one.end_ms - other.start_ms, span.joint_ms / rate)
        times = np.linspace(1000, 19_999, 997)
        power = np.zeros(len(times))
        for turn in found:
            inside = (times >= turn.start_ms) & (times < min(turn.end_ms, 20_000))
            power[inside] += gains(span, turn, times[inside]).astype(np.float64) ** 2
            at = times[inside & (times >= turn.start_ms + turn.rise_ms)]
            for t in at[::50]:
                self.assertAlmostEqual(turn.from_ms + (t - turn.start_ms) * rate, place_at(span, t), delta=1e-6)
        np.testing.assert_allclose(power, 1, atol=0.01)


class All(TestCase):
    def test_everything_that_is_heard_stands_in_the_shows_time_but_what_is_muted(self):
        voice = slide(id="a", narration={"asset": "voice", "lead": 500})
        clips = slide(id="b", hold=5000, objects=({"id": "c", "kind": "clip", "asset": "film"}, {"id": "d", "kind": "clip", "asset": "film", "muted": True}))  # fmt: skip
        score = compile(made({"gain_db": -6}, slides=[voice, clips]))
        found = heard_of(score)
        self.assertEqual([(h.span.source, h.start_ms) for h in found], [("bed", 0), ("narration", 500), ("object", score.starts[1])])  # fmt: skip

    def test_the_mix_of_a_show_put_together_from_two_is_that_of_each(self):
        one, other = slide(id="a", narration={"asset": "voice"}), slide(id="b", hold=4000, objects=({"id": "c", "kind": "clip", "asset": "film"},))  # fmt: skip
        alone = [heard_of(compile(made(slides=[s]))) for s in (one, other)]
        both = compile(made(slides=[one, other]))
        shifted = [h._replace(at_ms=h.at_ms + at) for at, found in zip(both.starts, alone, strict=True) for h in found]
        self.assertEqual(heard_of(both), shifted)

    def test_gains_are_told_in_decibels_where_they_bend(self):
        score = compile(made({"fade_in": 1000, "gain_db": -6, "line": [[5000, 0], [6000, -12]]}))
        (heard,) = heard_of(score)
        told = dict(in_decibels(heard))
        self.assertEqual((told[0], told[1000], told[5000], told[6000]), (-100.0, -4.0, -4.0, -16.0))

    def test_points_are_the_gain_itself(self):
        (span,) = compile(made({"fade_in": 1000, "fade_out": 3000, "gain_db": -6})).bed_spans
        times, values = points_of(span.gain)
        self.assertEqual(times, sorted(times))
        for at in range(0, 15_001, 37):
            self.assertAlmostEqual(np.interp(at, times, values) * 10 ** (2 / 20), gain_at(span, at), delta=1e-6)
        self.assertEqual(heard_in([], [replace(span, muted=True)]), [])
