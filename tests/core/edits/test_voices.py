"""Voices given to slides, cues where their words are said, and cuts by words."""

from typing import Any
from unittest import TestCase

from msgspec.structs import replace

from ritornel.core.edits import BadEdit
from ritornel.core.model import Show
from ritornel.core.model.uses import asset_lengths
from ritornel.core.score import compile
from ritornel.core.voice.telling import spoken_script
from tests.made import edited, show, slide, step

SCRIPT = "Four tons. [1] None of it. [2] All floats."
SAID = [["Four", 100, 300, 95], ["tons", 300, 800, 95], ["None", 1200, 1500, 95], ["of", 1500, 1600, 95], ["it", 1600, 1800, 40], ["All", 2300, 2500, 95], ["floats", 2500, 2900, 95]]  # fmt: skip


def made(**more: Any) -> Show:
    voice = {"asset": "tune", "tail": 0, "lead": 0, **more}
    return show(
        slide(step("a", duration=0), step("b", duration=0), script=SCRIPT, narration=voice, id="one"), slide(id="two")
    )


def heard(start: Show | None = None, **more: Any) -> Show:
    return edited(start or made(), do="hear-words", slide="one", asset="tune", said=SAID, heard="words", **more)


def cues(one: Show) -> list[int]:
    return [g.start_ms for g in compile(one).times[0].groups[1:]]


class Marks(TestCase):
    def test_cues_come_where_their_words_are_said_but_those_set_by_hand(self):
        self.assertEqual(cues(heard()), [1200, 2300])
        dragged = edited(heard(), do="drag-cue", slide="one", cue=1, by=-150)
        self.assertEqual((cues(dragged), dragged.slides[0].narration.by_hand), ([1050, 2300], (1,)))
        again = heard(dragged)
        self.assertEqual(cues(again), [1050, 2300])

    def test_a_cue_dragged_along_the_voice_moves_in_the_script_and_on_a_word_it_is_by_words_again(self):
        dragged = edited(heard(), do="drag-cue", slide="one", cue=1, by=300)
        one = dragged.slides[0]
        self.assertEqual((one.script, one.narration.by_hand), ("Four tons. None [1] of it. [2] All floats.", ()))
        self.assertEqual(cues(dragged), [1500, 2300])
        between = edited(heard(), do="drag-cue", slide="one", cue=1, by=-200)
        self.assertEqual((between.slides[0].script, between.slides[0].narration.by_hand), (SCRIPT, (1,)))
        last = edited(heard(), do="drag-cue", slide="one", cue=2, by=500)
        self.assertEqual((last.slides[0].script, cues(last)[1]), ("Four tons. [1] None of it. All floats. [2]", 2800))

    def test_cues_tapped_along_are_set_together_through_what_was_cut(self):
        struck = edited(heard(), do="strike-words", slide="one", first=0, end=2)
        start = struck.slides[0].narration.kept[0][0]
        tapped = edited(struck, do="set-marks", slide="one", marks={"1": 400, "2": 1700})
        self.assertEqual(cues(tapped), [400, 1700])
        self.assertEqual(tapped.slides[0].narration.marks, (start + 400, start + 1700))
        with self.assertRaisesRegex(BadEdit, "no cue 3"):
            edited(struck, do="set-marks", slide="one", marks={"3": 400})

    def test_a_rewritten_script_places_them_anew(self):
        moved = edited(
            heard(),
            do="set-slides",
            slides=["one"],
            values={"script": "Four tons. None [1] of it, so to say. All [2] floats!"},
        )
        self.assertEqual(cues(moved), [1500, 2500])
        gone = edited(
            heard(), do="set-slides", slides=["one"], values={"script": "Four tons. [1] Nothing. [2] All floats."}
        )
        self.assertEqual(cues(gone)[1], 2300)

    def test_cues_that_change_their_numbers_keep_who_set_them(self):
        dragged = edited(heard(), do="drag-cue", slide="one", cue=2, by=-100)
        less = edited(dragged, do="delete-steps", slide="one", steps=["a"])
        voice = less.slides[0].narration
        self.assertEqual((voice.marks, voice.by_hand), ((2200,), (1,)))

    def test_words_of_another_voice_are_refused(self):
        with self.assertRaisesRegex(BadEdit, "another voice"):
            edited(made(), do="hear-words", slide="one", asset="film", said=SAID, heard="words")


class Giving(TestCase):
    def test_a_slide_lasts_as_its_voice_and_nothing_else_changes(self):
        start = show(slide(step("a"), id="one", hold=9000, script=SCRIPT), slide(id="two", title="Next"))
        given = edited(start, do="give-voices", voices={"one": {"asset": "tune"}})
        self.assertEqual(compile(given).times[0].length_ms, 3000 + 600)
        self.assertEqual(given.slides[1], start.slides[1])

    def test_another_voice_keeps_lead_tail_and_marks_until_it_is_heard(self):
        start = heard(made(tail=900, lead=300))
        given = edited(start, do="give-voices", voices={"one": {"asset": "film"}})
        voice = given.slides[0].narration
        self.assertEqual((voice.tail_ms, voice.lead_ms, voice.marks, voice.heard), (900, 300, (1200, 2300), ""))
        with self.assertRaisesRegex(BadEdit, "let it be heard first"):
            edited(given, do="strike-words", slide="one", first=0, end=1)
        off = edited(given, do="take-off-voice", slides=["one"])
        self.assertIsNone(off.slides[0].narration)


