"""The worked examples of the timing rules, to the millisecond."""

from unittest import TestCase

from ritornel.core.model.reading import read_show
from ritornel.core.score import compile
from tests.made import LAMP, spans, step, text, time_of


class WorkedExamples(TestCase):
    def test_a_clusters_and_reading(self):
        time = time_of(
            step("a", "alongside", 500),
            step("b", "alongside", 500, delay=200),
            step("c", "following", 400),
            transition={"type": "crossfade", "duration": 800},
            objects=(text("read", "x" * 90),),
        )
        self.assertEqual(spans(time), {"a": (800, 1300), "b": (1000, 1500), "c": (1500, 1900)})
        self.assertEqual(time.groups[0].settle_ms, 1900)
        self.assertEqual((time.hold_ms, time.length_ms), (4900, 6800))

    def test_b_waits_follow_the_script(self):
        time = time_of(step("a"), step("b"), script=LAMP)
        self.assertEqual([g.start_ms for g in time.groups], [0, 1636, 3500])
        self.assertEqual([g.settle_ms for g in time.groups], [0, 2236, 4100])
        self.assertEqual([g.wait_ms for g in time.groups], [None, 1636, 1264])
        self.assertEqual((time.hold_ms, time.length_ms), (1200, 5300))

    def test_c_the_voice_is_the_clock(self):
        narration = {"in": 0, "out": 6200, "lead": 0, "tail": 600, "marks": [2000, 2400]}
        time = time_of(step("a"), step("b"), script=LAMP, narration=narration)
        self.assertEqual(spans(time), {"a": (2000, 2400), "b": (2400, 3000)})
        self.assertEqual(time.groups[1].settle_ms, 2400)
        self.assertEqual(time.groups[2].settle_ms, 3000)
        self.assertEqual(time.length_ms, 6800)

    def test_c_with_marks_by_number(self):
        narration = {"out": 6200, "lead": 0, "marks": {"2": 2400, "1": 2000}}
        time = time_of(step("a"), step("b"), script=LAMP, narration=narration)
        self.assertEqual([g.start_ms for g in time.groups], [0, 2000, 2400])

    def test_defaults_fill_in_what_is_left_out(self):
        self.assertEqual(compile(read_show({"slides": [{}]})).length_ms, 4000)
