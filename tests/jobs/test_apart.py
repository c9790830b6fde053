"""Work in a process of its own: its answer, its refusals, and its bounds."""

import os
import subprocess
import sys
import tempfile
import time
from collections.abc import Callable
from pathlib import Path
from unittest import TestCase

from ritornel.formats.outline import BadOutline, read_outline
from ritornel.jobs.apart import MEMORY_BYTES, TooMuch, done_apart

WAITS_FOR_ONE = """
import sys
from pathlib import Path
from ritornel.jobs.apart import done_apart
from tests.jobs.test_apart import long_work
done_apart(60, long_work, Path(sys.argv[1]))
"""

ENDS_IN_THE_MIDDLE = """
import atexit, sys, time
atexit.register(time.sleep, 1)  # what ends takes a moment
from pathlib import Path
from threading import Thread
from ritornel.jobs.apart import TooMuch, done_apart
from tests.jobs.test_apart import long_work, until

says = Path(sys.argv[1])

def hand():
    try:
        done_apart(60, long_work, says)
    except TooMuch:
        says.with_suffix(".refused").touch()

Thread(target=hand, daemon=True).start()
until(says.exists)
"""


def long_work(says: Path) -> None:
    """Says which process it is, and goes on for long."""
    arriving = says.with_suffix(".arriving")
    arriving.write_text(str(os.getpid()))
    arriving.rename(says)
    time.sleep(60)


def until(true: Callable[[], bool], seconds: float = 30) -> bool:
    """Waits until something is true; tells whether it came to be."""
    end = time.monotonic() + seconds
    while not (found := true()) and time.monotonic() < end:
        time.sleep(0.02)
    return found


def runs(process: int) -> bool:
    try:
        return "\nState:\tZ" not in Path(f"/proc/{process}/status").read_text()
    except FileNotFoundError:
        return False


def count_of_bytes(count: int) -> int:
    return len(bytearray(count))


class Apart(TestCase):
    def test_it_is_another_process_and_answers(self):
        self.assertNotEqual(done_apart(10, os.getpid), os.getpid())
        self.assertEqual([s.title for s in done_apart(10, read_outline, "# The lamp")], ["The lamp"])

    def test_what_it_raises_is_raised_here(self):
        with self.assertRaisesRegex(BadOutline, "there are no words in it"):
            done_apart(10, read_outline, "")

    def test_what_is_cut_off_because_all_is_ended_is_not_taken_for_too_much(self):
        with tempfile.TemporaryDirectory() as folder:
            says = Path(folder) / "process"
            subprocess.run([sys.executable, "-c", ENDS_IN_THE_MIDDLE, str(says)], check=True, timeout=60)
            self.assertTrue(until(lambda: not runs(int(says.read_text()))))
            self.assertEqual([path.name for path in Path(folder).iterdir()], ["process"])

    def test_it_is_ended_in_time(self):
        began = time.monotonic()
        with self.assertRaises(TooMuch):
            done_apart(0.4, time.sleep, 30)
        self.assertLess(time.monotonic() - began, 5)

    def test_it_gets_so_much_memory_and_no_more(self):
        most = MEMORY_BYTES * 9 // 10
        self.assertEqual(done_apart(10, count_of_bytes, most), most)
        with self.assertRaises(TooMuch):
            done_apart(10, count_of_bytes, MEMORY_BYTES * 11 // 10)

    def test_one_that_is_killed_is_too_much(self):
        with self.assertRaises(TooMuch):
            done_apart(10, os.abort)

    def test_it_ends_with_whoever_waits_for_it(self):
        with tempfile.TemporaryDirectory() as folder:
            says = Path(folder) / "process"
            waits = subprocess.Popen([sys.executable, "-W", "ignore", "-c", WAITS_FOR_ONE, str(says)])
            self.assertTrue(until(says.exists))
            process = int(says.read_text())
            self.assertTrue(runs(process))
            waits.kill()
            waits.wait()
            self.assertTrue(until(lambda: not runs(process), 10), "it goes on with what nobody wants")