class Cutting(TestCase):
    def test_struck_words_are_gone_with_half_the_pauses_around_and_come_back_whole(self):
        struck = edited(heard(), do="strike-words", slide="one", first=2, end=5)
        self.assertEqual(struck.slides[0].narration.kept, ((0, 1000), (2050, 3000)))
        self.assertEqual(compile(struck).times[0].length_ms, 1000 + 950 - 15)
        self.assertEqual(cues(struck), [985, 985 + 250], "a cue on words that are gone falls on the joint")
        back = edited(struck, do="strike-words", slide="one", first=2, end=5, back=True)
        self.assertEqual(back.slides[0].narration, heard().slides[0].narration)

    def test_joints_lie_at_the_quietest_instants_that_were_heard(self):
        quiet = heard(quiet=[1130, 1795, 2290])
        struck = edited(quiet, do="strike-words", slide="one", first=2, end=5)
        self.assertEqual(struck.slides[0].narration.kept, ((0, 1130), (2290, 3000)))
        words = edited(quiet, do="strike-words", slide="one", first=0, end=1)
        self.assertEqual(words.slides[0].narration.kept, ((300, 3000),), "none is known there: the middle")
        even = edited(quiet, do="set-pauses", slides=["one"], pause=200)
        kept = even.slides[0].narration.kept
        self.assertEqual((kept[1], kept[2][0]), ((1130 - 7, 1998), 2290 - 7))
        self.assertEqual(compile(even).times[0].length_ms, 3000 - 200 - 300)
        early = edited(heard(quiet=[950]), do="set-pauses", slides=["one"], pause=200)
        self.assertEqual(early.slides[0].narration.kept[0], (0, 950 + 7))

    def test_what_is_not_in_the_voice_cannot_be_struck_nor_all_of_it(self):
        for start, first, end, words in (
            (made(), 0, 1, "let it be heard"),
            (heard(), 7, 9, "not in the voice"),
        ):
            with self.assertRaisesRegex(BadEdit, words):
                edited(start, do="strike-words", slide="one", first=first, end=end)
        with self.assertRaisesRegex(BadEdit, "nothing would be left"):
            edited(heard(), do="cut-voice", slide="one", stretches=[[0, 9000]])

    def test_pauses_are_brought_to_one_length_and_one_alone(self):
        even = edited(heard(), do="set-pauses", slides=["one", "two"], pause=200)
        self.assertEqual(even.slides[0].narration.kept, ((0, 900), (1085, 1900), (2185, 3000)))
        longer = edited(even, do="set-pauses", slides=["one"], pause=300)
        self.assertEqual(
            longer.slides[0].narration.kept, ((0, 950), (1035, 1950), (2135, 3000)), "from the whole pause"
        )
        one = edited(heard(), do="set-pauses", slides=["one"], pause=100, at=2000)
        self.assertEqual(one.slides[0].narration.kept, ((0, 1850), (2235, 3000)))
        with self.assertRaisesRegex(BadEdit, "no pause there"):
            edited(heard(), do="set-pauses", slides=["one"], pause=100, at=400)

    def test_a_pause_goes_on_with_its_own_room_and_everything_after_moves(self):
        for pause in (401, 700, 1234, 5000):
            longer = edited(heard(), do="set-pauses", slides=["one"], pause=pause, at=1000)
            kept = longer.slides[0].narration.kept
            self.assertEqual((kept[0][0], kept[-1][1]), (0, 3000))
            for start, end in kept[1:-1]:
                self.assertTrue(800 < start < end < 1200, "only what nobody speaks in is heard again")
            lasts = compile(longer).times[0].length_ms - compile(heard()).times[0].length_ms
            self.assertEqual(lasts, pause - 400)
            self.assertEqual(cues(longer), [1200 + lasts, 2300 + lasts])
            back = edited(longer, do="set-pauses", slides=["one"], pause=400, at=1000)
            self.assertEqual(back.slides[0].narration.kept, ())

    def test_all_pauses_of_one_length_some_shorter_some_longer_and_words_beside_them_can_be_struck(self):
        even = edited(heard(), do="set-pauses", slides=["one"], pause=450)
        told = spoken_script(even.slides[0], asset_lengths(even))
        self.assertEqual([item.length for item in told.items if item.kind == "pause"], [450, 450])
        struck = edited(even, do="strike-words", slide="one", first=5, end=7)
        self.assertEqual(
            [w.struck for w in spoken_script(struck.slides[0], asset_lengths(struck)).items if w.kind == "word"],
            [False] * 5 + [True] * 2,
        )
        self.assertEqual(struck.slides[0].narration.kept[:2], even.slides[0].narration.kept[:2])

    def test_a_pause_without_enough_of_the_room_is_not_drawn_longer(self):
        close = [["Four", 100, 300, 95], ["tons", 380, 800, 95]]
        start = edited(made(), do="hear-words", slide="one", asset="tune", said=close, heard="words")
        with self.assertRaisesRegex(BadEdit, "too short to go on"):
            edited(start, do="set-pauses", slides=["one"], pause=500, at=340)
        self.assertEqual(edited(start, do="set-pauses", slides=["one"], pause=500).slides[0].narration.kept, ())

    def test_silence_around_goes_and_cues_stay_on_their_words(self):
        trimmed = edited(heard(), do="trim-silence", slides=["one", "two"], rest=50)
        voice = trimmed.slides[0].narration
        self.assertEqual((voice.in_ms, voice.out_ms), (50, 2950))
        self.assertEqual(cues(trimmed), [1150, 2250])
        beside = edited(heard(beside=[[20, 60]]), do="trim-silence", slides=["one"], rest=0)
        self.assertEqual(beside.slides[0].narration.in_ms, 20)

    def test_stretches_in_disorder_are_refused(self):
        for kept in ([[0, 900], [400, 500]], [[500, 500]], [[400, 900], [300, 950]]):
            with self.assertRaisesRegex(BadEdit, "stretch"):
                edited(made(), do="give-voices", voices={"one": {"asset": "tune", "kept": kept}})


