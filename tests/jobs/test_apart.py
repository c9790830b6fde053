"""Work in a process of its own: its answer, its refusals, and its bounds."""

import os
import time
from unittest import TestCase

from ritornel.formats.outline import BadOutline, read_outline
from ritornel.jobs.apart import MEMORY_BYTES, TooMuch, done_apart


class Apart(TestCase):
    def test_it_is_another_process_and_answers(self):
        self.assertNotEqual(done_apart(10, os.getpid), os.getpid())
        self.assertEqual([s.title for s in done_apart(10, read_outline, "# The lamp")], ["The lamp"])

    def test_what_it_raises_is_raised_here(self):
        with self.assertRaisesRegex(BadOutline, "there are no words in it"):
            done_apart(10, read_outline, "")

    def test_it_is_ended_in_time(self):
        began = time.monotonic()
        with self.assertRaises(TooMuch):
            done_apart(0.4, time.sleep, 30)
        self.assertLess(time.monotonic() - began, 5)

    def test_it_gets_so_much_memory_and_no_more(self):
        self.assertEqual(len(done_apart(10, bytes, 1_000_000)), 1_000_000)
        with self.assertRaises(TooMuch):
            done_apart(10, bytearray, MEMORY_BYTES)

    def test_one_that_is_killed_is_too_much(self):
        with self.assertRaises(TooMuch):
            done_apart(10, os.abort)
