"""Uploads of which nobody knows the size before they end: in pieces of any length, closed, resumed, bounded."""

from itertools import pairwise

from django.test import override_settings

from ritornel.jobs.models import Job
from ritornel.library.models import Asset, Upload
from ritornel.library.room import taken_by
from tests.files import wav
from tests.material import OwnerCase

PIECE = 3000


@override_settings(UPLOAD_PIECE_BYTES=PIECE)
class Growing(OwnerCase):
    def begun(self, name: str = "voice.wav") -> str:
        answer = self.client.post(
            "/library/uploads", {"name": name, "growing": True}, content_type="application/json"
        ).json()
        self.assertEqual((answer["pieces"], answer["arrived"], answer["piece_bytes"]), (None, [], PIECE))
        return f"/library/uploads/{answer['upload']}"

    def put(self, upload: str, number: int, content: bytes):
        return self.client.put(f"{upload}/{number}", content, content_type="application/octet-stream")

    def close(self, upload: str, pieces: int):
        return self.client.post(f"{upload}/closed", {"pieces": pieces}, content_type="application/json")

    def test_its_pieces_are_as_long_as_they_are_and_come_in_any_order_and_again(self):
        sound = wav(0.5)
        cuts = [0, 44, 45, 3000, 5500, len(sound)]
        pieces = [sound[a:b] for a, b in pairwise(cuts)]
        upload = self.begun()
        for number in (2, 0, 4, 0, 1):
            answer = self.put(upload, number, pieces[number]).json()
        self.assertEqual(answer["arrived"], [0, 1, 2, 4])
        early = self.close(upload, 5)
        self.assertEqual((early.status_code, Upload.objects.get().closed_after), (409, None))
        self.assertIn("1 pieces of “voice.wav” have not arrived", early.json()["error"])
        self.put(upload, 3, pieces[3])
        self.assertEqual(Upload.objects.get().size, len(sound))
        kept = self.close(upload, 5).json()["asset"]
        self.assertEqual((kept["kind"], kept["length"]), ("sound", 500))
        self.assertEqual(Asset.objects.get().path.read_bytes(), sound)
        self.assertEqual(self.close(upload, 5).json()["asset"]["id"], kept["id"])  # however often it is asked
        self.assertEqual(self.client.get(f"{upload}/0").json()["asset"]["id"], kept["id"])
        self.assertEqual(Job.objects.filter(kind="upload").count(), 1)

    def test_after_it_is_closed_nothing_comes_to_it(self):
        upload = self.begun()
        self.put(upload, 0, b"RIFF")
        self.assertIn("does not decode", self.close(upload, 1).json()["error"])
        self.assertEqual(self.put(upload, 1, b"more").status_code, 400)
        self.assertIn("closed after 1", self.close(upload, 2).json()["error"])

    def test_what_is_no_piece_is_refused_and_changes_nothing(self):
        upload = self.begun()
        for number, content in ((0, b""), (0, b"x" * (PIECE + 1)), (50_000, b"x")):
            self.assertEqual(self.put(upload, number, content).status_code, 400)
        self.assertEqual((Upload.objects.get().size, self.close(upload, 0).status_code), (0, 400))
        other = self.client.post(
            "/library/uploads", {"name": "a.wav", "size": 9}, content_type="application/json"
        ).json()["upload"]
        self.assertEqual(self.close(f"/library/uploads/{other}", 1).status_code, 404)

    @override_settings(ASSET_MAX_BYTES=5000)
    def test_it_grows_as_large_as_a_file_may_be_and_as_the_account_has_room(self):
        upload = self.begun()
        self.assertEqual(self.put(upload, 0, b"x" * PIECE).status_code, 200)
        self.assertIn("the most that can be kept", self.put(upload, 1, b"x" * PIECE).json()["error"])
        self.assertEqual(taken_by(self.owner), PIECE)
        with override_settings(ACCOUNT_MAX_BYTES=PIECE + 100):
            self.assertIn("finds no room", self.put(upload, 1, b"x" * 101).json()["error"])
            self.assertEqual(self.put(upload, 1, b"x" * 100).status_code, 200)

    def test_one_that_is_forgotten_is_gone_with_its_pieces(self):
        upload = self.begun()
        self.put(upload, 0, b"x")
        folder = Upload.objects.get().folder
        self.assertTrue(folder.is_dir())
        self.client.delete(upload)
        self.assertEqual((folder.exists(), Upload.objects.count()), (False, 0))
