"""A voice parted in two, and put together again."""

from unittest import TestCase

from msgspec.structs import replace

from ritornel.core.model import Narration, limits
from ritornel.core.model.slide import Said
from ritornel.core.voice.parting import parted, put_together

SAID = tuple(
    Said(text, start, start + 100, 95) for text, start in (("one", 150), ("two", 950), ("three", 1000), ("four", 1900))
)
VOICE = Narration(
    asset="v",
    in_ms=100,
    out_ms=2100,
    lead_ms=50,
    tail_ms=300,
    marks=(200, None, 1100, 1500),
    by_hand=(1, 3, 4),
    kept=((100, 400), (600, 1000), (1200, 2100)),
    said=SAID,
    beside=((500, 600), (1000, 1050), (1700, 1800)),
    heard="words",
)


class Parted(TestCase):
    def test_each_half_has_what_is_heard_in_it_and_the_later_counts_anew(self):
        first, later = parted(VOICE, 1000, 3, 1)
        self.assertEqual((first.in_ms, first.out_ms, first.lead_ms, first.tail_ms), (100, 1000, 50, 0))
        self.assertEqual((later.in_ms, later.out_ms, later.lead_ms, later.tail_ms), (1000, 2100, 0, 300))
        self.assertEqual((first.marks, later.marks), ((200, None), (200, 600)))
        self.assertEqual((first.by_hand, later.by_hand), ((1,), (1, 2)))
        self.assertEqual((first.kept, later.kept), (((100, 400), (600, 1000)), ((1200, 2100),)))
        self.assertEqual([[w.text for w in v.said] for v in (first, later)], [["one"], ["two", "three", "four"]])
        self.assertEqual((first.beside, later.beside), (((500, 600),), ((1000, 1050), (1700, 1800))))

    def test_a_slide_that_is_its_cue_has_one_cue_less_and_a_stretch_may_be_cut_in_two(self):
        first, later = parted(VOICE, 700, 2, 0)
        self.assertEqual((later.marks, later.by_hand, first.by_hand), ((500, 900), (1, 2), (1,)))
        self.assertEqual((first.kept[-1], later.kept[0]), ((600, 700), (700, 1000)))
        self.assertEqual(parted(replace(VOICE, marks=(200, 500)), 700, 1, 0)[1].marks, (0,))

    def test_a_half_of_which_nothing_is_heard_is_none(self):
        ends = replace(VOICE, kept=((100, 400),))
        self.assertEqual([half is None for half in parted(ends, 500, 2, 0)], [False, True])
        self.assertEqual(
            [half is None for half in parted(replace(VOICE, kept=((1200, 2100),)), 500, 2, 0)], [True, False]
        )
        self.assertEqual([half is None for half in parted(replace(VOICE, kept=()), 500, 2, 0)], [False, False])


class Together(TestCase):
    def test_what_was_parted_is_as_before_but_for_the_marks_that_its_slide_gives(self):
        first, later = parted(VOICE, 700, 2, 0)
        again = put_together(first, later, 2)
        self.assertEqual(replace(again, marks=(), by_hand=()), replace(VOICE, marks=(), by_hand=()))
        self.assertEqual(again.by_hand, (1, 3, 4))

    def test_stretches_that_do_not_meet_stay_apart_and_one_that_is_whole_is_a_stretch(self):
        whole, cut = (replace(VOICE, kept=kept) for kept in ((), ((1200, 1500), (1600, 2100))))
        one, other = replace(whole, out_ms=1000), replace(cut, in_ms=1000)
        self.assertEqual(put_together(one, other, 1).kept, ((100, 1000), (1200, 1500), (1600, 2100)))
        other = replace(whole, in_ms=1000)
        self.assertEqual(put_together(replace(one, kept=((100, 300),)), other, 1).kept, ((100, 300), (1000, 2100)))
        self.assertEqual(put_together(one, other, 1).kept, ())
        to_its_end = put_together(replace(one, kept=((100, 1000),)), replace(other, out_ms=None), 1)
        self.assertEqual(to_its_end.kept, ((100, limits.TIME_MS),), "to the end of the asset, wherever that is")

    def test_what_one_has_not_heard_is_to_be_heard(self):
        first, later = parted(VOICE, 700, 2, 0)
        self.assertEqual(put_together(first, replace(later, heard=""), 2).heard, "")
        self.assertEqual(put_together(first, later, 2).tail_ms, 300)
