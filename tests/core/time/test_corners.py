"""The rules of time at their edges: unmarked cues, cut steps, paused clips, empty slides, odd transitions."""

from fractions import Fraction
from math import cos, pi
from unittest import TestCase

from ritornel.core.linecheck import findings
from ritornel.core.motion.track import value_at
from ritornel.core.score import compile, evaluate
from ritornel.core.sound.spans import place_at
from ritornel.core.time.playback import Content, Instruction, Stretch, stretches
from tests.made import clip, show, slide, spans, step, text, time_of


def starts(*steps, **more) -> list[int]:
    return [g.start_ms for g in time_of(*steps, **more).groups]


def found(*slides) -> list[tuple[str, str]]:
    made = show(*slides)
    return [(f.rule, f.message) for f in findings(made, compile(made))]


class Floors(TestCase):
    """Without a script nothing that is put on a slide shortens it."""

    def test_an_empty_text_changes_nothing(self):
        self.assertEqual(time_of().length_ms, 4000)
        for lines in ((), ("",), ("", "")):
            self.assertEqual(time_of(objects=(text("t", *lines),)).length_ms, 4000)
        self.assertEqual(time_of(objects=(text("t", "Two words"),)).length_ms, 4000)

    def test_a_wait_is_short_only_after_text_and_nothing_else(self):
        words = text("t", "x" * 3)
        enters = step("in", "following", 0, object="t")
        bare = {"running_order": [enters, step("b", object="")], "objects": [words]}
        (only_text,) = compile(show(bare)).times
        self.assertEqual((only_text.groups[1].wait_ms, only_text.groups[1].reason), (400, "dwell"))
        with_shape = time_of(enters, step("b", object=""), objects=(words,))
        self.assertEqual((with_shape.groups[1].wait_ms, with_shape.groups[1].reason), (1500, "default"))
        (nothing,) = compile(show({"running_order": [step("b", object="")]})).times
        self.assertEqual(nothing.groups[1].wait_ms, 1500)

    def test_a_shape_that_enters_with_the_text_takes_the_default(self):
        steps = (step("in", "cue", 0, object="t"), step("s", "alongside", 0, object="s"), step("b", object=""))
        made = {"running_order": list(steps), "objects": [text("t", "x" * 3), {"id": "s", "kind": "shape"}]}
        self.assertEqual([g.wait_ms for g in compile(show(made)).times[0].groups[1:]], [1500, 1500])
        made["running_order"][1] = step("s", "following", 0, object="s", kind="emphasis")
        self.assertEqual([g.wait_ms for g in compile(show(made)).times[0].groups[1:]], [1500, 400])

    def test_what_the_slide_before_showed_is_not_new_and_a_sound_is_not_seen(self):
        shape = {"id": "s", "kind": "shape", "lineage": "frame"}
        other = {"id": "v", "kind": "shape", "lineage": "frame"}
        noise = {"id": "n", "kind": "sound", "asset": "tune", "out": 10}
        order = [step("b", object="")]
        second = {"running_order": order, "objects": [other, noise, text("t", "x" * 3)]}
        self.assertEqual(compile(show({"objects": [shape]}, second)).times[1].groups[1].wait_ms, 400)
        again = {"running_order": order, "objects": [{**other, "lineage": "door"}, text("t", "x" * 3)]}
        self.assertEqual(compile(show({"objects": [shape]}, again)).times[1].groups[1].wait_ms, 1500)

    def test_a_wait_that_the_reading_makes_longer_says_so(self):
        time = time_of(step("b", object=""), objects=(text("t", "x" * 90),))
        self.assertEqual((time.groups[1].wait_ms, time.groups[1].reason), (6000, "dwell"))


