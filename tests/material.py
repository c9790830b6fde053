"""A Django test case with a signed-in owner and a media folder of its own."""

import asyncio
import shutil
import tempfile
from collections.abc import Coroutine, Iterator
from concurrent.futures import ThreadPoolExecutor
from contextlib import contextmanager
from pathlib import Path
from threading import Thread
from unittest.mock import patch

from django.contrib.auth import get_user_model
from django.db import connection
from django.test import TestCase, override_settings

from ritornel.core.model import Show as CoreShow
from ritornel.formats.examining import Outcome, look_through
from ritornel.jobs import running
from ritornel.library.models import Asset
from ritornel.library.taking_in import take_in
from ritornel.shows import keeping
from ritornel.shows.models import Show
from tests.made import edits


def examined_here(who: int, path: Path, name: str, folder: Path, patience_s: float) -> Outcome:
    """Examines in the test's own process: quicker than in one apart, which has tests of its own."""
    return look_through(path, name, folder)


QUICK_HASHER = "django.contrib.auth.hashers.MD5PasswordHasher"  # passwords of tests are no secrets


def run_apart(work: Coroutine):
    """Runs something asynchronous in a thread of its own: browser tests leave a loop running in theirs."""
    with ThreadPoolExecutor(1) as thread:
        return thread.submit(asyncio.run, work).result()


@contextmanager
def in_background() -> Iterator[None]:
    """Jobs are done beside the server, as a worker does them; all have ended when this is left."""
    hands: list[Thread] = []

    def hand() -> None:
        try:
            running.work_on_next()
        finally:
            connection.close()

    def enqueue() -> None:
        hands.append(Thread(target=hand))
        hands[-1].start()

    with patch.object(running, "enqueue", enqueue):
        yield
    for one in hands:
        one.join()


class MediaFolder:
    """Gives each test case a media folder of its own. Files are examined here, unless ``apart``."""

    apart = False

    @classmethod
    def setUpClass(cls):
        cls.folder = Path(tempfile.mkdtemp(prefix="ritornel-test-"))
        if not cls.apart:
            cls.enterClassContext(patch("ritornel.library.taking_in.examined", examined_here))
            cls.enterClassContext(patch("ritornel.publishing.reading.begun"))  # stills: a test of theirs draws them
        cls.overridden = override_settings(
            MEDIA_ROOT=cls.folder, PASSWORD_HASHERS=[QUICK_HASHER], RATES={}, LOOKS_CLOSELY_BESIDE=False
        )
        cls.overridden.enable()
        super().setUpClass()

    @classmethod
    def tearDownClass(cls):
        super().tearDownClass()
        cls.overridden.disable()
        shutil.rmtree(cls.folder, ignore_errors=True)


def asset(owner, name: str, content: bytes, **more) -> Asset:
    with tempfile.TemporaryDirectory() as folder:
        path = Path(folder) / "file"
        path.write_bytes(content)
        return take_in(owner, path, name, **more)


class OwnerCase(MediaFolder, TestCase):
    """A test case with an owner who is signed in, and another user who is not."""

    def setUp(self):
        users = get_user_model().objects
        self.owner = users.create_user("keeper", password="four-flashes")
        self.other = users.create_user("visitor", password="four-flashes")
        self.client.force_login(self.owner)

    def keep(self, show: CoreShow) -> Show:
        return keeping.create(self.owner, show)

    def edit(self, row: Show, *commands, base: int | None = None, **more):
        """Sends commands as a page does that has the newest revision, or ``base``."""
        row.refresh_from_db()
        have = row.revision if base is None else base
        more.setdefault("near", list(row.slides.values_list("key", flat=True)))
        body = edits(have, *commands, **more)
        return self.client.post(f"/shows/{row.pk}/edit", body, content_type="application/json")
