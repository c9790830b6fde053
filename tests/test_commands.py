"""The commands that a newcomer types."""

import os
import shutil
import signal
import socket
import subprocess
import tempfile
import time
import urllib.request
from pathlib import Path
from unittest import TestCase

ROOT = Path(__file__).resolve().parents[1]


def free_port() -> int:
    with socket.socket() as probe:
        probe.bind(("127.0.0.1", 0))
        return probe.getsockname()[1]


class DemoCommand(TestCase):
    def setUp(self):
        self.var = tempfile.mkdtemp(prefix="ritornel-demo-")
        self.addCleanup(shutil.rmtree, self.var, ignore_errors=True)
        self.port = free_port()

    def start(self, *arguments: str) -> tuple[subprocess.Popen, float]:
        environment = {**os.environ, "RITORNEL_VAR": self.var, "PORT": str(self.port)}
        began = time.monotonic()
        process = subprocess.Popen(
            [ROOT / "bin" / "demo", *arguments],
            env=environment,
            text=True,
            stdout=subprocess.PIPE,
            stderr=subprocess.STDOUT,
            start_new_session=True,
        )
        self.addCleanup(self.stop, process)
        while time.monotonic() - began < 120:
            try:
                with urllib.request.urlopen(f"http://127.0.0.1:{self.port}/sign-in", timeout=2) as answer:
                    self.assertIn(b"Sign in", answer.read())
                    return process, time.monotonic() - began
            except OSError:
                self.assertIsNone(process.poll(), "bin/demo ended")
                time.sleep(0.1)
        raise AssertionError("bin/demo did not answer")

    def stop(self, process: subprocess.Popen) -> str:
        if process.poll() is None:
            os.killpg(process.pid, signal.SIGTERM)
        told = process.communicate(timeout=20)[0]
        return told or ""

    def test_starts_says_where_keeps_its_data_and_begins_anew(self):
        process, _ = self.start()
        told = self.stop(process)
        self.assertIn(f"http://127.0.0.1:{self.port}/", told)
        self.assertIn("sign in as “keeper” with “four-flashes”", told)
        kept = Path(self.var) / "ritornel.sqlite3"
        mark = Path(self.var) / "mark"
        mark.touch()
        process, took = self.start()
        self.stop(process)
        self.assertTrue(kept.exists() and mark.exists())
        self.assertLess(took, 45)  # a few seconds, on a machine that others leave alone
        process, _ = self.start("--fresh")
        self.stop(process)
        self.assertTrue(kept.exists())
        self.assertFalse(mark.exists())

    def test_an_unknown_word_is_refused_with_the_usage(self):
        told = subprocess.run([ROOT / "bin" / "demo", "--nonsense"], capture_output=True, text=True, check=False)
        self.assertEqual(told.returncode, 1)
        self.assertIn("usage: bin/demo [--fresh]", told.stderr)
