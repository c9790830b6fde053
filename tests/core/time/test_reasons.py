"""Why a slide is as long as it is: reasons at their edges, slides of no length, rounding."""

import ast
from pathlib import Path
from unittest import TestCase

from ritornel.core import score
from ritornel.core.linecheck import findings
from ritornel.core.score import compile, evaluate
from ritornel.core.time.rounding import rounded
from tests.made import clip, show, slide, spans, step, text, time_of


def starts(*steps, **more) -> list[int]:
    return [g.start_ms for g in time_of(*steps, **more).groups]


def found(*slides) -> list[tuple[str, str]]:
    made = show(*slides)
    return [(f.rule, f.message) for f in findings(made, compile(made))]


class Reasons(TestCase):
    """Why a rest is what it is, where two rules meet."""

    def reasons(self, *steps, **more) -> tuple:
        time = time_of(*steps, **more)
        return [(g.wait_ms, g.reason) for g in time.groups[1:]], (time.hold_ms, time.hold_reason)

    def test_reading_that_takes_just_as_long_as_the_default_is_the_default(self):
        for count, wait, hold in ((22, (1500, "default"), (4000, "default")), (23, (1533, "dwell"), (4000, "default"))):
            self.assertEqual(self.reasons(step("b", object=""), objects=(text("t", "x" * count),)), ([wait], hold))
        self.assertEqual(self.reasons(objects=(text("t", "x" * 60),))[1], (4000, "default"))
        self.assertEqual(self.reasons(objects=(text("t", "x" * 61),))[1], (4067, "dwell"))

    def test_an_unmarked_cue_that_comes_just_with_the_next_mark_came_by_its_own_rest(self):
        voice = {"out": 9000, "lead": 0, "marks": [None, 1500]}
        self.assertEqual(
            self.reasons(step("a", duration=100), step("b"), narration=voice)[0], [(1500, "default"), (0, "voice")]
        )

    def test_marks_before_the_transition_is_over_give_their_cues_all_the_same(self):
        late = {"transition": {"type": "push", "duration": 2000}}
        time = time_of(
            step("a", "following", 500),
            step("b"),
            step("c"),
            narration={"out": 9000, "lead": 0, "marks": [100, 900]},
            **late,
        )
        self.assertEqual([g.start_ms for g in time.groups], [100, 100, 900])
        self.assertEqual(spans(time)["a"], (100, 100))
        pulled = time_of(step("b"), step("c"), narration={"out": 9000, "lead": 0, "marks": [None, 900]}, **late)
        self.assertEqual([g.start_ms for g in pulled.groups], [900, 900, 900])

    def test_a_step_that_begins_just_at_the_cue_is_done_there(self):
        time = time_of(
            step("a", "following", 500, delay=700), step("b"), narration={"out": 9000, "lead": 0, "marks": [700]}
        )
        cut = time.groups[0].steps[0]
        self.assertEqual((cut.start_ms, cut.end_ms, cut.uncut_end_ms), (700, 700, 700))
        whole = (
            time_of(step("a", "following", 700), step("b"), narration={"out": 9000, "lead": 0, "marks": [700]})
            .groups[0]
            .steps[0]
        )
        self.assertEqual((whole.end_ms, whole.uncut_end_ms), (700, 700))

    def test_the_longest_of_several_clips_is_waited_for_and_a_voice_as_long_as_it_gives_way_to_it(self):
        clips = (clip("film", 3000, waited_for=True), {**clip("film", 5000, waited_for=True), "id": "other"})
        time = time_of(objects=clips, hold=0)
        self.assertEqual((time.length_ms, time.hold_reason), (5000, "clip"))
        voice = {"out": 4400, "lead": 0, "tail": 600}
        self.assertEqual(time_of(objects=clips, hold=0, narration=voice).hold_reason, "clip")
        self.assertEqual(time_of(objects=clips, hold=0, narration={**voice, "tail": 601}).hold_reason, "voice")


class Slides(TestCase):
    def test_a_fade_through_a_colour_on_the_first_slide_comes_out_of_black(self):
        first = slide(transition={"type": "fade-through", "duration": 1000, "colour": "#aa0000"}, hold=2000)
        score = compile(show(first, {**first, "hold": 3000}))
        for at in (0, 250, 499, 700):
            frame = evaluate(score, at)
            self.assertEqual((frame.backdrop, [layer.slide for layer in frame.layers]), ("#000000", [-1, 0]))
        self.assertEqual(evaluate(score, 3500).backdrop, "#aa0000")

    def test_a_transition_longer_than_its_slide_is_shortened_to_it_with_a_finding(self):
        long = slide(transition={"type": "crossfade", "duration": 3000}, builds_with_transition=True, hold=1000)
        score = compile(show(slide(hold=500), long, slide(hold=500)))
        self.assertEqual((score.times[1].transition_ms, score.times[1].length_ms), (1000, 1000))
        self.assertAlmostEqual(evaluate(score, 1000).layers[-1].properties["opacity"], 0.5)
        self.assertEqual(
            found(slide(hold=500, script="One"), long),
            [("transition-too-long", "slide 2: it lasts 1 s, and its transition of 3 s is shortened to that")],
        )
        self.assertEqual(found(slide(hold=500, script="One"), {**long, "hold": 3000}), [])

    def test_a_slide_of_no_length_is_never_the_one_before_nor_on_the_stage(self):
        fades = slide(transition={"type": "crossfade", "duration": 1000}, hold=1000, id="fades")
        score = compile(show(slide(hold=700, id="first"), slide(hold=0, id="none"), fades, slide(hold=0, id="last")))
        self.assertEqual([layer.slide for layer in evaluate(score, 1200).layers], [0, 2])
        self.assertEqual(evaluate(score, 99_999).slide, 2)
        opening = compile(show(slide(hold=0), fades))
        frame = evaluate(opening, 500)
        self.assertEqual(([layer.slide for layer in frame.layers], frame.backdrop), ([-1, 1], "#000000"))
        self.assertEqual(evaluate(compile(show(slide(hold=0), slide(hold=0))), 0).slide, 1)

    def test_what_only_a_slide_of_no_length_showed_is_still_to_be_read(self):
        words = (text("t", "x" * 90, lineage="t"),)
        made = show(slide(objects=words), slide(hold=0), slide(objects=words))
        self.assertEqual(compile(made).times[2].hold_ms, 4000)
        made = show(slide(), slide(objects=words, hold=0), slide(objects=words))
        self.assertEqual(compile(made).times[2].hold_ms, 6000)


class Rounding(TestCase):
    def test_the_core_rounds_in_one_place_only(self):
        core = Path(score.__file__).parents[1]
        for path in sorted(core.rglob("*.py")):
            names = {
                n.func.id
                for n in ast.walk(ast.parse(path.read_text()))
                if isinstance(n, ast.Call) and isinstance(n.func, ast.Name)
            }
            self.assertNotIn("round", names, path)

    def test_a_half_goes_up_always(self):
        self.assertEqual([rounded(n) for n in (0.5, 1.5, 2.5, -0.5, -1.5, 0.49999999999999994)], [1, 2, 3, 0, -1, 0])
        self.assertEqual(rounded(4503599627370497.0), 4503599627370497)

    def test_keys_of_tracks_are_rounded_so_too(self):
        pulse = step("a", "following", 5, kind="emphasis", effect="pulse")
        (score,) = compile(show(slide(pulse))).slides
        self.assertEqual(score.targets[0].tracks[0].times, (0, 3, 5))
