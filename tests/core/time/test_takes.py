from unittest import TestCase

from ritornel.core.model import Take
from ritornel.core.model.reading import convert
from ritornel.core.score import compile
from ritornel.core.time.takes import (
    AgainstPlan,
    apply_take,
    apply_takes,
    counted_runs,
    pace_at,
    pace_line,
    pace_while,
    passages_of,
)
from tests.made import LAMP, show, slide, step


def take(*instants: tuple) -> Take:
    names = ("kind", "at", "slide", "cue", "length")
    return convert({"instants": [dict(zip(names, i, strict=False)) for i in instants]}, Take)


class Applying(TestCase):
    def setUp(self):
        self.show = show(slide(step("a"), step("b"), script=LAMP, id="one"), slide(id="two"))

    def applied(self, given: Take):
        return apply_take(self.show, compile(self.show).times, given)

    def test_waits_and_hold_are_what_was_given(self):
        given = take(
            ("slide", 0, "one"),
            ("cue", 2040, "one", 1),
            ("cue", 5000, "one", 2),
            ("slide", 9049, "two"),
            ("end", 12_000),
        )
        result, rushed = self.applied(given)
        self.assertEqual(result.slides[0].waits, {"1": 2000, "2": 2400})
        self.assertEqual(result.slides[0].hold_ms, 3400)
        self.assertEqual(result.slides[1].hold_ms, 3000)
        self.assertEqual(rushed, {})
        self.assertEqual(compile(result).times[0].length_ms, 2000 + 600 + 2400 + 600 + 3400)

    def test_pauses_are_taken_out(self):
        given = take(
            ("slide", 0, "one"),
            ("pause", 1000, "", 0, 5000),
            ("cue", 7000, "one", 1),
            ("cue", 9000, "one", 2),
            ("end", 11_000),
        )
        self.assertEqual(self.applied(given)[0].slides[0].waits, {"1": 2000, "2": 1400})

    def test_faster_than_the_builds_is_rushed_and_waits_0(self):
        given = take(("slide", 0, "one"), ("cue", 1000, "one", 1), ("cue", 1300, "one", 2), ("end", 1700))
        result, rushed = self.applied(given)
        self.assertEqual(result.slides[0].waits, {"1": 1000, "2": 0})
        self.assertEqual(result.slides[0].hold_ms, 0)
        self.assertEqual(rushed, {"one": ("2", "hold")})

    def test_a_slide_gone_back_to_counts_as_it_was_run_last(self):
        given = take(
            ("slide", 0, "one"), ("slide", 4000, "two"), ("slide", 5000, "one"), ("cue", 6000, "one", 1), ("end", 9000)
        )
        (run,) = counted_runs(given)["one"]
        self.assertEqual((run.entered_ms, run.left_ms, run.cues_ms), (5000, 4000, {1: 1000}))

    def test_a_cue_that_was_taken_back_counts_as_it_was_given_then(self):
        given = take(
            ("slide", 0, "one"), ("cue", 2000, "one", 1), ("cue", 3000, "one", 2), ("back", 3500, "one", 1),
            ("cue", 6000, "one", 2), ("end", 9000),
        )  # fmt: skip
        self.assertEqual(self.applied(given)[0].slides[0].waits, {"1": 2000, "2": 3400})
        given = take(("slide", 0, "one"), ("cue", 2000, "one", 1), ("back", 2500, "one", 0), ("end", 9000))
        self.assertEqual(self.applied(given)[0].slides[0].waits, {})

    def test_one_that_went_on_at_a_cue_keeps_what_was_given_before(self):
        given = take(
            ("slide", 0, "one"), ("cue", 2000, "one", 1), ("cue", 4000, "one", 2), ("slide", 7000, "two"),
            ("slide", 8000, "one", 1), ("cue", 9500, "one", 2), ("slide", 12_000, "two"), ("end", 13_000),
        )  # fmt: skip
        result, rushed = self.applied(given)
        self.assertEqual(result.slides[0].waits, {"1": 2000, "2": 1500})
        self.assertEqual((result.slides[0].hold_ms, rushed), (1900, {}))
        self.assertEqual([run.from_cue for run in counted_runs(given)["one"]], [0, 1])

    def test_slides_that_were_not_run_keep_their_pace(self):
        self.assertEqual(self.applied(take(("slide", 0, "two"), ("end", 2000)))[0].slides[0], self.show.slides[0])

    def test_pace_while_running(self):
        self.assertEqual(pace_at(60_000, 72_000, 300_000), AgainstPlan(-12_000, 312_000))


class Corners(TestCase):
    def test_cues_that_were_not_given_keep_their_waits_and_what_follows_counts_from_them(self):
        made = show(slide(step("a"), step("b"), script=LAMP, id="one"))
        given = take(("slide", 0, "one"), ("cue", 6000, "one", 2), ("end", 9000))
        result, rushed = apply_take(made, compile(made).times, given)
        self.assertEqual((result.slides[0].waits, result.slides[0].hold_ms, rushed), ({"2": 3800}, 2400, {}))

    def test_a_cue_given_just_as_all_has_settled_is_not_rushed(self):
        made = show(slide(step("a"), step("b"), id="one"))
        given = take(("slide", 0, "one"), ("cue", 0, "one", 1), ("cue", 600, "one", 2), ("end", 1200))
        result, rushed = apply_take(made, compile(made).times, given)
        self.assertEqual((result.slides[0].waits, result.slides[0].hold_ms, rushed), ({"1": 0, "2": 0}, 0, {}))

    def test_a_fixed_length_gives_way_to_what_was_given(self):
        made = show(slide(id="one", length=9000))
        result, _ = apply_take(made, compile(made).times, take(("slide", 0, "one"), ("end", 2000)))
        self.assertEqual((result.slides[0].length_ms, result.slides[0].hold_ms), (None, 2000))


