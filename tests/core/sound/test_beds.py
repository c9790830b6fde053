"""Beds: where they begin and end, how they loop, give way, and make room for who speaks."""

from typing import Any
from unittest import TestCase

import numpy as np
from hypothesis import given
from hypothesis import strategies as st

from ritornel.core.linecheck import findings
from ritornel.core.model import Show
from ritornel.core.model.reading import BadDocument
from ritornel.core.model.running import running
from ritornel.core.model.show import Duck
from ritornel.core.score import compile
from ritornel.core.sound.ducking import ducked, merged
from ritornel.core.sound.gain import Line, line_at, line_of, summed
from ritornel.core.sound.spans import Span, gain_at
from tests.examples import examples
from tests.made import edited, show, slide, step

SPEECH = [[200, 900], [1400, 2600]]
ASSETS = [
    {"id": "voice", "kind": "sound", "length": 3000, "has_sound": True, "sound": {"loudness": -20.0, "peak": -6.0, "speaks": True, "speech": SPEECH}},
    {"id": "music", "kind": "sound", "length": 10_000, "has_sound": True, "sound": {"loudness": -18.0, "peak": -3.0}},
    {"id": "film", "kind": "clip", "length": 4000, "width": 640, "height": 360, "has_sound": True, "sound": {"loudness": -20.0, "peak": -6.0, "speaks": True, "speech": [[500, 1000]]}},
]  # fmt: skip


def made(*beds: dict[str, Any], slides: Any = None, **more: Any) -> Show:
    slides = slides or [slide(step("a", duration=0), id=name, hold=4000, waits={"1": 1000}) for name in "abc"]
    return show(*slides, beds=[{"id": f"bed-{n}", "asset": "music", **bed} for n, bed in enumerate(beds, 1)], assets=ASSETS, **more)  # fmt: skip


def laid(*beds: dict[str, Any], **more: Any) -> tuple[Span, ...]:
    return compile(made(*beds, **more)).bed_spans


class Anchored(TestCase):
    def test_from_a_slide_or_a_cue_with_an_offset_to_another(self):
        (span,) = laid({"start": {"slide": "b", "cue": "a", "offset": 250}, "end": {"slide": "c", "offset": -100}})
        self.assertEqual((span.start_ms, span.end_ms, span.until_end), (5000 + 1000 + 250, 10_000 - 100, False))

    def test_kept_within_the_show_and_one_that_ends_before_it_begins_is_silent(self):
        (span,) = laid({"start": {"slide": "a", "offset": -900}, "end": {"slide": "c", "offset": 90_000}})
        self.assertEqual((span.start_ms, span.end_ms), (0, 15_000))
        self.assertEqual(laid({"start": {"slide": "c"}, "end": {"slide": "b"}}), ())

    def test_one_that_does_not_loop_ends_by_itself(self):
        (span,) = laid({"start": {"slide": "b"}, "loop": False, "in": 2000})
        self.assertEqual((span.start_ms, span.end_ms, span.left_ms), (5000, 13_000, 8000))

    def test_beds_go_along_with_the_slides_they_are_set_on(self):
        before = made({"start": {"slide": "b", "cue": "a"}, "end": {"slide": "c"}})
        after = edited(before, do="add-slide", after="a")
        more = compile(after).length_ms - compile(before).length_ms
        (one,), (other,) = (compile(s).bed_spans for s in (before, after))
        self.assertGreater(more, 0)
        self.assertEqual((other.start_ms - one.start_ms, other.end_ms - one.end_ms), (more, more))

    def test_one_whose_slide_goes_goes_to_the_next_and_one_whose_build_goes_to_its_slide(self):
        start = made({"start": {"slide": "b", "cue": "a"}, "end": {"slide": "c", "offset": 50}})
        gone = edited(start, do="delete-slides", slides=["b"])
        self.assertEqual((gone.beds[0].start.slide, gone.beds[0].start.cue), ("c", ""))
        last = edited(gone, do="delete-slides", slides=["c"])
        self.assertEqual((last.beds[0].start.slide, last.beds[0].end), ("a", None))
        build = edited(start, do="delete-steps", slide="b", steps=["a"])
        self.assertEqual((build.beds[0].start.slide, build.beds[0].start.cue), ("b", ""))

    def test_through_a_split_and_a_join_it_stays_where_it_was_heard(self):
        start = made({"start": {"slide": "b", "cue": "a", "offset": 40}})
        before = compile(start).bed_spans[0].start_ms
        parted = edited(start, do="split-slide", slide="b", cue=1, id="new")
        self.assertEqual((parted.beds[0].start.slide, compile(parted).bed_spans[0].start_ms), ("new", before))
        joined = edited(parted, do="join-slides", slide="b")
        self.assertEqual((joined.beds[0].start.slide, compile(joined).bed_spans[0].start_ms), ("b", before))
        whole = edited(made({"start": {"slide": "c"}}), do="join-slides", slide="b")
        self.assertEqual(whole.beds[0].start.slide, "b")
        self.assertAlmostEqual(compile(whole).bed_spans[0].start_ms, 10_000, delta=1)

    def test_documents_with_anchors_that_are_not_there_are_refused(self):
        for bed, words in (
            ({"start": {"slide": "x"}}, "bed 1: start must name a slide"),
            ({"loop_from": 500, "loop_to": 500}, "loop_to must come after"),
            ({"line": [[500, -3], [500, -6]]}, "order of their times"),
        ):
            with self.assertRaisesRegex(BadDocument, words):
                made(bed)


