"""What holds for every show."""

import msgspec
from hypothesis import assume, given
from hypothesis import strategies as st
from hypothesis.extra.django import SimpleTestCase
from msgspec.structs import replace

from ritornel.core import score
from ritornel.core.model import Show
from ritornel.core.model.reading import read_show
from ritornel.core.model.writing import write_show
from ritornel.core.score import compile, facts
from ritornel.core.score.still import still_spans
from tests.examples import examples
from tests.made import SHOWS

EXAMPLES = examples(120)


class EveryShow(SimpleTestCase):
    @EXAMPLES
    @given(SHOWS)
    def test_lengths_add_up_and_slides_touch(self, show: Show):
        compiled = compile(show)
        self.assertEqual(compiled.length_ms, sum(t.length_ms for t in compiled.times))
        ends = [s + t.length_ms for s, t in zip(compiled.starts, compiled.times, strict=True)]
        self.assertEqual(list(compiled.starts), [0, *ends[:-1]])

    @EXAMPLES
    @given(SHOWS)
    def test_every_step_lies_in_its_slide_and_groups_never_go_back(self, show: Show):
        for time in compile(show).times:
            starts = [g.start_ms for g in time.groups]
            self.assertEqual(starts, sorted(starts))
            for group in time.groups:
                for timed in group.steps:
                    self.assertTrue(0 <= timed.start_ms <= timed.end_ms <= time.length_ms)
                self.assertTrue(0 <= group.settle_ms <= time.length_ms)

    @EXAMPLES
    @given(SHOWS, st.integers(0, 3), st.integers(1, 5000))
    def test_raising_a_wait_moves_everything_later_by_as_much(self, show: Show, at: int, by: int):
        slide = show.slides[at % len(show.slides)]
        index = show.slides.index(slide)
        before = compile(show).times[index]
        assume(len(before.groups) > 1 and slide.narration is None and slide.length_ms is None)
        waits = {**slide.waits, "1": (before.groups[1].wait_ms or 0) + by}
        slides = tuple(replace(s, waits=waits) if n == index else s for n, s in enumerate(show.slides))
        after = compile(replace(show, slides=slides)).times[index]
        self.assertEqual(after.groups[0], before.groups[0])
        for old, new in zip(before.groups[1:], after.groups[1:], strict=True):
            self.assertEqual((new.start_ms, new.settle_ms), (old.start_ms + by, old.settle_ms + by))
        self.assertEqual(after.groups[-1].settle_ms, before.groups[-1].settle_ms + by)

    @EXAMPLES
    @given(SHOWS)
    def test_the_same_show_gives_the_same_score_byte_for_byte(self, show: Show):
        warm = msgspec.json.encode(compile(show))
        score.forget()
        self.assertEqual(msgspec.json.encode(compile(read_show(write_show(show)))), warm)

    @EXAMPLES
    @given(SHOWS, st.floats(-100, 60_000))
    def test_every_instant_can_be_evaluated(self, show: Show, at: float):
        compiled = compile(show)
        frame = score.evaluate(compiled, at)
        self.assertTrue(0 <= frame.time <= compiled.times[frame.slide].length_ms)
        for layer in frame.layers:
            for state in layer.targets.values():
                self.assertTrue(0 <= state.get("opacity", 1) <= 1)

    @EXAMPLES
    @given(SHOWS)
    def test_nothing_changes_inside_a_still_span(self, show: Show):
        compiled = compile(show)
        for start, part in zip(compiled.starts, compiled.slides, strict=True):
            for first, last in still_spans(part):
                early = score.evaluate(compiled, start + first)
                late = score.evaluate(compiled, start + last - 0.5)
                self.assertEqual(early.layers[-1].targets, late.layers[-1].targets)

    @EXAMPLES
    @given(SHOWS)
    def test_facts_are_plain_data(self, show: Show):
        told = facts(show)
        self.assertEqual(msgspec.json.decode(msgspec.json.encode(told)), told)
        self.assertEqual(told["length"], sum(s["length"] for s in told["slides"]))
