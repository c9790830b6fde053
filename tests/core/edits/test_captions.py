"""Captions corrected by hand, translated, taken from a file: where they stand, and how they go along."""

from unittest import TestCase

from ritornel.core.edits import BadEdit
from ritornel.core.linecheck import findings
from ritornel.core.model import Show
from ritornel.core.model.uses import asset_lengths
from ritornel.core.score import compile
from ritornel.core.voice.captions import captions_of, languages_of, show_captions
from tests.core.edits.test_voices import SAID, heard
from tests.core.edits.test_voices import made as with_voice
from tests.made import edited, show, slide, step

HAND = [[100, 900, "Four tonnes."], [1200, 2800, "None of it: all floats."]]


def silent() -> Show:
    return show(slide(step("a"), script="Four tons. [1] None of it.", length=6000, id="one"), slide(id="two"))


def seen(one: Show, language: str = "", place: int = 0) -> list[tuple[int, int, str]]:
    time = compile(one).times[place]
    return [
        (c.start_ms, c.end_ms, c.text) for c in captions_of(one.slides[place], time, one, asset_lengths(one), language)
    ]


def corrected(one: Show, **more) -> Show:
    return edited(one, **({"do": "set-captions", "slide": "one", "captions": HAND} | more))


class Corrected(TestCase):
    def test_they_stand_as_they_were_set_and_are_computed_again_when_they_are_given_back(self):
        for start in (silent(), heard()):
            before = seen(start)
            changed = corrected(start)
            self.assertEqual(seen(changed), [tuple(c) for c in HAND])
            self.assertEqual(seen(edited(changed, do="set-captions", slide="one", captions=None)), before)

    def test_one_ends_where_the_next_begins_and_empty_ones_are_left_out(self):
        set_ = [[1000, 3000, "second"], [200, 1500, " first "], [4000, 5000, "  "], [5100, 5150, "a flash"]]
        self.assertEqual(seen(corrected(silent(), captions=set_)), [(200, 1000, "first"), (1000, 3000, "second")])

    def test_they_go_along_when_words_are_struck_out_and_come_back(self):
        struck = edited(corrected(heard()), do="strike-words", slide="one", first=0, end=2)  # the first second goes
        self.assertEqual(seen(struck)[0][2], "None of it: all floats.")
        back = edited(struck, do="strike-words", slide="one", first=0, end=2, back=True)
        self.assertEqual(seen(back), [tuple(c) for c in HAND])

    def test_they_go_with_their_words_into_another_voice(self):
        slower = [[text, 2 * start, 2 * end, sure] for text, start, end, sure in SAID]
        given = edited(corrected(heard()), do="give-voices", voices={"one": {"asset": "film"}})
        told = edited(given, do="hear-words", slide="one", asset="film", said=slower, heard="words")
        self.assertEqual([c[:2] for c in seen(told)], [(200, 1800), (2400, 5300)])

    def test_a_voice_that_comes_or_goes_leaves_them_where_they_are(self):
        voiced = edited(
            corrected(silent()), do="give-voices", voices={"one": {"asset": "film", "in": 500, "lead": 300}}
        )
        self.assertEqual([c[2] for c in seen(voiced)], [c[2] for c in HAND])
        self.assertEqual(seen(voiced)[1][:2], tuple(HAND[1][:2]))
        off = edited(voiced, do="take-off-voice", slides=["one"])
        self.assertEqual(seen(off)[1], tuple(HAND[1]))

    def test_a_script_that_is_changed_later_is_told(self):
        def told(one: Show) -> list[str]:
            return [f.message for f in findings(one, compile(one)) if f.rule == "old-captions"]

        changed = corrected(silent())
        self.assertEqual(told(changed), [])
        rewritten = edited(changed, do="write-script", slide="one", script="Five tons.", was=changed.slides[0].script)
        self.assertEqual(told(rewritten), ["slide 1: its script was changed after its captions (en)"])