class Looped(TestCase):
    def test_it_goes_on_from_a_point_to_another_over_a_joint(self):
        (span,) = laid({"loop_from": 3000, "loop_to": 7000})
        self.assertEqual((span.in_ms, span.out_ms, span.from_ms, span.joint_ms), (3000, 7000, 0, 400))

    def test_a_joint_takes_a_third_of_the_loop_at_most_and_what_is_before_it(self):
        found = [laid({"loop_from": a, "loop_to": b, "loop_fade": 2000})[0].joint_ms for a, b in ((5000, 5900), (150, 9000), (0, 9000))]  # fmt: skip
        self.assertEqual(found, [300, 150, 0])


class Ways(TestCase):
    def test_one_gives_way_to_the_next_over_so_long(self):
        first, second = laid({"gives_way": 2000}, {"start": {"slide": "b"}, "fade_in": 300})
        self.assertEqual((first.end_ms, second.start_ms), (7000, 5000))
        for at in (5000, 5500, 6000, 7000):
            power = (gain_at(first, at) / gain_at(first, 2000)) ** 2 + (
                gain_at(second, at) / gain_at(second, 9000)
            ) ** 2
            self.assertAlmostEqual(power, 1, delta=0.01)

    def test_one_that_has_ended_before_has_nothing_to_give(self):
        first, second = laid({"gives_way": 2000, "end": {"slide": "b"}}, {"start": {"slide": "c"}})
        self.assertEqual((first.end_ms, second.gain.values[0]), (5000, 1.0))

    def test_its_line_is_added_and_stays_beyond_its_ends(self):
        (span,) = laid({"start": {"slide": "b"}, "line": [[1000, 0], [3000, -12]]})
        levels = [20 * np.log10(gain_at(span, at) / gain_at(span, 5000)) for at in (5500, 6000, 7000, 8000, 14_000)]
        np.testing.assert_allclose(levels, [0, 0, -6, -12, -12], atol=0.01)

    def test_it_lies_under_speech_and_is_as_loud_as_speech_where_nobody_speaks(self):
        alone, under = laid({}), laid({}, slides=[slide(id="a", narration={"asset": "voice"})])
        self.assertEqual((alone[0].level_db, under[0].level_db), (2.0, -10.0))