class Voice(TestCase):
    def voice(self, *marks, **more):
        return {"narration": {"out": 9000, "lead": 0, "marks": list(marks)}, **more}

    def test_an_unmarked_cue_never_comes_after_the_next_marked_one(self):
        steps = [step(k, duration=100) for k in "abc"]
        self.assertEqual(starts(*steps, **self.voice(None, None, 900)), [0, 900, 900, 900])
        self.assertEqual(starts(*steps, **self.voice(None, 8000, 8500)), [0, 1500, 8000, 8500])
        self.assertEqual(
            starts(
                *steps,
                **self.voice(
                    1000,
                    None,
                    1200,
                ),
                waits={"2": 5000},
            ),
            [0, 1000, 1200, 1200],
        )

    def test_why_it_came_then(self):
        time = time_of(*[step(k, duration=100) for k in "ab"], **self.voice(None, 900))
        self.assertEqual([g.reason for g in time.groups[1:]], ["voice", "voice"])

    def test_a_later_mark_is_not_pulled_by_one_that_runs_backwards(self):
        steps = [step(k, duration=100) for k in "abc"]
        self.assertEqual(starts(*steps, **self.voice(3000, 1000, 5000)), [0, 3000, 4600, 5000])
        self.assertIn(
            ("narration-marks", "slide 1: the narration's mark 2 comes before an earlier one, and counts as none"),
            found(slide(*steps, **self.voice(3000, 1000, 5000))),
        )

    def test_marks_count_from_the_lead(self):
        self.assertEqual(starts(step("a"), narration={"out": 9000, "lead": 250, "marks": [1000]}), [0, 1250])

    def test_out_points_beyond_the_assets_end_count_as_its_end(self):
        voice = {"asset": "tune", "out": 90_000, "in": 1000, "tail": 0}
        self.assertEqual(time_of(narration=voice).length_ms, 2000)
        (score,) = compile(show(slide(narration=voice))).slides
        self.assertEqual([(s.in_ms, s.out_ms, s.end_ms) for s in score.spans], [(1000, 3000, 2000)])
        film = clip("film", 99_000, waited_for=True, **{"in": 4000})
        self.assertEqual(time_of(objects=(film,), hold=0).length_ms, 6000)
        bed = {"id": "b", "asset": "tune", "out": 90_000, "loop": False}
        (span,) = compile(show(slide(hold=60_000), beds=[bed])).bed_spans
        self.assertEqual((span.end_ms, span.out_ms), (3000, 3000))


def told(*orders):
    return stretches([Instruction(*order) for order in orders], Content(0, 4000, 1, 1))


