"""A voice in kept stretches (timing, section 12)."""

from unittest import TestCase

from hypothesis import given
from hypothesis import strategies as st

from ritornel.core.model import Narration
from ritornel.core.score import compile
from ritornel.core.time.narration import marked_cues
from ritornel.core.time.stretches import JOINT_MS, asset_at, heard_at, joints, length_of, offsets, stretches_of
from tests.examples import examples
from tests.made import show, slide, step, time_of

CUTS = st.lists(st.integers(1, 900), min_size=2, max_size=14).map(
    lambda gaps: [(sum(gaps[:n]), sum(gaps[: n + 1])) for n in range(0, len(gaps), 2)]
)


class Stretches(TestCase):
    def test_what_is_cut_out_is_gone_and_joints_overlap(self):
        voice = {
            "asset": "tune",
            "kept": [[0, 1000], [1500, 1510], [2000, 3000]],
            "lead": 200,
            "tail": 0,
            "marks": [500, 1200, 2500],
        }
        made = show(slide(step("a", duration=0), step("b", duration=0), step("c", duration=0), narration=voice))
        time = compile(made).times[0]
        self.assertEqual(joints(made.slides[0].narration.kept), [5, 5])
        self.assertEqual(time.length_ms, 200 + 1000 + 10 + 1000 - 10)
        self.assertEqual([g.start_ms for g in time.groups[1:]], [700, 200 + 995, 200 + 1000 + 500])
        spans = compile(made).slides[0].spans
        self.assertEqual(
            [(s.start_ms, s.end_ms, s.in_ms, s.from_ms) for s in spans],
            [(200, 1200, 0, 0), (1195, 1205, 1500, 1500), (1200, 2200, 2000, 2000)],
        )
        self.assertEqual(len({s.id for s in spans[:2]}), 2, "two media take turns")
        self.assertEqual(spans[0].gain.values[-1], 0.0)

    def test_one_stretch_is_a_voice_as_it_always_was(self):
        whole, one = ({"asset": "tune", "out": 2500, "marks": [700], **more} for more in ({}, {"kept": [[0, 2500]]}))
        first, second = (time_of(step("a"), narration=voice) for voice in (whole, one))
        self.assertEqual(
            (first.length_ms, [g.start_ms for g in first.groups]),
            (second.length_ms, [g.start_ms for g in second.groups]),
        )

    def test_stretches_end_with_the_asset_and_begin_at_the_in_point(self):
        voice = Narration(asset="tune", in_ms=100, out_ms=9000, kept=((0, 300), (2000, 9000)))
        self.assertEqual(stretches_of(voice, {"tune": 3000}), ((100, 300), (2000, 3000)))
        self.assertEqual(marked_cues(Narration(kept=((0, 300), (2000, 9000)), marks=(1000,)), 1), [285])

    @examples(200)
    @given(CUTS, st.integers(0, 9000))
    def test_there_and_back(self, cut, at):
        length = length_of(cut)
        self.assertEqual(length, sum(e - s for s, e in cut) - sum(joints(cut)))
        self.assertGreaterEqual(length, 0)
        self.assertEqual(offsets(cut)[0], 0)
        heard = heard_at(cut, at)
        self.assertTrue(0 <= heard <= length)
        self.assertLessEqual(heard, heard_at(cut, at + 1))
        if any(s <= at < e - JOINT_MS for s, e in cut):
            self.assertEqual(asset_at(cut, heard), at)
