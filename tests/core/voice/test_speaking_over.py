"""A stretch of a voice spoken again: what is known moves to where it is, what was in it is not known any more."""

from unittest import TestCase

from ritornel.core.model import Narration
from ritornel.core.model.slide import Said
from ritornel.core.voice.speaking_over import alone, spoken_over

SAID = tuple(Said(text, at, at + 300, 95) for text, at in (("one", 1000), ("two", 2000), ("three", 3000)))


def voice(**more) -> Narration:
    return Narration(**{"asset": "old", "said": SAID, "heard": "words", "scratch": True, "source": "older"} | more)


class SpokenOver(TestCase):
    def test_what_is_before_stays_what_is_after_moves_and_what_is_within_is_to_be_heard(self):
        made = spoken_over(voice(beside=((100, 200), (2400, 2500), (4000, 4100))), (1800, 2800), 1600, "new")
        self.assertEqual(
            [(w.text, w.start_ms, w.end_ms) for w in made.said], [("one", 1000, 1300), ("three", 3600, 3900)]
        )
        self.assertEqual(made.beside, ((100, 200), (4600, 4700)))
        self.assertEqual((made.asset, made.source, made.heard, made.scratch), ("new", "", "", False))

    def test_marks_keep_their_place_and_those_set_by_hand_within_are_not_by_hand_any_more(self):
        made = spoken_over(voice(marks=(500, 2300, None, 3000), by_hand=(1, 2)), (1800, 2800), 2000, "new")
        self.assertEqual(made.marks, (500, 2800, None, 4000))
        self.assertEqual(made.by_hand, (1,))

    def test_cues_given_while_speaking_are_set_by_hand(self):
        made = spoken_over(voice(in_ms=200, marks=(500,)), (1800, 2800), 2000, "new", {2: 400})
        self.assertEqual((made.marks, made.by_hand), ((500, 2000), (2,)))

    def test_in_and_out_points_around_it_follow(self):
        made = spoken_over(voice(in_ms=900, out_ms=3400, marks=(1100,)), (1800, 2800), 500, "new")
        self.assertEqual((made.in_ms, made.out_ms, made.marks), (900, 2900, (1000,)))
        ends = spoken_over(voice(in_ms=900, out_ms=3400), (1800, 3400), 500, "new")
        self.assertEqual(ends.out_ms, 2300)

    def test_what_was_taken_out_before_and_after_stays_out_and_the_new_is_kept(self):
        kept = ((0, 1200), (1500, 2000), (2600, 3000), (3500, 5000))
        made = spoken_over(voice(kept=kept), (1800, 2800), 400, "new")
        self.assertEqual(made.kept, ((0, 1200), (1500, 2400), (2900, 4400)))
        self.assertEqual(
            spoken_over(voice(kept=((0, 1000), (4000, 5000))), (1800, 2800), 400, "new").kept,
            ((0, 1000), (1800, 2200), (3400, 4400)),
        )

    def test_of_a_long_recording_only_its_own_stretch_is_known(self):
        made = alone(
            voice(
                in_ms=1900,
                out_ms=3200,
                marks=(400,),
                kept=((1900, 2200), (2500, 3200)),
                again=(2400,),
                beside=((2400, 2500), (4000, 4100)),
            ),
            1900,
            3200,
        )
        self.assertEqual((made.in_ms, made.out_ms, made.marks, made.kept), (0, None, (400,), ((0, 300), (600, 1300))))
        self.assertEqual(
            [(w.text, w.start_ms, w.end_ms) for w in made.said], [("two", 100, 400), ("three", 1100, 1400)]
        )
        self.assertEqual((made.beside, made.again), (((500, 600),), (500,)))

    def test_a_voice_that_is_whole_stays_whole(self):
        self.assertEqual(spoken_over(voice(), (1800, 2800), 400, "new").kept, ())
