"""Uploads in pieces, checked by decoding; media with byte ranges."""

import errno
import hashlib
import os
from collections import namedtuple
from datetime import timedelta
from unittest.mock import patch

from django.test import override_settings
from django.utils import timezone

from ritornel.formats.examining import Outcome, look_through
from ritornel.formats.how_far import HowFar
from ritornel.formats.media_kinds import BadMedia
from ritornel.library import store, taking_in, views
from ritornel.library.models import Asset, Upload
from ritornel.library.room import taken_by
from tests.files import png, wav, webm
from tests.made import show, slide
from tests.material import OwnerCase, asset


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
        peaks = self.client.get(sound["peaks"]).getvalue()
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
        self.assertFalse(Upload.objects.get().folder.exists())

    def test_of_what_is_made_anew_the_answer_says_how_far_it_is(self):
        content = wav(0.5)
        state = self.begin("sea.wav", content).json()

        def half_way(patience_s, folder, *_):
            folder.mkdir(parents=True, exist_ok=True)
            HowFar(folder / "copy").tell(0.5)
            answer = self.client.get(f"/library/uploads/{state['upload']}/0").json()
            told.append((answer["looking"], answer["done"], answer["whole"]))
            if len(told) > 1:
                raise BadMedia("enough")

        told: list[tuple[bool, int, int]] = []
        with patch.object(taking_in, "take_in_within", half_way), patch.object(views, "PATIENCE_S", 0.0):
            self.piece(state, 0, content)
        self.assertEqual(told[-1], (True, 500, 1000))

    def test_a_short_piece_is_refused(self):
        content = wav(0.5)
        state = self.begin("sea.wav", content).json()
        self.assertEqual(self.piece(state, 0, content[:100]).status_code, 400)

    def test_what_does_not_decode_as_it_claims_is_refused(self):
        for name, content, words in (
            ("lamp.png", b"<svg/>", "is really a SVG picture"),
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

    def test_a_last_piece_that_comes_again_is_answered_as_the_first_time(self):
        content = wav(0.5)
        state = self.begin("sea.wav", content).json()
        first = self.piece(state, 0, content).json()
        again = self.piece(state, 0, content)
        self.assertEqual((again.status_code, again.json()), (200, first))
        self.assertEqual(self.client.get(f"/library/uploads/{state['upload']}/0").json(), first)
        self.assertEqual(Asset.objects.get().path.read_bytes(), content)
        bad = self.begin("sea.mp3", b"x" * 50).json()
        words = self.piece(bad, 0, b"x" * 50).json()["error"]
        self.assertEqual(self.piece(bad, 0, b"x" * 50).json()["error"], words)

    def test_a_stored_file_that_is_short_or_changed_is_put_right_by_the_next_copy(self):
        content = wav(0.3)
        path = asset(self.owner, "sea.wav", content).path
        url = f"/library/media/{path.stem}"
        for damage in (b"", content[:-1], b"x" * len(content)):
            path.write_bytes(damage)
            if len(damage) != len(content):
                with self.assertLogs("ritornel", "ERROR"):
                    self.assertEqual(self.client.get(url).status_code, 404)
            asset(self.other, "other.wav", content)
            self.assertEqual(path.read_bytes(), content)
        path.unlink()
        self.sent("sea.wav", content)
        self.assertEqual(self.client.get(url).getvalue(), content)

    def test_what_is_kept_is_what_was_read_back_and_looked_at(self):
        source, found = self.folder / "source.wav", self.folder / "found"
        source.write_bytes(wav(0.7))
        found.mkdir()
        outcome = look_through(source, "sea.wav", found)
        source.write_bytes(b"changed since")
        self.assertEqual(outcome.sha256, hashlib.sha256(wav(0.7)).hexdigest())
        self.assertEqual(store.place(found, outcome.sha256).read_bytes(), wav(0.7))
        self.assertEqual(store.place(found, outcome.sha256).read_bytes(), wav(0.7))
        other = patch("ritornel.formats.examining.hashlib.file_digest", return_value=hashlib.sha256(b"other"))
        with other, self.assertRaisesRegex(OSError, "is not what was written"):
            look_through(source, "sea.wav", found)

    @override_settings(ACCOUNT_MAX_BYTES=20_000)
    def test_an_account_has_so_much_room_and_no_more(self):
        self.assertEqual(self.sent("sea.wav", wav(0.5)).status_code, 200)
        self.assertEqual(self.begin("on its way.wav", wav(0.6)).status_code, 200)
        answer = self.begin("more.wav", wav(0.5))
        self.assertEqual(answer.status_code, 400)
        self.assertIn("finds no room", answer.json()["error"])

    def test_a_disk_that_takes_a_part_takes_the_rest_when_it_is_asked_again(self):
        content = wav(0.5)
        write = os.pwrite
        with patch("ritornel.library.models.os.pwrite", lambda handle, block, at: write(handle, block[:100], at)):
            self.assertEqual(self.sent("sea.wav", content).status_code, 200)
        self.assertEqual(Asset.objects.get().path.read_bytes(), content)

    def test_a_disk_without_room_refuses_nothing_for_good(self):
        state = self.begin("sea.wav", wav(0.2)).json()
        full = OSError(errno.ENOSPC, "no space left")
        for where in ("ritornel.library.models.os.pwrite", "ritornel.library.models.os.fsync"):
            with patch(where, side_effect=full):
                answer = self.piece(state, 0, wav(0.2))
            self.assertEqual((answer.status_code, Upload.objects.get().arrived()), (507, []))
            self.assertIn("no room on the server", answer.json()["error"])
        with patch("ritornel.library.room.shutil.disk_usage", return_value=namedtuple("Usage", "free")(1000)):
            self.assertEqual(self.piece(state, 0, wav(0.2)).status_code, 507)
            self.assertEqual(self.begin("more.wav", wav(0.2)).status_code, 507)
        with patch("ritornel.library.taking_in.examined", return_value=Outcome(no_room=True)):
            self.assertEqual(self.piece(state, 0, wav(0.2)).status_code, 507)
        self.assertEqual(Upload.objects.get().refused, "")
        self.assertEqual(self.piece(state, 0, wav(0.2)).json()["asset"]["name"], "sea.wav")

    def test_one_that_was_left_does_not_fill_the_quota_and_can_be_forgotten(self):
        settings_ = override_settings(UPLOAD_PIECE_BYTES=100_000)
        settings_.enable()
        self.addCleanup(settings_.disable)
        state = self.begin("long.wav", wav(60.0)).json()
        upload = Upload.objects.get()
        self.assertGreater(taken_by(self.owner), 900_000)
        Upload.objects.update(touched_at=timezone.now() - timedelta(minutes=11))
        self.assertEqual(taken_by(self.owner), 0)
        self.piece(state, 0, wav(60.0))
        self.assertGreater(taken_by(self.owner), 900_000, "it goes on")
        self.assertContains(self.client.get("/library/"), "has not arrived whole")
        self.client.force_login(self.other)
        self.assertEqual(self.client.delete(f"/library/uploads/{upload.pk}").status_code, 404)
        self.client.force_login(self.owner)
        self.assertEqual(self.client.delete(f"/library/uploads/{upload.pk}").status_code, 200)
        self.assertEqual((Upload.objects.count(), upload.folder.exists(), taken_by(self.owner)), (0, False, 0))

    def test_documents_editions_moments_and_takes_count(self):
        row = self.keep(show(slide(id="one", script="word " * 5000), title="Talk"))
        reached = [taken_by(self.owner)]
        self.assertGreater(reached[0], 25_000)
        body = {"instants": [{"kind": "slide", "at": 0, "slide": "one"}, {"kind": "end", "at": 900}]}
        for act in (
            lambda: self.edit(
                row, {"do": "write-script", "slide": "one", "script": "other " * 4000, "was": "word " * 5000}
            ),
            lambda: self.client.post(f"/shows/{row.pk}/history/name", {"name": "now"}),
            lambda: self.client.post(f"/shows/{row.pk}/takes", body, content_type="application/json"),
            lambda: self.client.post(f"/shows/{row.pk}/publish"),
            lambda: self.client.post(f"/shows/{row.pk}/duplicate"),
        ):
            act()
            reached.append(taken_by(self.owner))
            self.assertGreater(reached[-1], reached[-2])
        with override_settings(ACCOUNT_MAX_BYTES=reached[-1]):
            self.client.post(f"/shows/{row.pk}/publish")
            self.client.post(f"/shows/{row.pk}/history/name", {"name": "later"})
            refused = self.edit(
                row, {"do": "write-script", "slide": "one", "script": "more " * 9000, "was": "other " * 4000}
            )
            self.assertEqual((refused.status_code, "finds no room" in refused.json()["error"]), (400, True))
            self.assertEqual(taken_by(self.owner), reached[-1])
            small = self.edit(row, {"do": "set-show", "values": {"title": "Small things go on"}})
            self.assertEqual(small.status_code, 200)

    def test_odd_names_and_sizes(self):
        for name, size in (("a\0b.png", 10), ("../../etc/lamp.png", 10), ("x" * 900 + ".png", 10)):
            answer = self.client.post("/library/uploads", {"name": name, "size": size}, content_type="application/json")
            self.assertEqual(answer.status_code, 200)
        names = set(Upload.objects.values_list("name", flat=True))
        self.assertEqual(names, {"ab.png", "lamp.png", "x" * 296 + ".png"})
        for body in ('{"name": "a.png", "size": 1e999}', '{"name": "\\ud800.png", "size": 5}', "[]", "", '{"name": 5}'):
            answer = self.client.post("/library/uploads", body, content_type="application/json")
            self.assertEqual((answer.status_code, bool(answer.json()["error"])), (400, True), body)