class Parting(TestCase):
    def test_a_slide_split_at_a_cue_parts_what_was_heard_and_cut_and_joined_it_is_as_before(self):
        struck = edited(heard(), do="strike-words", slide="one", first=3, end=4)
        lasts = compile(struck).length_ms
        parted = edited(struck, do="split-slide", slide="one", cue=2, id="later")
        one, later = (s.narration for s in parted.slides[:2])
        self.assertEqual([w.text for w in one.said], ["Four", "tons", "None", "of", "it"])
        self.assertEqual([w.text for w in later.said], ["All", "floats"])
        self.assertEqual((one.out_ms, one.kept[-1][1], later.in_ms, later.kept), (2300, 2300, 2300, ((2300, 3000),)))
        self.assertAlmostEqual(compile(parted).length_ms, lasts, delta=1)
        joined = edited(parted, do="join-slides", slide="one")
        self.assertEqual(joined.slides[0].narration.said, struck.slides[0].narration.said)
        self.assertEqual(joined.slides[0].narration.kept, struck.slides[0].narration.kept)
        self.assertEqual(cues(joined), cues(struck))

    def test_what_was_heard_in_a_voice_is_not_said_of_another_in_its_place(self):
        struck = edited(heard(), do="strike-words", slide="one", first=3, end=4)
        voice = (
            edited(
                replace(struck, assets=tuple(replace(a, kind="sound") for a in struck.assets)),
                do="replace-asset",
                old="tune",
                asset="film",
            )
            .slides[0]
            .narration
        )
        self.assertEqual((voice.asset, voice.said, voice.kept, voice.heard), ("film", (), (), ""))


class Languages(TestCase):
    def test_in_another_language_voices_are_to_be_heard_again_but_for_those_that_were_made(self):
        for scratch, left in ((False, ""), (True, "words")):
            changed = edited(heard(made(scratch=scratch)), do="set-show", values={"language": "de-AT"})
            self.assertEqual((changed.language, changed.slides[0].narration.heard), ("de-AT", left))
        with self.assertRaises(BadEdit):
            edited(made(), do="set-show", values={"language": "not a language"})


class AnotherVoice(TestCase):
    """A voice that replaces one keeps its marks, moved to where the words now are."""

    SLOWER = tuple([text, 2 * start + 100, 2 * end + 100, sure] for text, start, end, sure in SAID)

    def replaced(self, before: Show) -> Show:
        given = edited(before, do="give-voices", voices={"one": {"asset": "other"}})
        self.assertEqual(given.slides[0].narration.heard, "")
        return edited(given, do="hear-words", slide="one", asset="other", said=list(self.SLOWER), heard="words")

    def test_marks_by_hand_go_where_their_words_are(self):
        by_hand = edited(heard(), do="set-marks", slide="one", marks={"1": 1000})  # between “tons” and “None”
        self.assertEqual(by_hand.slides[0].narration.by_hand, (1,))
        voice = self.replaced(by_hand).slides[0].narration
        self.assertEqual((voice.marks, voice.by_hand), ((2100, 4700), (1,)))

    def test_before_its_first_word_and_after_its_last_they_keep_their_distance(self):
        by_hand = edited(heard(), do="set-marks", slide="one", marks={"1": 40, "2": 3000})
        self.assertEqual(self.replaced(by_hand).slides[0].narration.marks, (240, 5600))

    def test_a_voice_that_was_not_heard_leaves_them_as_they_are(self):
        by_hand = edited(made(), do="set-marks", slide="one", marks={"1": 700})
        self.assertEqual(self.replaced(by_hand).slides[0].narration.marks[0], 700)
