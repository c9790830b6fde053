"""Voices are listened to in the background, and what is heard comes as an edit; files find their slides."""

from itertools import pairwise
from unittest.mock import patch

from ritornel.core.linecheck import findings
from ritornel.core.score import compile
from ritornel.core.voice.spoken import tokens
from ritornel.formats.speaking import NoVoice
from ritornel.jobs.apart import TooMuch
from ritornel.library.models import Asset
from ritornel.shows import in_rows
from ritornel.voices import cutting, hearing, scratch
from tests.made import show, slide, step
from tests.material import OwnerCase, asset
from tests.speech import made_voice

SCRIPT = "Four tons of glass. [1] There are none. [2] All of it floats in a trough of mercury."


class Voices(OwnerCase):
    def setUp(self):
        super().setUp()
        self.client.force_login(self.owner)
        self.made = made_voice(SCRIPT)
        self.voice = asset(self.owner, "voice 1.wav", self.made.content).sha256
        one = slide(step("a", duration=0), step("b", duration=0), script=SCRIPT, id="one", title="The bath")
        self.row = self.keep(show(one, slide(id="two", title="One finger")))

    def give(self, voice: str):
        return self.edit(self.row, {"do": "give-voices", "voices": {"one": {"asset": voice}}}).json()

    def hear(self):
        return self.client.post(f"/shows/{self.row.pk}/hear", {}, content_type="application/json").json()

    def test_a_voice_that_comes_in_is_heard_and_its_cues_stand_where_their_words_are(self):
        told = self.give(self.voice)
        self.assertTrue(told["briefs"]["one"]["voice"]["unheard"])
        revision = told["revision"]
        self.assertFalse(self.hear()["hearing"])
        made = in_rows.load(self.row)
        voice = made.slides[0].narration
        self.assertEqual((voice.heard, [w.text for w in voice.said][:4]), ("words", ["Four", "tons", "of", "glass"]))
        cues = [g.start_ms for g in compile(made).times[0].groups[1:]]
        spoken = [self.made.starts[at] for at in (20, 36)]
        for found, true in zip(cues, spoken, strict=True):
            self.assertAlmostEqual(found, true, delta=90)
        self.row.refresh_from_db()
        self.assertEqual(self.row.revision, revision + 1)
        self.assertEqual(self.hear(), {"hearing": False}, "nothing is left to be heard")
        self.assertEqual(
            self.edit(self.row, "undo").json()["slides"]["one"]["document"]["narration"].get("heard", ""), ""
        )

    def test_one_that_shall_be_heard_again_is(self):
        self.give(self.voice)
        self.hear()
        first = in_rows.load(self.row).slides[0].narration
        self.edit(self.row, {"do": "hear-words", "slide": "one", "asset": self.voice, "said": [], "heard": ""})
        self.assertEqual(in_rows.load(self.row).slides[0].narration.said, ())
        self.assertFalse(self.hear()["hearing"])
        self.assertEqual(in_rows.load(self.row).slides[0].narration.said, first.said)

    def test_what_cannot_be_listened_to_is_not_tried_again_and_says_so(self):
        self.give(self.voice)
        with patch.object(hearing, "done_apart", side_effect=TooMuch):
            self.hear()
        self.assertEqual(in_rows.load(self.row).slides[0].narration.heard, "other")
        self.assertEqual(self.hear(), {"hearing": False})

    def test_a_show_that_is_deleted_meanwhile_is_no_trouble(self):
        self.give(self.voice)

        def deleted(*_, **__):
            type(self.row).objects.all().delete()

        with patch.object(hearing, "done_apart", side_effect=deleted), self.assertNoLogs("ritornel", "ERROR"):
            hearing.listening(self.row, in_rows.load(self.row))

    def test_hum_and_hiss_are_lowered_in_a_new_sound_that_names_its_source_and_compared(self):
        noisy = asset(self.owner, "noisy.wav", made_voice(SCRIPT, noise_db=20, quiet_ms=600).content)
        self.give(noisy.sha256)
        self.hear()
        before = in_rows.load(self.row).slides[0].narration

        def clean():
            return self.client.post(f"/shows/{self.row.pk}/cleaned", {"slide": "one"}, content_type="application/json")

        told = clean().json()
        while told.get("cleaning"):
            told = clean().json()
        made = Asset.objects.get(sha256=told["asset"]["id"])
        self.assertEqual((made.name, made.source), ("noisy with less noise.ogg", "made of noisy.wav"))
        self.edit(self.row, {"do": "give-voices", "voices": {"one": told["narration"]}})
        after = in_rows.load(self.row).slides[0].narration
        self.assertEqual(
            (after.asset, after.source, after.said, after.marks), (made.sha256, noisy.sha256, before.said, before.marks)
        )
        self.edit(self.row, {"do": "compare-voice", "slide": "one"})
        shown = in_rows.load(self.row)
        self.assertEqual(
            (shown.slides[0].narration.asset, shown.slides[0].narration.source), (noisy.sha256, made.sha256)
        )
        self.assertLessEqual({noisy.sha256, made.sha256}, {a.id for a in shown.assets})
        self.give(self.voice)
        self.hear()
        self.assertIn("no hum or hiss", clean().json()["error"])

    def test_another_voice_that_comes_meanwhile_does_not_get_the_words_of_the_first(self):
        self.give(self.voice)
        other = asset(self.owner, "voice 2.wav", made_voice("Nobody minds at all.").content).sha256
        real = hearing.done_apart

        def meanwhile(*asked, **how):
            found = real(*asked, **how)
            if not done:
                done.append(self.give(other))
            return found

        done: list = []
        with patch.object(hearing, "done_apart", meanwhile):
            self.hear()
        voice = in_rows.load(self.row).slides[0].narration
        self.assertEqual((voice.asset, voice.said), (other, ()))

    def test_files_find_their_slides_among_those_that_are_meant(self):
        def match(*names: str, **more):
            body = {"names": list(names), **more}
            return self.client.post(f"/shows/{self.row.pk}/voices", body, content_type="application/json").json()[
                "slides"
            ]

        self.assertEqual(match("v 1.wav", "v 2.wav"), ["one", "two"])
        self.assertEqual(match("one finger.wav"), ["two"])
        self.assertEqual(match("1.wav", "2.wav", among=["two"]), ["two", None])

    def test_only_its_owner_is_answered(self):
        self.client.force_login(self.other)
        for path in ("hear", "voices"):
            answer = self.client.post(f"/shows/{self.row.pk}/{path}", {"names": []}, content_type="application/json")
            self.assertEqual(answer.status_code, 404)


