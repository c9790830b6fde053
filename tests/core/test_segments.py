"""A film in segments: all of the show and nothing twice, every frame where something moves, few where nothing does."""

from fractions import Fraction
from itertools import pairwise
from unittest import TestCase

from hypothesis import given

from ritornel.core.score import compile
from ritornel.core.score.segments import LONGEST_MS, SHORTEST_MS, STILL_MS, Segment, instants, segments_of, stays
from ritornel.core.score.still import still_spans
from tests.examples import examples
from tests.made import SHOWS, show, slide, step

FPS = Fraction(25)
CUT = {"transition": {"type": "cut"}}


def moved(hold: int, **more) -> dict:
    """A slide that stands for a second, moves for one, and stands."""
    late = step("a", "alongside", 1000, effect="fade", easing="linear", delay=1000)
    return slide(late, hold=hold, **CUT, **more)


class Segments(TestCase):
    @examples(60)
    @given(SHOWS)
    def test_they_are_the_whole_show_one_after_another(self, made):
        score = compile(made)
        found = segments_of(score)
        reached = [(part.length_ms, place) for place, part in enumerate(score.slides) if part.length_ms]
        self.assertEqual([(s.end_ms, s.slide) for s in found if s.end_ms == score.slides[s.slide].length_ms], reached)
        for one, other in pairwise(found):
            self.assertEqual(other.start_ms, one.end_ms if one.slide == other.slide else 0)

    def test_a_long_slide_is_cut_where_it_stands_still(self):
        steps = [step(f"s{n}", "cue", 800, effect="fade") for n in range(9)]
        script = " ".join(f"[{n + 1}] " + "word " * 12 for n in range(9))
        made = show(slide(*steps, script=script))
        score = compile(made)
        found = segments_of(score)
        self.assertGreater(len(found), 1)
        starts = {start for start, _ in still_spans(score.slides[0])}
        for one in found[1:]:
            self.assertIn(one.start_ms, starts)
            self.assertGreaterEqual(one.end_ms - one.start_ms, SHORTEST_MS)
        for one in found[:-1]:
            self.assertGreaterEqual(one.end_ms - one.start_ms, LONGEST_MS)

    def cuts(self, first: int, second: int) -> list[tuple[int, int]]:
        """The segments of a slide on which something moves for a second, twice, and which stands then."""
        steps = [step(f"s{at}", "alongside", 1000, effect="fade", delay=at) for at in (first, second)]
        score = compile(show(slide(*steps, hold=5000, **CUT)))
        return [(one.start_ms, one.end_ms) for one in segments_of(score)]

    def test_after_20_s_but_never_so_that_less_than_5_s_are_left(self):
        self.assertEqual(self.cuts(1000, 18_999), [(0, 24_999)])
        self.assertEqual(self.cuts(1000, 19_000), [(0, 20_000), (20_000, 25_000)])
        self.assertEqual(self.cuts(19_000, 20_500), [(0, 20_000), (20_000, 26_500)], "after the first of both")
        late = step("a", "alongside", 1000, effect="fade", delay=19_000)
        short = compile(show(slide(late, hold=4999, **CUT)))
        self.assertEqual(len(segments_of(short)), 1)


class Instants(TestCase):
    def frames(self, hold: int = 1000, also: tuple[int, ...] = (), **more) -> list[float]:
        score = compile(show(moved(hold, **more)))
        length = score.slides[0].length_ms
        return [float(at) for at in instants(score.slides[0], Segment(0, 0, length), FPS, also)]

    def test_every_frame_where_something_moves_and_one_a_second_where_nothing_does(self):
        found = self.frames(3000)
        moving = [at for at in found if 1000 <= at <= 2000]
        self.assertEqual(moving, [1000.0 + 40 * n for n in range(26)])
        self.assertEqual([at for at in found if at < 1000], [0.0])
        gaps = [b - a for a, b in pairwise(found)]
        self.assertLessEqual(max(gaps), STILL_MS + 40)

    def test_a_part_begins_and_ends_where_the_slide_goes_on(self):
        """What stands before it and behind it counts for nothing, and what only moves elsewhere neither."""
        score = compile(show(moved(3000)))
        part = [float(at) for at in instants(score.slides[0], Segment(0, 2000, 4500), FPS)]
        self.assertEqual(part, [2000.0, 3000.0, 4000.0])
        moving = [float(at) for at in instants(score.slides[0], Segment(0, 2000, 2400), FPS, moving=[(2100, 2200)])]
        self.assertEqual(moving, [2000.0, 2120.0, 2160.0, 2200.0])

    def test_changes_divide_what_stands_still_where_they_come(self):
        """A frame of a still stretch stands for a second, but never beyond a change in it."""
        score = compile(show(slide(hold=3000, **CUT)))
        length = score.slides[0].length_ms

        def at(*also: int) -> list[float]:
            return [float(one) for one in instants(score.slides[0], Segment(0, 0, length), Fraction(10), also)]

        self.assertEqual(at(), [0, 1000, 2000])
        self.assertEqual(at(400), [0, 400, 1400, 2400])
        self.assertEqual(at(400, 400), at(400))
        self.assertEqual(at(0, length), at())
        self.assertEqual(at(400, 1400), at(400), "a change where a frame comes anyhow makes no other")

    def test_what_stands_for_longer_than_usual_stays(self):
        at = Fraction(1000)
        self.assertEqual(
            [stays(at, at + after, 25) for after in (40, 60, Fraction(601, 10), 1000)], [False, False, True, True]
        )

    def test_what_else_changes_has_a_frame_of_its_own(self):
        without = self.frames(3000)
        found = self.frames(3000, also=(2300, 2700))
        self.assertTrue({2320.0, 2720.0} <= set(found))
        self.assertFalse({2320.0, 2720.0} & set(without))

    def test_the_last_part_of_a_frame_has_none(self):
        self.assertEqual([self.frames(1010)[-1], self.frames(1020)[-1]], [2000.0, 3000.0])
        score = compile(show(moved(1000)))
        ends = [float(instants(score.slides[0], Segment(0, 1000, end), FPS)[-1]) for end in (1053, 1054)]
        self.assertEqual(ends, [1000.0, 1040.0])

    def test_a_segment_has_a_frame_however_short_it_is(self):
        score = compile(show(moved(1000)))
        self.assertEqual(instants(score.slides[0], Segment(0, 1500, 1501), FPS), (Fraction(1500),))
