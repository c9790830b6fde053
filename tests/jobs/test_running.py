"""Jobs: one for each thing, fair between people, stopped, tried again, and taken up when whoever had one was ended."""

import fcntl
from datetime import timedelta
from unittest.mock import patch

from django.test import override_settings
from django.utils import timezone

from ritornel.jobs import running
from ritornel.jobs.models import Job
from ritornel.jobs.running import AtWork, Refused, TryAgain, begun, revive, stop, waited, work_on_next
from tests.material import OwnerCase

DONE: list[str] = []


def counted(work: AtWork) -> None:
    DONE.append(work.subject)
    for n in range(3):
        work.tell(n + 1, 3)


def refused(work: AtWork) -> None:
    raise Refused("it is no lamp")


def failing(work: AtWork) -> None:
    DONE.append(work.subject)
    if len(DONE) == 1:
        raise TryAgain("no oil", "no-oil")


def unforeseen(work: AtWork) -> None:
    raise ZeroDivisionError


KINDS = {f.__name__: f"{__name__}.{f.__name__}" for f in (counted, refused, failing, unforeseen)}


@override_settings(JOBS=KINDS)
class Jobs(OwnerCase):
    def setUp(self):
        super().setUp()
        DONE.clear()

    def put_off(self):
        """Tickets are lost until this is left."""
        return patch.object(running, "enqueue")

    def test_one_is_done_once_however_often_it_is_asked_for_and_says_how_far_it_is(self):
        for _ in range(3):
            job = waited(begun(self.owner, "counted", "a"), 1)
        self.assertEqual((DONE, job.state, job.done, job.whole, job.attempts), (["a"], Job.DONE, 3, 3, 1))
        self.assertFalse(job.lock.exists())

    def test_what_is_refused_is_not_tried_again_what_failed_is(self):
        job = begun(self.owner, "refused", "a")
        self.assertEqual((job.state, job.words), (Job.REFUSED, "it is no lamp"))
        self.assertEqual(begun(self.owner, "refused", "a").attempts, 1)
        job = begun(self.owner, "failing", "b")
        self.assertEqual((job.state, job.words, job.code), (Job.FAILED, "no oil", "no-oil"))
        self.assertEqual((begun(self.owner, "failing", "b").state, DONE), (Job.DONE, ["b", "b"]))

    def test_what_nobody_foresaw_is_said_and_written_down(self):
        with self.assertLogs("ritornel", "ERROR") as said:
            job = begun(self.owner, "unforeseen", "a")
        self.assertEqual((job.state, job.words), (Job.FAILED, running._UNFORESEEN))
        self.assertIn("ZeroDivisionError", said.output[0])

    def test_whoever_has_fewest_at_work_comes_first_then_who_was_served_longest_ago(self):
        with self.put_off():
            for n in range(3):
                begun(self.owner, "counted", f"mine {n}")
            for n in range(2):
                begun(self.other, "counted", f"theirs {n}")
        while work_on_next():
            pass
        self.assertEqual(DONE, ["mine 0", "theirs 0", "mine 1", "theirs 1", "mine 2"])
        with self.put_off():
            held = begun(self.owner, "counted", "held")
            later, theirs = begun(self.owner, "counted", "later"), begun(self.other, "counted", "their last")
        Job.objects.filter(pk=held.pk).update(state=Job.WORKING)
        Job.objects.filter(owner=self.other).update(begun_at=timezone.now() + timedelta(hours=1))
        self.assertEqual([job.pk for job in running._fair()], [theirs.pk, later.pk])

    def test_one_that_waits_is_stopped_at_once_one_at_work_when_it_looks_up(self):
        with self.put_off():
            begun(self.owner, "counted", "a")
        stop("counted", "a")
        self.assertEqual((Job.objects.count(), work_on_next()), (0, False))
        with self.put_off():
            job = begun(self.owner, "counted", "b")
        Job.objects.filter(pk=job.pk).update(state=Job.WORKING)
        stop("counted", "b")
        Job.objects.filter(pk=job.pk).update(state=Job.WAITING)  # taken up by another worker meanwhile
        self.assertTrue(work_on_next())
        self.assertEqual((Job.objects.count(), DONE), (0, []))

    def test_one_whose_worker_was_ended_is_taken_up_and_one_that_is_held_is_not(self):
        with self.put_off():
            job = begun(self.owner, "counted", "a")
        Job.objects.filter(pk=job.pk).update(state=Job.WORKING, attempts=1)
        job.refresh_from_db()
        job.lock.parent.mkdir(exist_ok=True)
        with job.lock.open("wb") as lock:
            fcntl.flock(lock, fcntl.LOCK_EX)
            revive()
            self.assertEqual((waited(job, 0).state, DONE), (Job.WORKING, []))
        self.assertEqual((waited(job, 1).state, DONE), (Job.DONE, ["a"]))  # whoever waits for it sees to it

    def test_one_that_ends_its_workers_is_given_up(self):
        with self.put_off():
            job = begun(self.owner, "counted", "a")
        Job.objects.filter(pk=job.pk).update(state=Job.WORKING, attempts=running.ATTEMPTS)
        revive()
        job.refresh_from_db()
        self.assertEqual((job.state, DONE), (Job.REFUSED, []))
        self.assertIn("given up", job.words)

    def test_a_lost_ticket_loses_no_job(self):
        with self.put_off():
            job = begun(self.owner, "counted", "a")
        revive()
        self.assertEqual(DONE, [])  # it was only just begun: its ticket may be on its way
        Job.objects.filter(pk=job.pk).update(made_at=timezone.now() - timedelta(minutes=1))
        revive()
        self.assertEqual(DONE, ["a"])
