"""Workers as they are in life: ended while they work, with tickets in the database or in Redis; nothing is lost."""

import contextlib
import os
import shutil
import signal
import socket
import subprocess
import sys
import tempfile
import time
import unittest
from collections.abc import Callable
from pathlib import Path
from unittest.mock import patch

from django.conf import settings
from redis import Redis

from proof.films import begun, check, until
from proof.server import ROOT, Server, Someone
from tests import stores
from tests.files import png, wav


def looked_through(someone: Someone, name: str, content: bytes) -> dict:
    """Send a file in one piece; the first answer about the whole of it."""
    upload = someone.post("/library/uploads", json={"name": name, "size": len(content)}).json()["upload"]
    return someone.put(f"/library/uploads/{upload}/0", content=content).json() | {"of": upload}


class WithServer(unittest.TestCase):
    def signed_in(self, server: Server) -> Someone:
        someone = Someone(server)
        self.addCleanup(someone.close)
        return someone

    def waits(self, someone: Someone, upload: str) -> dict:
        for _ in range(100):
            told = someone.get(f"/library/uploads/{upload}/0").json()
            if "asset" in told or "error" in told:
                return told
        raise AssertionError(f"never looked through: {told}")


class Workers(WithServer):
    def test_nothing_is_done_while_nobody_works_and_all_of_it_when_somebody_does(self):
        with Server() as server:
            someone = self.signed_in(server)
            server.kill_worker()
            sent = [looked_through(someone, f"{n}.png", png(f"#{n}00000")) for n in range(3)]
            self.assertEqual([told.get("looking") for told in sent], [True] * 3)
            server.start_worker()
            self.assertEqual({self.waits(someone, told["of"])["asset"]["kind"] for told in sent}, {"picture"})

    def test_what_a_worker_had_in_hand_when_it_was_ended_is_done_by_the_next(self):
        with Server() as server:
            someone = self.signed_in(server)
            long = wav(seconds=120)
            told = looked_through(someone, "long.wav", long)
            server.kill_worker()
            server.start_worker()
            self.assertAlmostEqual(self.waits(someone, told["of"])["asset"]["length"], 120_000, delta=5)
            self.assertEqual(server.traces(), [])

    def test_a_film_is_made_by_two_workers_of_which_one_is_ended(self):
        """The other goes on with what that had in hand."""
        with Server() as server:
            someone = self.signed_in(server)
            first = server.worker
            server.start_worker()
            films = begun(someone, 480)
            until(someone, films, 2)
            first.kill()
            first.wait()
            one = until(someone, films)
            self.assertEqual(one["state"], "made")
            check(someone, one)
            self.assertEqual(server.traces(), [])


class InRedis(WithServer):
    def setUp(self):
        if shutil.which("redis-server") is None:
            self.fail("redis-server is missing: apt-get install redis-server")
        with socket.socket() as free:
            free.bind(("127.0.0.1", 0))
            port = free.getsockname()[1]
        self.folder = self.enterContext(tempfile.TemporaryDirectory())
        quiet = {"stdout": subprocess.DEVNULL, "stderr": subprocess.DEVNULL}
        redis = subprocess.Popen(["redis-server", "--port", str(port), "--save", "", "--dir", self.folder], **quiet)
        self.addCleanup(redis.wait)
        self.addCleanup(redis.kill)
        for _ in range(100):
            with socket.socket() as there:
                if there.connect_ex(("127.0.0.1", port)) == 0:
                    break
            time.sleep(0.05)
        address = f"redis://127.0.0.1:{port}/0"
        self.redis = Redis.from_url(address)
        self.addCleanup(self.redis.close)
        self.enterContext(patch.dict(os.environ, RITORNEL_REDIS=address))

    def test_tickets_in_redis_are_worked_on_and_survive_their_worker(self):
        with Server() as server:
            someone = self.signed_in(server)
            server.kill_worker()
            told = looked_through(someone, "a.png", png())
            self.assertTrue(told["looking"])
            server.start_worker()
            self.assertEqual(self.waits(someone, told["of"])["asset"]["name"], "a.png")

    def machine(self, number: int) -> subprocess.Popen:
        """Begin a machine that only makes pieces: a folder of its own, and no database in it."""
        var = Path(self.folder) / f"machine-{number}"
        command = [sys.executable, "manage.py", "work", "--pieces"]
        with (Path(self.folder) / f"machine-{number}.log").open("wb") as log:
            machine = subprocess.Popen(
                command,
                cwd=ROOT,
                env={**os.environ, "RITORNEL_VAR": str(var), "DJANGO_SETTINGS_MODULE": "ritornel.site.settings.local"},
                stdout=log,
                stderr=log,
                start_new_session=True,
            )
        self.addCleanup(self.ended, machine)
        return machine

    def ended(self, machine: subprocess.Popen):
        """End a machine with all that it does, as a power cut would."""
        with contextlib.suppress(ProcessLookupError):
            os.killpg(machine.pid, signal.SIGKILL)
        machine.wait()

    def makers(self) -> set[bytes | None]:
        """Return who made the pieces that are made."""
        return {self.redis.get(key) for key in self.redis.keys("ritornel:made:*")}

    def soon(self, holds: Callable[[], bool], what: str):
        """Wait until something holds."""
        until_when = time.monotonic() + 60
        while not holds():
            self.assertLess(time.monotonic(), until_when, what)
            time.sleep(0.05)

    def test_two_machines_without_a_folder_in_common_make_a_film_and_one_is_ended(self):
        store = stores.begun(self)
        with patch.dict(os.environ, RITORNEL_MEDIA_STORE=stores.address_in(store)), Server() as server:
            someone = self.signed_in(server)
            picture = self.waits(someone, looked_through(someone, "a.png", png())["of"])["asset"]
            first, _ = self.machine(1), self.machine(2)
            self.soon(lambda: self.redis.scard(f"rq:workers:{settings.PIECES_QUEUE}") == 2, "both work")
            films = begun(someone, 480)
            count = until(someone, films, 2)["pieces"]
            self.soon(lambda: len(self.makers()) == 2, "both have made some")
            self.ended(first)
            one = until(someone, films)
            self.assertEqual(one["state"], "made")
            check(someone, one)
            pieces = [name for name in store.objects if name.startswith("/lantern/media/films/pieces/")]
            self.assertEqual(len(pieces), count)
            self.assertEqual(len(self.makers()), 2)
            shutil.rmtree(server.var / "media/assets")
            self.assertEqual(someone.get(picture["url"]).content, png(), "what this machine has not is fetched")
            self.assertEqual(server.traces(), [])
