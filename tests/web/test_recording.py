"""Voices recorded on the desk: sent as they grow, made the voice of their slide, never lost before that."""

import uuid
from datetime import timedelta
from unittest.mock import patch

import numpy as np
from django.utils import timezone

from ritornel.formats.speaking import NoVoice
from ritornel.library.models import Asset, Upload
from ritornel.library.tidying import tidy
from ritornel.shows import in_rows
from ritornel.voices.models import Recording
from tests.made import show, slide, step
from tests.material import OwnerCase, asset
from tests.speech import made_voice

SCRIPT = "Four tons of glass. [1] There are none. [2] All of it floats in a trough of mercury."
AGAIN = "There are three."


class Recordings(OwnerCase):
    def setUp(self):
        super().setUp()
        self.client.force_login(self.owner)
        one = slide(step("a", duration=0), step("b", duration=0), script=SCRIPT, id="one", title="The bath")
        self.row = self.keep(show(one, slide(id="two")))
        self.address = f"/shows/{self.row.pk}/recordings"

    def post(self, path: str, body: dict):
        return self.client.post(path, body, content_type="application/json")

    def sent(self, text: str, pieces: int = 3, silence: int = 0, **begin) -> str:
        """Sends a voice as the desk does: a head whose length nobody knows, then samples."""
        content = made_voice(text, quiet_ms=400).content
        head, samples = content[:44], content[44:] if not silence else bytes(silence)
        rate = int.from_bytes(head[24:28], "little")
        name = str(uuid.uuid4())
        told = self.post(self.address, {"id": name, "slide": "one", "rate": rate, **begin})
        self.assertEqual(told.status_code, 200, told.content)
        growing = head[:4] + b"\xff" * 4 + head[8:40] + b"\xff" * 4
        size = -(-len(samples) // pieces // 2) * 2
        for number, piece in enumerate([growing, *(samples[n : n + size] for n in range(0, len(samples), size))]):
            self.client.put(f"/library/uploads/{name}/{number}", piece, content_type="application/octet-stream")
        return name

    def kept(self, name: str, **how):
        answer = self.post(f"{self.address}/{name}", how)
        while answer.json().get("keeping"):
            answer = self.post(f"{self.address}/{name}", how)
        return answer

    def give(self, told: dict):
        self.edit(self.row, {"do": "give-voices", "voices": {told["slide"]: told["narration"]}})
        self.post(f"/shows/{self.row.pk}/hear", {})
        return in_rows.load(self.row).slides[0].narration

    def left(self) -> list[dict]:
        return self.client.get(self.address).json()["recordings"]

    def test_a_recording_becomes_the_voice_of_its_slide_from_its_first_word_to_its_last(self):
        name = self.sent(SCRIPT)
        self.assertEqual(self.kept(name, pieces=9).status_code, 409)
        voice = self.give(self.kept(name, pieces=4).json())
        spoken = made_voice(SCRIPT, quiet_ms=400)
        self.assertAlmostEqual(voice.in_ms, 200, delta=80)
        self.assertEqual([w.text for w in voice.said][:4], ["Four", "tons", "of", "glass"])
        self.assertAlmostEqual(voice.marks[0] + voice.in_ms, spoken.starts[20], delta=100)
        made = Asset.objects.get(sha256=voice.asset)
        self.assertEqual((made.mime, made.name[:9]), ("audio/ogg", "The bath "))
        self.assertAlmostEqual(made.length_ms, spoken.length_ms, delta=25)
        self.assertEqual(self.left(), [], "what is the voice of its slide is not offered any more")
        self.assertFalse(Upload.objects.exists())

    def test_some_words_are_spoken_over_and_all_else_stays_where_it_is(self):
        before = self.give(self.kept(self.sent(SCRIPT)).json())
        name = self.sent(AGAIN, words=[4, 7])
        over = Recording.objects.get(pk=name).over
        (there, none) = before.said[4], before.said[6]
        self.assertTrue(over[1] < there.start_ms and none.end_ms < over[2] < before.said[7].start_ms, over)
        told = self.kept(name).json()
        self.edit(self.row, {"do": "give-voices", "voices": {"one": told["narration"]}})
        now = in_rows.load(self.row).slides[0].narration
        self.assertEqual([w.text for w in now.said][:5], ["Four", "tons", "of", "glass", "All"])
        first = before.in_ms  # the new sound begins where the slide's voice did
        longer = now.said[4].start_ms - (before.said[7].start_ms - first)
        recording = Recording.objects.get(pk=name)
        self.assertEqual(longer, recording.end_ms - recording.start_ms - (over[2] - over[1]))
        self.assertEqual([w.start_ms + first for w in now.said[:4]], [w.start_ms for w in before.said[:4]])
        self.assertEqual((now.in_ms, now.out_ms), (0, None))
        length = Asset.objects.get(sha256=now.asset).length_ms
        self.assertAlmostEqual(length - (before.out_ms - before.in_ms), longer, delta=25)

    def test_a_passage_of_a_voice_that_was_replaced_may_still_be_kept_for_the_whole_slide(self):
        self.give(self.kept(self.sent(SCRIPT)).json())
        name = self.sent(AGAIN, words=[4, 7])
        other = asset(self.owner, "other.wav", made_voice("Nobody minds.").content).sha256
        self.edit(self.row, {"do": "give-voices", "voices": {"one": {"asset": other}}})
        refused = self.kept(name)
        self.assertEqual(refused.status_code, 400)
        self.assertIn("keep it for the whole slide", refused.json()["error"])
        told = self.kept(name, whole=True).json()
        self.assertAlmostEqual(told["narration"]["in"], 200, delta=80)

    def test_cues_given_while_speaking_are_by_hand(self):
        told = self.kept(self.sent(SCRIPT), cues={"2": 3000, "40": 1}).json()  # there is no such cue
        first = told["narration"].get("in", 0)
        voice = self.give(told)
        self.assertEqual((voice.marks[1], voice.by_hand), (3000 - first, (2,)))
        self.assertNotEqual(voice.marks[0], None)

    def test_what_was_not_kept_is_offered_heard_and_forgotten(self):
        name = self.sent(AGAIN)
        (one,) = self.left()
        self.assertEqual((one["id"], one["slide"], one["number"], one["title"]), (name, "one", 1, "The bath"))
        self.assertAlmostEqual(one["length"], made_voice(AGAIN, quiet_ms=400).length_ms, delta=2)
        sound = self.client.get(f"{self.address}/{name}/sound")
        content = b"".join(sound.streaming_content)
        self.assertEqual(content, made_voice(AGAIN, quiet_ms=400).content)
        self.client.delete(f"{self.address}/{name}")
        self.assertEqual((self.left(), Upload.objects.count()), ([], 0))

    def test_beginning_again_is_the_same_recording_and_its_pieces_stay(self):
        name = self.sent(AGAIN)
        rate = Recording.objects.get().rate
        again = self.post(self.address, {"id": name, "slide": "one", "rate": rate}).json()
        self.assertEqual((again["id"], Recording.objects.count()), (name, 1))
        self.assertGreater(again["length"], 500)

    def test_it_outlives_other_uploads_that_nobody_finished(self):
        name = self.sent(AGAIN)
        Upload.objects.update(touched_at=timezone.now() - timedelta(days=3))
        tidy()
        self.assertEqual([one["id"] for one in self.left()], [name])
        Upload.objects.update(begun_at=timezone.now() - timedelta(days=31))
        tidy()
        self.assertEqual(self.left(), [])

    def test_silence_is_refused_in_words_and_stays(self):
        name = self.sent(AGAIN, silence=20_000)
        answer = self.kept(name)
        self.assertEqual(answer.status_code, 400)
        self.assertIn("see that the microphone hears you", answer.json()["error"])
        self.assertEqual(len(self.left()), 1)

    def test_only_its_owner_has_it_and_another_name_is_not_taken(self):
        name = self.sent(AGAIN)
        other = self.keep(show(slide(id="one")))
        taken = self.post(f"/shows/{other.pk}/recordings", {"id": name, "slide": "one", "rate": 48000})
        self.assertEqual(taken.status_code, 400)
        self.client.force_login(self.other)
        for path in ("", f"/{name}", f"/{name}/sound"):
            self.assertEqual(self.client.get(f"{self.address}{path}").status_code, 405 if path == f"/{name}" else 404)
        self.assertEqual(self.client.delete(f"{self.address}/{name}").status_code, 404)

    def test_while_it_grows_it_is_told_which_word_was_said_last(self):
        name = self.sent(SCRIPT)
        told = {"word": None}
        for _ in range(6):  # as a page asks: while a machine is busy nothing is heard in time
            if told["word"] is None:
                told = self.post(f"{self.address}/{name}/said", {"after": 10}).json()
        self.assertEqual(SCRIPT[told["at"] :], "mercury.")
        self.assertEqual(told["word"], 15)

    def test_a_made_voice_stands_in_for_a_microphone(self):
        answer = self.post(f"/shows/{self.row.pk}/stand-in", {"text": AGAIN})
        self.assertEqual(answer["Content-Type"], "audio/wav")
        self.assertGreater(np.abs(np.frombuffer(answer.content[44:], "<i2")).max(), 3000)

    def test_where_no_voice_is_installed_it_hums(self):
        with patch("ritornel.voices.scratch.done_apart", side_effect=NoVoice("none here")):
            answer = self.post(f"/shows/{self.row.pk}/stand-in", {"text": AGAIN})
        samples = np.frombuffer(answer.content[44:], "<i2")
        self.assertGreater(np.abs(samples).max(), 3000)
        self.assertAlmostEqual(len(samples) / 22050, 3 * 60 / 150, delta=0.8)
