"""Media kept and served: byte ranges, what is cleared away, tables as they were."""

import io
import os
import time
from datetime import timedelta

from axes.models import AccessAttempt, AccessLog
from django.contrib.sessions.models import Session
from django.core.management import call_command
from django.utils import timezone

from ritornel.library.models import Asset, Upload
from tests.files import wav
from tests.made import show, slide
from tests.material import OwnerCase, asset


class Tidying(OwnerCase):
    def age(self, path, hours: float):
        then = time.time() - hours * 3600
        os.utime(path, (then, then))

    def test_unfinished_uploads_and_files_without_rows_go_and_all_else_stays(self):
        kept = asset(self.owner, "kept.wav", wav(0.2))
        gone = asset(self.owner, "gone.wav", wav(0.4))
        fresh = asset(self.owner, "fresh.wav", wav(0.6))
        for path in (kept.path, gone.path):
            self.age(path, 2)
        gone_path, fresh_path = gone.path, fresh.path
        Asset.objects.filter(pk__in=[gone.pk, fresh.pk]).delete()
        half = Upload.objects.create(owner=self.owner, name="half.png", size=10, piece_bytes=5)
        half.keep_piece(0, b"12345")
        coming = Upload.objects.create(owner=self.owner, name="coming.png", size=10, piece_bytes=5)
        Upload.objects.filter(pk=half.pk).update(touched_at=timezone.now() - timedelta(days=2))
        stray = self.folder / "uploads" / "stray"
        stray.mkdir()
        self.age(stray, 2)
        pictures = [self.folder / "pictures" / "ab" / f"{name}.png" for name in ("old", "new")]
        pictures[0].parent.mkdir(parents=True)
        for path, days in zip(pictures, (31, 29), strict=True):
            path.touch()
            self.age(path, days * 24)
        row = self.keep(show(slide(id="one")))
        for _ in range(2):
            self.edit(row, {"do": "add-slide"})
        row.changes.filter(revision=1).update(made_at=timezone.now() - timedelta(days=61))
        out = io.StringIO()
        call_command("tidy_media", stdout=out)
        self.assertIn("1 uploads, 3 files", out.getvalue())
        self.assertEqual([p.exists() for p in pictures], [False, True])
        self.assertEqual([c.revision for c in row.changes.all()], [2])
        self.assertEqual([p.exists() for p in (kept.path, gone_path, fresh_path)], [True, False, True])
        self.assertEqual((half.folder.exists(), stray.exists()), (False, False))
        self.assertEqual(list(Upload.objects.all()), [coming])


class OldTables(OwnerCase):
    def test_ended_sessions_and_old_tries_go(self):
        now = timezone.now()
        for name, days in (("ended", -1), ("open", 1)):
            Session.objects.create(session_key=name, expire_date=now + timedelta(days=days))
        for minutes in (20, 10):
            attempt = AccessAttempt.objects.create(username=f"{minutes}", failures_since_start=3)
            AccessAttempt.objects.filter(pk=attempt.pk).update(attempt_time=now - timedelta(minutes=minutes))
        for days in (401, 399):
            signed = AccessLog.objects.create(username=f"{days}")
            AccessLog.objects.filter(pk=signed.pk).update(attempt_time=now - timedelta(days=days))
        call_command("tidy_media", stdout=io.StringIO())
        self.assertEqual([Session.objects.filter(pk=k).exists() for k in ("ended", "open")], [False, True])
        self.assertEqual(list(AccessAttempt.objects.values_list("username", flat=True)), ["10"])
        self.assertEqual([AccessLog.objects.filter(username=n).exists() for n in ("401", "399")], [False, True])


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
            self.assertEqual(answer.getvalue(), self.content[first : last + 1])

    def test_the_whole_and_what_is_not_there(self):
        whole = self.get()
        self.assertEqual(
            (whole.status_code, whole["Accept-Ranges"], whole["Content-Type"]), (200, "bytes", "audio/wav")
        )
        self.assertEqual(whole.getvalue(), self.content)
        self.assertEqual(self.get("bytes=999999-").status_code, 416)
        self.assertEqual(self.get("nonsense").status_code, 200)

    def test_odd_ranges(self):
        size = len(self.content)
        for asked in ("bytes=0-1,5-9", "bytes=9-2", "bytes=-", "items=0-5", "bytes=a-b"):
            self.assertEqual(self.get(asked).status_code, 200, asked)
        for asked in ("bytes=" + "9" * 5000 + "-", "bytes=-0", f"bytes={size}-"):
            self.assertEqual(self.get(asked).status_code, 416, asked[:30])
        self.assertEqual(self.get("bytes=5-" + "9" * 5000)["Content-Range"], f"bytes 5-{size - 1}/{size}")

    def test_what_was_got_before_is_asked_about_and_not_sent_again(self):
        whole = self.get()
        self.assertEqual(whole["Cache-Control"], "private, no-cache")
        headers = {"If-None-Match": f'"other", W/{whole["ETag"]}'}
        self.assertEqual(self.client.get(self.url, headers=headers).status_code, 304)
        same = self.client.get(self.url, headers={"Range": "bytes=0-9", "If-Range": whole["ETag"]})
        other = self.client.get(self.url, headers={"Range": "bytes=0-9", "If-Range": '"other"'})
        self.assertEqual((same.status_code, other.status_code), (206, 200))

    def test_head(self):
        answer = self.client.head(self.url, headers={"Range": "bytes=0-9"})
        self.assertEqual((answer.status_code, answer["Content-Length"], answer.content), (206, "10", b""))

    def test_only_for_its_owner(self):
        self.client.force_login(self.other)
        self.assertEqual(self.get().status_code, 404)
