"""Spot sounds: when they begin, how long they are heard, and what they count to."""

from unittest import TestCase

from ritornel.core.model.uses import assets_of
from ritornel.core.motion.track import value_at
from ritornel.core.score import compile
from ritornel.core.sentences.builds import build_sentence
from ritornel.core.sentences.transitions import transition_sentence
from ritornel.core.sound.spots import CUT_MS
from tests.made import edited, show, slide, step

TUNE = {"asset": "tune"}


class Spots(TestCase):
    def spans(self, *steps, sound=None, **more):
        transition = {"type": "fade", "duration": 1000, **({"sound": sound} if sound else {})}
        made = show(slide(*steps, id="one", transition=transition, **more))
        return [s for s in compile(made).slides[0].spans if s.source == "spot"]

    def test_with_the_transition_and_with_builds_each_to_its_own_end(self):
        steps = (
            step("a", "following", 500, sound={**TUNE, "gain_db": -20}),
            step("b", "following", delay=700, sound=TUNE),
        )
        told = [(s.id, s.start_ms, s.end_ms, s.asset) for s in self.spans(*steps, sound=TUNE, hold=9000)]
        self.assertEqual(told, [("transition", 0, 3000, "tune"), ("a", 1000, 4000, "tune"), ("b", 2200, 5200, "tune")])
        quiet = self.spans(*steps, hold=9000)[0]
        self.assertAlmostEqual(value_at(quiet.gain, 2000), 0.1)
        self.assertAlmostEqual(value_at(quiet.gain, 3999), 0.1)

    def test_until_the_next_one_again_and_again(self):
        steps = (
            step("a", "following", 500, sound={**TUNE, "until": "next"}),
            step("b", "following", delay=4500, sound=TUNE),
        )
        first, _ = self.spans(*steps, hold=9000)
        self.assertEqual((first.start_ms, first.end_ms, first.out_ms), (1000, 6000, 3000))
        self.assertEqual([round(value_at(first.gain, t), 2) for t in (5900, 6000)], [1, 0])
        (last,) = self.spans(step("a", "following", 500, sound={**TUNE, "until": "next"}), length=9000)
        self.assertEqual(last.end_ms, 9000)

    def test_the_slides_end_cuts_it_softly(self):
        (cut,) = self.spans(step("a", "following", 500, sound=TUNE), length=2000)
        self.assertEqual((cut.end_ms, value_at(cut.gain, 2000), value_at(cut.gain, 2000 - CUT_MS)), (2000, 0, 1))

    def test_what_is_off_or_missing_is_not_heard(self):
        self.assertEqual(
            self.spans(step("a", sound=TUNE, off=True), step("b", sound={"asset": "gone"}), step("c", sound={})), []
        )

    def test_it_is_an_asset_of_its_slide_and_no_time_changes(self):
        steps = (step("a", "following", 500, sound=TUNE),)
        made = show(slide(*steps, transition={"type": "fade", "sound": {"asset": "film"}}))
        self.assertEqual(assets_of(made.slides[0]), ("film", "tune"))
        plain = show(slide(step("a", "following", 500), transition={"type": "fade"}))
        self.assertEqual(compile(made).length_ms, compile(plain).length_ms)

    def test_in_a_sentence(self):
        sounds = (("tune", "a tune"), ("bell", "a bell"))
        made = show(slide(step("a", "following", sound={**TUNE, "gain_db": -6, "until": "next"}), id="one"))
        one = made.slides[0]
        said = build_sentence(one.running_order[0], one, compile(made).times[0], "The box", sounds)
        self.assertTrue(said.text.endswith(", with a tune at -6 dB until the next sound."))
        bell = next(c for c in said.settings["sound"].choices if c.words == "a bell")
        again = edited(made, do="set-steps", slide="one", steps=["a"], values=bell.values)
        kept = again.slides[0].running_order[0].sound
        self.assertEqual((kept.asset, kept.gain_db, kept.until), ("bell", -6, "next"))
        none = said.settings["sound"].choices[0]
        self.assertIsNone(
            edited(made, do="set-steps", slide="one", steps=["a"], values=none.values).slides[0].running_order[0].sound
        )
        self.assertTrue(transition_sentence(one.transition, "a", "b", sounds).text.endswith(", with no sound."))
