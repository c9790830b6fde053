"""Uploads in pieces, checked by decoding; media with byte ranges."""

from django.test import override_settings

from ritornel.library.models import Asset, Upload
from tests.material import OwnerCase, asset, png, wav, webm


class Uploads(OwnerCase):
    def begin(self, name: str, content: bytes):
        return self.client.post(
            "/library/uploads", {"name": name, "size": len(content)}, content_type="application/json"
        )

    def piece(self, state: dict, number: int, content: bytes):
        part = content[number * state["piece_bytes"] : (number + 1) * state["piece_bytes"]]
        return self.client.put(
            f"/library/uploads/{state['upload']}/{number}", part, content_type="application/octet-stream"
        )

    def sent(self, name: str, content: bytes):
        return self.piece(self.begin(name, content).json(), 0, content)

    def test_each_kind_is_decoded_and_measured(self):
        picture = self.sent("lamp.png", png(size=(30, 20))).json()["asset"]
        self.assertEqual((picture["kind"], picture["width"], picture["height"]), ("picture", 30, 20))
        sound = self.sent("sea.wav", wav(1.5)).json()["asset"]
        self.assertEqual((sound["kind"], sound["length"]), ("sound", 1500))
        clip = self.sent("turn.webm", webm(2.0)).json()["asset"]
        self.assertEqual((clip["kind"], clip["width"], clip["sound"]), ("clip", 64, False))
        self.assertAlmostEqual(clip["length"], 2000, delta=110)
        for what in ("strip", "poster"):
            self.assertEqual(self.client.get(clip[what]).status_code, 200)
        peaks = b"".join(self.client.get(sound["peaks"]).streaming_content)
        self.assertEqual(len(peaks), 30)
        self.assertGreater(max(peaks), 100)

    @override_settings(UPLOAD_PIECE_BYTES=1000)
    def test_a_cut_off_upload_goes_on_where_it_stopped(self):
        content = wav(0.5)
        state = self.begin("sea.wav", content).json()
        self.assertEqual(state["pieces"], 9)
        for number in (0, 3, 1):
            self.piece(state, number, content)
        told = self.client.get(f"/library/uploads/{state['upload']}/0").json()
        self.assertEqual(told["arrived"], [0, 1, 3])
        for number in sorted(set(range(9)) - {0, 1, 3}):
            last = self.piece(state, number, content)
        self.assertEqual(last.json()["asset"]["length"], 500)
        self.assertFalse(Upload.objects.exists())

    def test_a_short_piece_is_refused(self):
        content = wav(0.5)
        state = self.begin("sea.wav", content).json()
        self.assertEqual(self.piece(state, 0, content[:100]).status_code, 400)

    def test_what_does_not_decode_as_it_claims_is_refused(self):
        for name, content, words in (
            ("lamp.png", b"<svg/>", "does not decode as a picture"),
            ("lamp.jpg", png(), "is really a PNG"),
            ("turn.webm", wav(), "is really a"),
            ("sea.mp3", b"\0" * 500, "does not decode as a sound"),
            ("turn.mp4", webm(), "is really a"),
        ):
            answer = self.sent(name, content)
            self.assertEqual(answer.status_code, 400, name)
            self.assertIn(words, answer.json()["error"])
        self.assertFalse(Asset.objects.exists())

    def test_other_files_and_empty_ones_are_refused_at_once(self):
        self.assertIn("choose a picture", self.begin("note.exe", b"x").json()["error"])
        self.assertIn("is empty", self.begin("lamp.png", b"").json()["error"])

    @override_settings(ASSET_MAX_BYTES=1000)
    def test_the_limit_is_told(self):
        self.assertIn("is the most that can be kept", self.begin("sea.wav", wav()).json()["error"])

    def test_the_same_content_is_kept_once(self):
        one, other = asset(self.owner, "a.png", png()), asset(self.owner, "b.png", png())
        self.assertEqual(one.pk, other.pk)
        self.assertEqual(asset(self.other, "c.png", png()).path, one.path)


class Serving(OwnerCase):
    def setUp(self):
        super().setUp()
        self.content = wav(0.2)
        self.url = f"/library/media/{asset(self.owner, 'sea.wav', self.content).sha256}"

    def get(self, byte_range: str | None = None):
        headers = {"Range": byte_range} if byte_range else {}
        return self.client.get(self.url, headers=headers)

    def test_ranges(self):
        size = len(self.content)
        for asked, first, last in (
            ("bytes=0-9", 0, 9),
            ("bytes=100-", 100, size - 1),
            ("bytes=-50", size - 50, size - 1),
            (f"bytes=10-{size + 99}", 10, size - 1),
        ):
            answer = self.get(asked)
            self.assertEqual((answer.status_code, answer["Content-Range"]), (206, f"bytes {first}-{last}/{size}"))
            self.assertEqual(b"".join(answer.streaming_content), self.content[first : last + 1])

    def test_the_whole_and_what_is_not_there(self):
        whole = self.get()
        self.assertEqual(
            (whole.status_code, whole["Accept-Ranges"], whole["Content-Type"]), (200, "bytes", "audio/wav")
        )
        self.assertEqual(b"".join(whole.streaming_content), self.content)
        self.assertEqual(self.get("bytes=999999-").status_code, 416)
        self.assertEqual(self.get("nonsense").status_code, 200)

    def test_only_for_its_owner(self):
        self.client.force_login(self.other)
        self.assertEqual(self.get().status_code, 404)