class Ducks(TestCase):
    def test_it_goes_down_before_somebody_speaks_and_up_after(self):
        points = ducked([(2000, 3000)], Duck(), 0, 9000)
        self.assertEqual(points, [(1750, 0.0), (2000, -12.0), (3000, -12.0), (3600, 0.0)])

    def test_short_pauses_do_not_let_it_up_and_where_two_meet_the_lower_counts(self):
        self.assertEqual(merged([(0, 10), (500, 600), (1400, 1500)], 700), ((0, 600), (1400, 1500)))
        line = line_of(ducked([(0, 1000), (1750, 3000)], Duck(), 0, 9000))
        highest = max(line_at(line, at) for at in range(1000, 1750))
        self.assertAlmostEqual(highest, -12 * (1 - 529 / 600), delta=0.2)

    def test_voices_and_clips_that_speak_bring_it_down_where_they_speak(self):
        voice = slide(id="a", narration={"asset": "voice", "lead": 1000, "in": 500, "out": 2500})
        talking = slide(id="b", hold=5000, objects=({"id": "c", "kind": "clip", "asset": "film", "plays": 2},))
        mute = slide(id="c", hold=5000, objects=({"id": "c", "kind": "clip", "asset": "film", "speaks": False},))
        score = compile(made({"duck": {}}, slides=[voice, talking, mute]))
        second = score.starts[1]
        self.assertEqual(
            score.speech,
            ((1000, 1400), (1900, 3000), (second + 500, second + 1000), (second + 4500, second + 5000)),
        )
        (span,) = score.bed_spans
        self.assertEqual((line_at(span.line, 1200), line_at(span.line, score.starts[2] + 2000)), (-12.0, 0.0))

    @given(st.lists(st.tuples(st.integers(0, 9000), st.integers(1, 3000)), max_size=8), st.integers(0, 1000), st.integers(0, 1500), st.integers(0, 1500), st.floats(-40, 0))  # fmt: skip
    @examples(120)
    def test_it_never_raises_and_is_down_wherever_somebody_speaks(self, spans, attack, hold, release, depth):
        speech = [(a, a + length) for a, length in spans]
        duck = Duck(depth_db=depth, attack_ms=attack, hold_ms=hold, release_ms=release)
        points = ducked(speech, duck, 0, 20_000)
        if not speech:
            self.assertEqual(points, [])
            return
        line = line_of(points)
        self.assertEqual(sorted(line.times), list(line.times))
        self.assertLessEqual(max(line.decibels), 0)
        for a, b in speech:
            for at in (a, (a + b) // 2, b):
                self.assertAlmostEqual(line_at(line, at), depth, delta=0.011)

    def test_lines_are_summed_where_either_bends(self):
        both = summed([Line((0, 100), (0.0, -10.0)), Line((50, 150), (-2.0, -4.0))])
        self.assertEqual(both.times, (0, 50, 100, 150))
        self.assertEqual(both.decibels, (-2.0, -7.0, -13.0, -14.0))
        self.assertIsNone(summed([]))


class Silent(TestCase):
    def test_a_bed_that_is_not_heard_is_found_by_the_line_check(self):
        found = findings(show_ := made({"start": {"slide": "c"}, "end": {"slide": "b"}}, {}), compile(show_))
        self.assertEqual([(f.rule, f.slide) for f in found if f.rule == "silent-beds"], [("silent-beds", "c")])


class Bounds(TestCase):
    def test_a_loop_too_short_to_be_heard_is_played_once(self):
        (span,) = laid({"loop_from": 5000, "loop_to": 5040})
        self.assertEqual((span.end_ms, span.left_ms, span.in_ms), (10_000, 10_000, 0))

    def test_no_bed_goes_up_and_down_more_often_than_can_be_sent(self):
        speech = [(n * 2000, n * 2000 + 500) for n in range(9000)]
        points = ducked(speech, Duck(hold_ms=0), 0, 20_000_000)
        self.assertLess(len(points), 8001)
        self.assertTrue(all(line_at(line_of(points), a) == -12 for a, _ in speech[::500]))

    def test_as_it_runs_a_bed_on_a_skipped_slide_begins_with_the_next(self):
        start = made({"start": {"slide": "b"}, "end": {"slide": "c", "offset": 90}})
        skipped = edited(start, do="set-slides", slides=["b"], values={"skipped": True})
        (planned,), (span,) = compile(skipped).bed_spans, compile(running(skipped)).bed_spans
        self.assertEqual((span.start_ms, span.end_ms), (planned.start_ms, planned.end_ms))
