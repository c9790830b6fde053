"""A slide parted and two joined: what is seen, said and heard stays, and one is the reverse of the other."""

from unittest import TestCase

from hypothesis import given
from hypothesis import strategies as st

from ritornel.core.edits import BadEdit
from ritornel.core.model.writing import plain
from ritornel.core.score import compile
from tests.examples import examples
from tests.made import edited, show, slide, step, text

SCRIPT = "Good evening. [1] A tower, [2] a lamp, [3] and still too dark."


def made(**more):
    lines = text("l", "A tower", "A lamp", "Too dark")
    steps = [step(f"s{n}", object="l", part={"paragraph": n}, effect="fade", duration=500) for n in range(3)]
    return show(
        slide(*steps, id="one", objects=(text("t", "Skerry", size=50), lines), script=SCRIPT, **more), slide(id="two")
    )


class Split(TestCase):
    def test_at_a_cue_words_builds_and_times_are_parted_and_the_show_lasts_as_before(self):
        before = made(waits={"1": 2000, "3": 900}, cue_advance={"2": "clock", "3": "clock"})
        after = edited(before, do="split-slide", slide="one", cue=2, id="then")
        first, then = after.slides[:2]
        self.assertEqual((first.script, then.script), ("Good evening. [1] A tower,", "a lamp, [1] and still too dark."))
        self.assertEqual([[s.id for s in s_.running_order] for s_ in (first, then)], [["s0"], ["s1", "s2"]])
        self.assertEqual((first.waits, then.waits), ({"1": 2000}, {"1": 900}))
        self.assertEqual((first.advance, then.cue_advance), ("clock", {"1": "clock"}))
        self.assertEqual(
            (then.id, then.transition.type, [o.id for o in then.objects]), ("then", "carry", ["box", "t", "l"])
        )
        self.assertEqual(compile(after).length_ms, compile(before).length_ms)
        starts = [g.start_ms for g in compile(before).times[0].groups]
        self.assertEqual(compile(after).starts[1] + compile(after).times[1].groups[1].start_ms, starts[3])

    def test_what_comes_in_later_is_not_on_the_first_and_what_has_gone_not_on_the_second(self):
        steps = (step("a", object="a", kind="exit"), step("b", object="b"))
        before = show(slide(*steps, id="one", objects=(text("a", "A"), text("b", "B")), script="[1] x [2] y"), slide())
        first, then = edited(before, do="split-slide", slide="one", cue=2).slides[:2]
        self.assertEqual([[o.id for o in s.objects] for s in (first, then)], [["box", "a"], ["box", "b"]])

    def test_the_voice_is_parted_where_the_cue_is(self):
        voice = {"asset": "v", "in": 500, "out": 9500, "lead": 100, "tail": 700, "marks": [2000, 4000, 6000]}
        before = made(narration=voice)
        after = edited(before, do="split-slide", slide="one", cue=2)
        one, other = (s.narration for s in after.slides[:2])
        self.assertEqual((one.in_ms, one.out_ms, one.tail_ms, one.marks), (500, 4500, 0, (2000,)))
        self.assertEqual(
            (other.in_ms, other.out_ms, other.lead_ms, other.tail_ms, other.marks), (4500, 9500, 0, 700, (2000,))
        )
        self.assertEqual(compile(after).length_ms, compile(before).length_ms)

    def test_at_a_place_in_the_script_the_cues_after_it_go_along(self):
        before = made()
        at = SCRIPT.index("lamp")
        after = edited(before, do="split-slide", slide="one", at=at)
        first, then = after.slides[:2]
        self.assertEqual(
            (first.script, then.script), ("Good evening. [1] A tower, [2] a", "lamp, [1] and still too dark.")
        )
        self.assertEqual([[s.id for s in one.running_order] for one in (first, then)], [["s0", "s1"], ["s2"]])
        whole = edited(before, do="split-slide", slide="one", at=len(SCRIPT))
        self.assertEqual([len(s.running_order) for s in whole.slides[:2]], [3, 0])

    def test_a_cue_that_is_not_there_is_refused(self):
        for cue in (0, 4, -1):
            with self.assertRaisesRegex(BadEdit, "cue is not on the slide"):
                edited(made(), do="split-slide", slide="one", cue=cue)


class Join(TestCase):
    @given(st.integers(1, 3), st.booleans(), st.booleans())
    @examples(12)
    def test_what_was_parted_is_joined_to_what_it_was(self, cue, voiced, waiting):
        more = {"narration": {"asset": "v", "out": 9000, "marks": [2000, 4000, 6000]}} if voiced else {}
        more |= {"waits": {str(cue): 1234}} if waiting else {}
        before = made(**more)
        parted = edited(before, do="split-slide", slide="one", cue=cue)
        joined = edited(parted, do="join-slides", slide="one")
        self.assertEqual(plain(joined.slides[0]), plain(before.slides[0]))
        self.assertEqual(len(joined.slides), len(before.slides))

    def test_two_that_differ_change_on_a_cue(self):
        one = slide(step("a", object="t"), id="one", objects=(text("t", "Here"),), script="One [1] two.")
        other = slide(
            step("a", object="t"), id="two", objects=(text("t", "There", x=500, lineage="u"),), script="Three [1] four."
        )
        joined = edited(show(one, other), do="join-slides", slide="one").slides[0]
        self.assertEqual(joined.script, "One [1] two. [2] Three [3] four.")
        kinds = [(s.kind, s.trigger, s.effect) for s in joined.running_order]
        self.assertEqual(kinds[1:2], [("exit", "cue", "appear")])
        self.assertEqual([k for k, trigger, _ in kinds if trigger == "cue"], ["entrance", "exit", "entrance"])
        self.assertEqual(len({o.id for o in joined.objects}), len(joined.objects))

    def test_two_voices_are_not_joined_and_the_last_slide_has_none_after_it(self):
        one, other = (slide(id=i, narration={"asset": i, "out": 900}) for i in ("one", "two"))
        with self.assertRaisesRegex(BadEdit, "voice of its own"):
            edited(show(one, other), do="join-slides", slide="one")
        with self.assertRaisesRegex(BadEdit, "no slide after"):
            edited(show(one, other), do="join-slides", slide="two")
