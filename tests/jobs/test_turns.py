"""Turns: a few at once, fair between people, gone with whoever holds them."""

import shutil
import subprocess
import sys
import tempfile
from pathlib import Path
from threading import Thread
from unittest import TestCase
from unittest.mock import patch

from ritornel.jobs import turns
from ritornel.jobs.turns import Busy, Turns

HOLDS = "import sys, pathlib; from ritornel.jobs.turns import Turns; t = Turns(pathlib.Path(sys.argv[1])).taken('far'); print(t is not None, flush=True); sys.stdin.read()"


class Fair(TestCase):
    def setUp(self):
        self.folder = Path(tempfile.mkdtemp(prefix="ritornel-turns-"))
        self.addCleanup(shutil.rmtree, self.folder)
        self.turns = Turns(self.folder)

    def test_two_at_once_and_no_more(self):
        one, two = self.turns.taken("a"), self.turns.taken("a")
        self.assertIsNone(self.turns.taken("b"))
        one.close()
        three = self.turns.taken("b")
        self.assertIsNotNone(three)
        for turn in (two, three):
            turn.close()

    def test_who_has_one_lets_others_go_first(self):
        held, other = self.turns.taken("a"), self.turns.taken("a")
        self.assertIsNone(self.turns.taken("b"))
        other.close()
        self.assertIsNone(self.turns.taken("a"), "b waits and has none")
        mine = self.turns.taken("b")
        self.assertIsNotNone(mine)
        held.close()
        again = self.turns.taken("a")
        self.assertIsNotNone(again, "nobody waits any more")
        for turn in (mine, again):
            turn.close()

    def test_who_was_served_last_waits_longest(self):
        for who in ("a", "b"):
            self.turns.taken(who).close()
        held = [self.turns.taken("c"), self.turns.taken("c")]
        for who in ("b", "a"):
            self.assertIsNone(self.turns.taken(who))
        held[0].close()
        self.assertIsNone(self.turns.taken("b"), "a was served before b")
        mine = self.turns.taken("a")
        self.assertIsNotNone(mine)
        for turn in (mine, held[1]):
            turn.close()

    def test_a_mark_of_one_who_left_keeps_nobody_waiting(self):
        held = [self.turns.taken("a"), self.turns.taken("a")]
        self.assertIsNone(self.turns.taken("b"))
        held[0].close()
        with patch.object(turns, "_FRESH_S", 0.0):
            mine = self.turns.taken("a")
        self.assertIsNotNone(mine)
        for turn in (mine, held[1]):
            turn.close()

    def test_a_turn_goes_with_its_process(self):
        holders = [
            subprocess.Popen(
                [sys.executable, "-c", HOLDS, str(self.folder)],
                stdin=subprocess.PIPE,
                stdout=subprocess.PIPE,
                text=True,
            )
            for _ in range(2)
        ]
        for holder in holders:
            self.assertEqual(holder.stdout.readline(), "True\n")
        self.assertIsNone(self.turns.taken("near"))
        with self.assertRaises(Busy), self.turns.of("near", 0.05):
            self.fail("there was no turn")
        for holder in holders:
            holder.kill()
            holder.communicate()
        with self.turns.of("near", 5):
            self.assertIsNotNone(self.turns.taken("near"))

    def test_one_person_does_not_fill_the_queue(self):
        held = [self.turns.taken("a"), self.turns.taken("a")]
        refused: list[Busy] = []

        def wait():
            try:
                with self.turns.of("a", 1.5):
                    pass
            except Busy as busy:
                refused.append(busy)

        waiting = [Thread(target=wait) for _ in range(turns.MOST_WAITING)]
        for thread in waiting:
            thread.start()
        while sum(self.turns._waiting.values()) < turns.MOST_WAITING:
            pass
        with self.assertRaises(Busy), self.turns.of("a", 60):
            self.fail("there was room for one more")
        held[0].close()
        with self.turns.of("b", 5):
            pass
        for thread in waiting:
            thread.join()
        held[1].close()
        self.assertEqual(refused, [])