class Scratch(OwnerCase):
    def setUp(self):
        super().setUp()
        self.client.force_login(self.owner)
        self.row = self.keep(
            show(slide(step("a", duration=0), script=SCRIPT, id="one", title="The bath"), slide(id="two"))
        )

    def speak(self, name: str):
        return self.client.post(f"/shows/{self.row.pk}/scratch", {"slide": name}, content_type="application/json")

    def test_a_slide_is_spoken_with_the_instants_of_its_words_and_says_that_it_is_not_for_others(self):
        told = self.speak("one").json()
        self.assertIn("not meant for others", Asset.objects.get(sha256=told["asset"]["id"]).credit)
        self.edit(self.row, {"do": "give-voices", "voices": {"one": told["narration"]}})
        made = in_rows.load(self.row)
        voice = made.slides[0].narration
        self.assertEqual((voice.scratch, voice.heard, len(voice.said)), (True, "words", len(tokens(SCRIPT))))
        there = next(word for word in voice.said if word.text == "There")
        self.assertAlmostEqual(compile(made).times[0].groups[1].start_ms, there.start_ms, delta=1)
        self.assertGreater(voice.said[-1].end_ms, 3000)
        found = [f.message for f in findings(made, compile(made)) if f.rule == "scratch-voices"]
        self.assertEqual(found, ["slide 1: its voice is a scratch voice, which is not meant for others"])
        self.assertEqual(
            self.client.post(f"/shows/{self.row.pk}/hear", {}, content_type="application/json").json(),
            {"hearing": False},
        )

    def test_what_cannot_be_spoken_says_why(self):
        self.assertIn("no script", self.speak("two").json()["error"])
        with patch.object(scratch, "done_apart", side_effect=NoVoice("there is no made voice here")):
            self.assertIn("no made voice here", self.speak("one").json()["error"])
        self.assertIn("not in the show", self.speak("gone").json()["error"])


class OneOverMany(OwnerCase):
    SAID = (
        "Four tons of glass. There are none.",
        "All of it floats in a trough of mercury.",
        "One finger turns it all night.",
    )

    def setUp(self):
        super().setUp()
        self.client.force_login(self.owner)
        self.made = made_voice(" ".join(self.SAID))
        self.voice = asset(self.owner, "all of it.wav", self.made.content).sha256
        slides = [slide(id=f"s{n}", script=script) for n, script in enumerate(self.SAID)]
        self.row = self.keep(show(*slides, slide(id="silent")))

    def cut(self, **more):
        body = {"asset": self.voice, **more}
        return self.client.post(f"/shows/{self.row.pk}/cut", body, content_type="application/json")

    def test_it_is_cut_between_the_words_of_two_scripts_and_each_slide_keeps_a_stretch_of_the_one_file(self):
        told = self.cut().json()
        self.assertEqual((told["order"], told["follows"]), (["s0", "s1", "s2"], True))
        self.edit(self.row, {"do": "give-voices", "voices": told["voices"]})
        voices = [s.narration for s in in_rows.load(self.row).slides[:3]]
        self.assertEqual({v.asset for v in voices}, {self.voice})
        firsts = [self.made.starts[sum(len(s) + 1 for s in self.SAID[:n])] for n in range(3)]
        for voice, first in zip(voices, firsts, strict=True):
            self.assertTrue(voice.in_ms <= first + 40)
            self.assertAlmostEqual(voice.said[0].start_ms, first, delta=90)
        self.assertEqual([a.out_ms == b.in_ms for a, b in pairwise(voices)], [True, True])
        self.assertEqual(len(self.cut(first="s1").json()["order"]), 2)

    def test_what_cannot_be_cut_says_why(self):
        self.assertIn("no two slides", self.cut(first="s2").json()["error"])
        self.assertEqual(self.cut(asset="none").status_code, 404)
        self.edit(self.row, {"do": "set-slides", "slides": ["s0"], "values": {"script": "Something else is said."}})
        with patch.object(cutting, "done_apart", side_effect=TooMuch):
            self.assertIn("too long", self.cut().json()["error"])
