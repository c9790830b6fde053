from unittest import TestCase

from ritornel.core.score import compile
from tests.made import LAMP, show, slide, step, text, time_of


class WhichRuleHolds(TestCase):
    def test_a_wait_by_hand_comes_before_the_script(self):
        time = time_of(step("a"), step("b"), script=LAMP, waits={"2": 70})
        self.assertEqual([g.wait_ms for g in time.groups[1:]], [1636, 70])
        self.assertEqual([g.reason for g in time.groups[1:]], ["dwell", "hand"])

    def test_without_words_or_text_the_shows_own_rests_hold(self):
        time = time_of(step("a"))
        self.assertEqual((time.groups[1].wait_ms, time.groups[1].reason), (1500, "default"))
        self.assertEqual((time.hold_ms, time.hold_reason), (4000, "default"))

    def test_motion_uses_up_the_dwell_down_to_the_least(self):
        time = time_of(step("a", duration=5000), script="One two. [1] Three.")
        self.assertEqual(time.hold_ms, 1200)
        self.assertEqual(
            time_of(step("a", "following", 5000), step("b"), script="One. [1] Two.").groups[1].wait_ms, 400
        )

    def test_a_passage_without_words_takes_the_least_wait_of_a_scripted_slide(self):
        self.assertEqual(time_of(step("a"), script="[1] Only after the cue.").groups[1].wait_ms, 400)

    def test_pace_of_the_show(self):
        pace = {"wpm": 60, "sentence_pause": 0, "least_hold": 10}
        self.assertEqual(compile(show(slide(script="One two three."), pace=pace)).length_ms, 3000)


class Reading(TestCase):
    def test_each_group_counts_what_it_newly_shows(self):
        time = time_of(
            step("a", object="late", duration=0),
            objects=(text("there", "x" * 30), text("late", "y" * 45, "z" * 15)),
        )
        self.assertEqual(time.groups[1].wait_ms, 2000)
        self.assertEqual(time.hold_ms, 4000)

    def test_lines_count_where_they_enter(self):
        lines = [step(f"b{n}", object="list", duration=0, part={"paragraph": n}) for n in range(2)]
        time = time_of(*lines, objects=(text("list", "x" * 60, "y" * 30, "z" * 15),))
        self.assertEqual([g.wait_ms for g in time.groups[1:]], [1500, 4000])
        self.assertEqual(time.hold_ms, 4000)

    def test_code_points_are_counted_and_paragraph_breaks_are_not(self):
        self.assertEqual(time_of(objects=(text("t", "é\U0001f4a1" * 15, " " * 30),)).hold_ms, 4000)

    def test_what_the_slide_before_showed_is_not_read_again(self):
        shown = text("t", "x" * 90, lineage="title")
        again = text("u", "x" * 90, lineage="title")
        changed = text("u", "y" * 90, lineage="title")
        second = compile(show(slide(objects=(shown,)), slide(objects=(again,)))).times[1]
        self.assertEqual((second.hold_ms, second.hold_reason), (4000, "default"))
        self.assertEqual(compile(show(slide(objects=(shown,)), slide(objects=(changed,)))).times[1].hold_ms, 6000)

    def test_entering_text_counts_even_if_it_was_shown_before(self):
        shown = text("t", "x" * 90)
        entering = slide(step("a", "following", 0, object="t"), objects=(shown,))
        self.assertEqual(compile(show(slide(objects=(shown,)), entering)).times[1].hold_ms, 6000)


class Lengths(TestCase):
    def test_a_fixed_length_is_kept(self):
        time = time_of(step("a", "following", 600), length=9000)
        self.assertEqual((time.length_ms, time.hold_ms, time.too_short_ms), (9000, 8400, 0))

    def test_a_fixed_length_that_is_too_short_says_by_how_much(self):
        time = time_of(step("a", "following", 600), length=500)
        self.assertEqual((time.length_ms, time.too_short_ms), (600, 100))

    def test_a_narrated_slide_has_no_hold_unless_by_hand(self):
        voice = {"out": 3000, "tail": 600}
        self.assertEqual(time_of(script="Words.", narration=voice).length_ms, 3600)
        self.assertEqual(time_of(step("a", "following", 5000), narration=voice).length_ms, 5000)
        self.assertEqual(time_of(step("a", "following", 5000), narration=voice, hold=700).length_ms, 5700)

    def test_the_lead_is_the_transitions_end_unless_set(self):
        transition = {"type": "push", "duration": 800}
        self.assertEqual(time_of(narration={"out": 1000, "tail": 0}, transition=transition).length_ms, 1800)
        self.assertEqual(
            time_of(narration={"out": 1000, "tail": 0, "lead": 100}, transition=transition).length_ms, 1100
        )

    def test_a_cue_without_a_mark_follows_the_clock(self):
        voice = {"out": 9000, "marks": [None, 4000]}
        time = time_of(step("a"), step("b"), waits={"1": 900}, narration=voice)
        self.assertEqual([g.start_ms for g in time.groups], [0, 900, 4000])

    def test_a_mark_that_runs_backwards_counts_as_none(self):
        time = time_of(step("a"), step("b"), narration={"out": 9000, "marks": [4000, 1000]})
        self.assertEqual([(g.start_ms, g.reason) for g in time.groups[1:]], [(4000, "voice"), (6100, "default")])
        same = time_of(step("a"), step("b"), narration={"out": 9000, "marks": [4000, 4000]})
        self.assertEqual([g.start_ms for g in same.groups[1:]], [4000, 4000])

    def test_a_cut_has_no_duration_and_adds_nothing(self):
        self.assertEqual(time_of(transition={"type": "cut", "duration": 900}, hold=1000).length_ms, 1000)
