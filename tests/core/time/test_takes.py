from unittest import TestCase

from ritornel.core.model import Take
from ritornel.core.model.reading import convert
from ritornel.core.score import compile
from ritornel.core.time.takes import Pace, apply_take, last_runs, pace_at
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
        runs = last_runs(given)
        self.assertEqual((runs["one"].entered_ms, runs["one"].left_ms, runs["one"].cues_ms), (5000, 4000, {1: 1000}))

    def test_slides_that_were_not_run_keep_their_pace(self):
        self.assertEqual(self.applied(take(("slide", 0, "two"), ("end", 2000)))[0].slides[0], self.show.slides[0])

    def test_pace_while_running(self):
        self.assertEqual(pace_at(60_000, 72_000, 300_000), Pace(-12_000, 312_000))