class Languages(TestCase):
    def test_another_language_has_its_own_and_others_have_none(self):
        both = corrected(heard(), language="nb", captions=[[100, 900, "Fire tonn."]])
        self.assertEqual(languages_of(both), ("en", "nb"))
        self.assertEqual(seen(both, "nb"), [(100, 900, "Fire tonn.")])
        self.assertEqual(seen(both), seen(heard()))
        self.assertEqual(seen(both, "nb", place=1), [])
        times = compile(both).times
        self.assertEqual([c.text for c in show_captions(both, times, "nb")], ["Fire tonn."])
        with self.assertRaises(BadEdit):
            corrected(heard(), language="no language")


class PartedAndJoined(TestCase):
    def test_a_slide_that_is_split_shares_its_captions_out_and_joined_has_them_again(self):
        for start in (silent(), heard()):
            split = edited(corrected(start), do="split-slide", slide="one", cue=1, id="more")
            firsts, laters = ([c[2] for c in seen(split, place=n)] for n in (0, 1))
            self.assertEqual((firsts, laters), (["Four tonnes."], ["None of it: all floats."]))
            self.assertFalse([f for f in findings(split, compile(split)) if f.rule == "old-captions"])
            shown = [c.text for c in show_captions(split, compile(split).times)]
            self.assertEqual(shown[:2], ["Four tonnes.", "None of it: all floats."])
            joined = edited(split, do="join-slides", slide="one")
            self.assertEqual([c[2] for c in seen(joined)], [c[2] for c in HAND])
            for one, other in zip(seen(joined), HAND, strict=True):
                self.assertAlmostEqual(one[0], other[0], delta=8)

    def test_where_only_one_of_two_was_corrected_those_of_both_are_computed(self):
        split = edited(silent(), do="split-slide", slide="one", cue=1, id="more")
        joined = edited(corrected(split), do="join-slides", slide="one")
        self.assertEqual(joined.slides[0].captions, {})


class Taken(TestCase):
    FILE = [[0, 1000, "Four tons."], [1200, 2900, "None of it floats\nby itself."]]

    def test_onto_a_slide_they_are_its_script_with_marks_and_its_captions(self):
        taken = edited(heard(), do="take-captions", slide="one", captions=self.FILE)
        slide_ = taken.slides[0]
        self.assertEqual(slide_.script, "Four tons. [1] None of it floats by itself. [2]")
        self.assertEqual(seen(taken), [tuple(c) for c in self.FILE])
        self.assertEqual((slide_.narration.heard, slide_.narration.marks[0]), ("", 1200))
        self.assertEqual(slide_.narration.said[0].text, "Four")

    def test_onto_all_slides_each_gets_those_that_stand_on_it(self):
        start = show(slide(length=2000, id="one"), slide(length=3000, id="two"))
        taken = edited(
            start, do="take-captions", captions=[[100, 1900, "One."], [1950, 4000, "Two."], [9000, 9900, "Late."]]
        )
        self.assertEqual([s.script for s in taken.slides], ["One.", "Two."])
        self.assertEqual((seen(taken), seen(taken, place=1)), ([(100, 1900, "One.")], [(0, 2000, "Two.")]))
        with self.assertRaisesRegex(BadEdit, "none of these"):
            edited(start, do="take-captions", captions=[[9000, 9900, "Late."]])

    def test_a_slide_without_a_voice_lasts_as_its_captions_and_its_cues_stay(self):
        taken = edited(silent(), do="take-captions", slide="one", captions=[[0, 1000, "Four."], [4000, 9000, "None."]])
        before, after = (compile(one).times[0] for one in (silent(), taken))
        self.assertEqual(after.length_ms, 9000)
        self.assertEqual([g.start_ms for g in after.groups], [g.start_ms for g in before.groups])

    def test_in_another_language_the_script_stays(self):
        taken = edited(with_voice(), do="take-captions", slide="one", captions=self.FILE, language="da")
        self.assertEqual(taken.slides[0].script, with_voice().slides[0].script)
        self.assertEqual(seen(taken, "da"), [tuple(c) for c in self.FILE])


class Look(TestCase):
    def test_it_is_the_shows(self):
        made = edited(silent(), do="set-caption-look", look={"size": "large", "ground": "none"})
        self.assertEqual((made.captions.size, made.captions.place, made.captions.ground), ("large", "free", "none"))