class WhileRunning(TestCase):
    """The pace at any instant of a run, from what was given so far."""

    def setUp(self):
        self.show = show(
            slide(id="none", hold=2000), slide(step("a"), step("b"), script=LAMP, id="one"), slide(id="two", hold=900)
        )
        self.times = compile(self.show).times
        self.length = sum(t.length_ms for t in self.times)
        self.assertEqual([g.start_ms for g in self.times[1].groups], [0, 1636, 3500])

    def ahead(self, now: int, *instants: tuple) -> int:
        pace = pace_while(self.show, self.times, take(*instants), now)
        self.assertEqual(pace.finish_ms, self.length - pace.ahead_ms)
        return pace.ahead_ms

    def test_it_is_that_of_the_last_cue_given(self):
        entered = (("slide", 0, "none"), ("slide", 2500, "one"))
        self.assertEqual(self.ahead(2600, *entered), -500)
        self.assertEqual(self.ahead(3100, *entered, ("cue", 3000, "one", 1)), 2000 + 1636 - 3000)
        self.assertEqual(
            self.ahead(3600, *entered, ("cue", 3000, "one", 1), ("cue", 3500, "one", 2)), 2000 + 3500 - 3500
        )

    def test_until_what_comes_next_is_overdue_by_more(self):
        self.assertEqual([self.ahead(now, ("slide", 0, "none")) for now in (100, 1999, 2000, 2300)], [0, 0, 0, -300])
        given = (("slide", 0, "none"), ("slide", 2000, "one"), ("cue", 3636, "one", 1))
        self.assertEqual([self.ahead(now, *given) for now in (5500, 6000)], [0, -500])
        last = (*given, ("cue", 5500, "one", 2))
        self.assertEqual([self.ahead(now, *last) for now in (7300, 7400)], [0, -100])

    def test_pauses_are_taken_out_before_and_after_the_last_cue(self):
        paused = (("slide", 0, "none"), ("pause", 1000, "", 0, 700), ("slide", 2700, "one"))
        self.assertEqual(self.ahead(2800, *paused), 0)
        self.assertEqual(self.ahead(9000, *paused, ("pause", 2900, "", 0, 6000)), 0)
        self.assertEqual(self.ahead(5000, *paused), 2000 + 1636 - (5000 - 700))

    def test_a_slide_gone_back_to_counts_from_its_start(self):
        self.assertEqual(self.ahead(5100, ("slide", 0, "none"), ("slide", 2000, "one"), ("slide", 5000, "none")), -5000)


class Several(TestCase):
    def setUp(self):
        self.show = show(slide(step("a"), step("b"), script=LAMP, id="one"), slide(id="two"))
        self.planned = compile(self.show).times

    def test_the_median_of_each_wait_and_hold_where_something_was_given(self):
        def given(first: int, second: int, end: int, *more: tuple):
            return take(("slide", 0, "one"), ("cue", first, "one", 1), ("cue", second, "one", 2), *more, ("end", end))

        takes = [given(1000, 4000, 8000), given(3000, 5000, 8000), given(1600, 9000, 20_000, ("slide", 11_000, "two"))]
        result = apply_takes(self.show, self.planned, takes)
        self.assertEqual(result.slides[0].waits, {"1": 1600, "2": 2400})  # of 1000, 3000, 1600; of 2400, 1400, 6800
        self.assertEqual(result.slides[0].hold_ms, 2400)  # of 3400, 2400, 1400
        self.assertEqual(result.slides[1].hold_ms, 9000)
        self.assertEqual(apply_takes(self.show, self.planned, []), self.show)

    def test_the_pace_is_told_where_something_was_given_pauses_taken_out(self):
        one = self.planned[0]
        first = one.groups[1].start_ms
        given = take(("slide", 0, "one"), ("pause", 500, "", 0, 4000), ("cue", first + 5000, "one", 1), ("slide", 9000 + one.length_ms, "two"), ("end", 60_000))  # fmt: skip
        self.assertEqual(pace_line(self.show, self.planned, given), [(0, 0), (first, -1000), (one.length_ms, -5000)])


class Passages(TestCase):
    def test_one_for_each_time_a_slide_is_gone_through_from_its_beginning(self):
        given = take(
            ("slide", 0, "one"), ("cue", 1000, "one", 1), ("pause", 1500, "", 0, 600), ("slide", 4600, "two"),
            ("slide", 4700, "one"), ("cue", 6000, "one", 1), ("slide", 7000, "one", 1), ("end", 9000),
        )  # fmt: skip
        self.assertEqual(
            [(p.number, p.slide, p.start_ms, p.end_ms, p.cues_ms) for p in passages_of(given)],
            [(0, "one", 0, 4000, {1: 1000}), (2, "one", 4100, 6400, {1: 1300})],
        )