class Clips(TestCase):
    def waited(self, *steps, **more):
        return time_of(*steps, objects=(clip("film", 4000, waited_for=True, **more),), hold=0)

    def order(self, key, kind, trigger="alongside", **more):
        return step(key, trigger, 0, kind=kind, object="film", **more)

    def test_stretches(self):
        self.assertEqual(
            told((0, "play"), (1000, "pause"), (1500, "pause"), (3000, "play")),
            [Stretch(0, 1000, 0, 1, False), Stretch(3000, 6000, 1000, 1, True)],
        )
        self.assertEqual(
            told((0, "play"), (1000, "play"), (6000, "play")),
            [Stretch(0, 1000, 0, 1, False), Stretch(1000, 5000, 0, 1, True), Stretch(6000, 10_000, 0, 1, True)],
        )
        self.assertEqual(told((0, "play"), (4000, "pause")), [Stretch(0, 4000, 0, 1, True)])
        self.assertEqual(told((0, "pause")), [])

    def test_to_another_instant_it_goes_on_or_stands_there(self):
        self.assertEqual(
            told((0, "play"), (1000, "seek", 3500)),
            [Stretch(0, 1000, 0, 1, False), Stretch(1000, 1500, 3500, 1, True, begins=False)],
        )
        self.assertEqual(
            told((500, "seek", 3000), (2000, "play")),
            [Stretch(500, 500, 3000, 1, False, begins=False), Stretch(2000, 3000, 3000, 1, True)],
        )
        for to, stands in ((-1, 0), (9000, 4000)):  # never outside its in and out points
            self.assertEqual(told((500, "seek", to))[0].played_ms, stands)

    def test_an_instant_lies_in_the_same_time_through(self):
        twice = Content(1000, 2000, 2, 1)
        self.assertEqual(
            stretches([Instruction(0, "play"), Instruction(2500, "seek", 1500)], twice),
            [Stretch(0, 2500, 0, 1, False), Stretch(2500, 4000, 2500, 1, True, begins=False)],
        )

    def test_at_another_rate_it_takes_another_time(self):
        half = Fraction(1, 2)
        self.assertEqual(
            told((0, "play"), (1000, "rate", 0.5), (3000, "pause"), (4000, "play")),
            [
                Stretch(0, 1000, 0, 1, False),
                Stretch(1000, 3000, 1000, half, False, begins=False),
                Stretch(4000, 8000, 2000, half, True),
            ],
        )
        self.assertEqual(told((0, "rate", 2), (500, "play")), [Stretch(500, 2500, 0, 2, True)])

    def test_what_waits_for_a_clip_waits_as_long_as_it_is_told_to_play(self):
        time = self.waited(
            self.order("p", "play"), self.order("r", "rate", delay=1000, params={"rate": 0.5}),
            step("a", "following", 500),
        )  # fmt: skip
        self.assertEqual(spans(time), {"p": (0, 7000), "r": (1000, 1000), "a": (7000, 7500)})
        self.assertEqual(time.length_ms, 7500)
        time = self.waited(self.order("p", "play"), self.order("s", "seek", delay=1000, params={"at": 3.5}))
        self.assertEqual((spans(time)["p"], time.length_ms), ((0, 1500), 1500))

    def test_what_it_is_told_is_heard_and_seen(self):
        told = (
            self.order("r", "rate", "cue", params={"rate": 2}),
            self.order("s", "seek", "cue", params={"at": 1}),
            self.order("v", "volume", "alongside", params={"to": -96}) | {"duration": 1000},
        )
        film = clip("film", 5000, **{"in": 500}, gain_db=-20)
        (score,) = compile(show(slide(*told, objects=(film,), waits={"1": 1000, "2": 500}, hold=4000))).slides
        played = [(s.start_ms, s.end_ms, s.from_ms, s.rate) for s in score.spans]
        self.assertEqual(played, [(0, 1000, 500, 1), (1000, 1500, 1500, 2), (1500, 3500, 1000, 2)])
        picture = next(t for target in score.targets for t in target.tracks if t.property == "media_time")
        places = [value_at(picture, at) for at in (0, 999, 1250, 1500, 2000, 3500, 5000)]
        self.assertEqual(places, [500, 1499, 2000, 1000, 2000, 5000, 5000])
        loudness = [round(value_at(score.spans[0].gain, at), 4) for at in (0, 1500, 2000, 2500, 3000)]
        self.assertEqual(loudness, [0.1, 0.1, round(0.1 * cos(pi / 4), 4), 0, 0])

    def test_a_paused_and_resumed_clip_ends_when_it_really_ends(self):
        time = self.waited(
            self.order("p", "play"), self.order("q", "pause", delay=1000), self.order("r", "play", delay=3000),
            step("a", "following", 500),
        )  # fmt: skip
        self.assertEqual(spans(time), {"p": (0, 1000), "q": (1000, 1000), "r": (3000, 6000), "a": (6000, 6500)})
        self.assertEqual(time.length_ms, 6500)

    def test_a_resumed_clip_lasts_what_is_left_of_it_in_a_later_cue(self):
        time = self.waited(
            self.order("p", "play"),
            self.order("q", "pause", delay=1000),
            self.order("r", "play", "cue"),
        )
        self.assertEqual(spans(time)["r"], (2500, 5500))
        self.assertEqual(time.length_ms, 5500)

    def test_a_clip_paused_for_good_keeps_nobody_waiting(self):
        paused = self.waited(self.order("p", "play"), self.order("q", "pause", delay=1000))
        self.assertEqual((spans(paused)["p"], paused.length_ms), ((0, 1000), 1000))
        from_the_start = self.waited(self.order("q", "pause", delay=1000))
        self.assertEqual(from_the_start.length_ms, 1000)

    def test_place_in_a_clip_does_not_drift_over_many_passes(self):
        film = clip("film", 1001, rate=3, plays=1000)
        (score,) = compile(show(slide(objects=(film,), hold=200_000))).slides
        state = {}
        for at in (100_000, 150_000.5, 199_999):
            frame = evaluate(compile(show(slide(objects=(film,), hold=200_000))), at)
            state[at] = frame.layers[-1].targets["film"]["media_time"]
            self.assertAlmostEqual(state[at], at * 3 % 1001, delta=0.01)
            self.assertAlmostEqual(place_at(score.spans[0], at), state[at], delta=0.01)

    def test_a_clip_of_almost_no_length_is_compiled_at_once_and_stands_at_its_out_point(self):
        score = compile(show(slide(objects=(clip("film", 1, rate=4, plays=20),))))
        frame = evaluate(score, 3000)
        self.assertEqual(frame.layers[-1].targets["film"]["media_time"], 1)
        self.assertLess(len(score.slides[0].targets[0].tracks[-1].times), 5)

    def test_a_clip_that_is_paused_stands_where_it_was(self):
        steps = (self.order("p", "play", "following"), self.order("q", "pause", delay=5500))
        made = show(slide(*steps, objects=(clip("film", 4000, plays=3, **{"in": 1000}),), hold=9000))
        at = {
            t: evaluate(compile(made), t).layers[-1].targets["film"]["media_time"] for t in (0, 2999, 3000, 5500, 9000)
        }
        self.assertEqual(at, {0: 1000, 2999: 3999, 3000: 1000, 5500: 3500, 9000: 3500})

    def test_a_clip_that_ended_stands_at_its_out_point_and_one_cut_by_its_slide_where_it_is(self):
        ended = compile(show(slide(objects=(clip("film", 2000),), hold=5000)))
        self.assertEqual(evaluate(ended, 4000).layers[-1].targets["film"]["media_time"], 2000)
        cut = compile(show(slide(objects=(clip("film", 9000, **{"in": 500}),), hold=5000)))
        self.assertEqual(evaluate(cut, 5000).layers[-1].targets["film"]["media_time"], 5500)
