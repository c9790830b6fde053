"""A worker whose database stands still for longer than it waits goes on when it is there again."""

import threading
from unittest.mock import Mock, patch

from django.db import OperationalError
from django.test import SimpleTestCase, override_settings

from ritornel.jobs.management.commands import work

LOCKED = OperationalError("database is locked")


@patch.multiple(work, _AFTER_TROUBLE_S=0.0, _LOOK_AGAIN_S=0.0, close_old_connections=Mock(), connection=Mock())
class Patient(SimpleTestCase):
    def test_a_hand_that_gets_no_ticket_for_trouble_comes_again(self):
        waiting = Mock(side_effect=[LOCKED, True, LOCKED, True, False])
        runs = Mock(side_effect=[LOCKED, None])
        with (
            patch.object(work.DBTaskResult.objects, "ready", return_value=Mock(exists=waiting)),
            patch.object(work.Worker, "run", runs),
            self.assertLogs("ritornel", "WARNING") as told,
        ):
            work._hand(threading.Event(), until_idle=True)
        self.assertEqual((waiting.call_count, runs.call_count), (5, 2))
        self.assertEqual(len(told.output), 3)
        self.assertIn("database is locked", told.output[0])

    @override_settings(CHORES={"tidy": 0.0})
    def test_whoever_looks_after_what_was_left_looks_again_and_does_the_chores(self):
        ended, seen = threading.Event(), []

        def revive():
            seen.append("revive")
            raise LOCKED

        def chore(name, **_):
            seen.append(name)
            if len(seen) < 4:
                raise ZeroDivisionError
            ended.set()

        with (
            patch.multiple(work, revive=revive, call_command=chore, _REVIVE_S=0.0),
            self.assertLogs("ritornel", "WARNING"),
        ):
            work._look_after(ended, [Mock()])
        self.assertEqual(seen, ["revive", "tidy", "revive", "tidy"])
