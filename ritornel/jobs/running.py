"""Doing jobs: begun, waited for, stopped, tried again, and taken up anew when whoever worked on one was ended.

What is queued (django-tasks) are tickets, not jobs: whoever has a ticket takes the job that is next, fair between
people, whichever queue the tickets are in. So a lost ticket loses no job.
"""

import fcntl
import time
from collections import Counter
from collections.abc import Iterable, Iterator
from contextlib import contextmanager
from datetime import timedelta
from logging import getLogger
from typing import Any

from django.conf import settings
from django.db.models import Max
from django.utils import timezone
from django.utils.module_loading import import_string
from django_tasks import task

from ritornel.jobs.models import Job

ATTEMPTS = 3
"""A job whose worker was ended is taken up so often; then it is what ends them."""

_LOOK_AGAIN_S = 0.04
_TELL_S = 0.25
_NO_TICKET_AFTER = timedelta(seconds=10)
_UNFORESEEN = "this could not be done; nothing was changed. Try again"
log = getLogger("ritornel")


class Refused(Exception):
    """What is asked cannot be done; the words say why."""


class TryAgain(Exception):
    """It cannot be done now, but perhaps later; the words say why, ``code`` says it to programs."""

    def __init__(self, words: str, code: str = "") -> None:
        """State why."""
        super().__init__(words)
        self.code = code


class Stopped(Exception):
    """Nobody wants it any more."""


class AtWork:
    """A job, for who works on it."""

    def __init__(self, job: Job) -> None:
        """Begin to work."""
        self.job, self.subject = job, job.subject
        self._told_at = 0.0

    def tell(self, done: int, whole: int = 0) -> None:
        """Say how far it is; raise ``Stopped`` if it is not wanted any more. Cheap enough to be called often."""
        now = time.monotonic()
        if now - self._told_at < _TELL_S and done != whole:
            return
        self._told_at = now
        if not Job.objects.filter(pk=self.job.pk, wanted=True).update(done=done, whole=whole):
            raise Stopped

    def look_up(self) -> None:
        """Raise ``Stopped`` if the job is not wanted any more."""
        if not Job.objects.filter(pk=self.job.pk, wanted=True).exists():
            raise Stopped


def begun(owner: Any, kind: str, subject: object, redo: bool = False) -> Job:
    """Return the job of a thing: a new one, one that is under way or has ended, or one that failed, tried again.

    With ``redo`` one that was done is done again: what it gave is not there any more.
    """
    job, is_new = Job.objects.get_or_create(kind=kind, subject=str(subject), defaults={"owner": owner})
    again = not is_new and bool(
        Job.objects.filter(pk=job.pk, state__in=[Job.FAILED, *([Job.DONE] if redo else [])]).update(
            state=Job.WAITING, words="", code="", attempts=0, ended_at=None, wanted=True
        )
    )
    if is_new or again:
        enqueue()
        job.refresh_from_db()
    return job


def enqueue() -> None:
    """Put a ticket into the queue: somebody is to take the job that is next."""
    work_one.enqueue()


@task()
def work_one() -> bool:
    """Work on the job that is next, whichever that is: what a ticket is good for."""
    return work_on_next()


def waited(job: Job, patience_s: float) -> Job:
    """Return the job, when it has ended or after ``patience_s``; see to it that somebody works on it."""
    end = time.monotonic() + patience_s
    while not job.has_ended:
        if job.state == Job.WORKING and _is_left(job):
            _take_up(job)
        if time.monotonic() >= end:
            break
        time.sleep(_LOOK_AGAIN_S)
        found = Job.objects.filter(pk=job.pk).first()
        if found is None:
            break
        job = found
    return job


def stop(kind: str, subject: object) -> None:
    """Stop the job of a thing: at once if nobody works on it, else as soon as whoever does looks up."""
    Job.objects.filter(kind=kind, subject=str(subject)).exclude(state=Job.WORKING).delete()
    Job.objects.filter(kind=kind, subject=str(subject)).update(wanted=False)


def revive() -> None:
    """See to it that every job that waits has a ticket, and take up those that were left."""
    take_up_left(Job.objects.filter(state=Job.WORKING))
    for _ in Job.objects.filter(state=Job.WAITING, made_at__lt=timezone.now() - _NO_TICKET_AFTER)[:20]:
        enqueue()


def take_up_left(jobs: Iterable[Job]) -> None:
    """Have those of some jobs done that are at work and nobody has in hand any more: their worker was ended."""
    for job in jobs:
        if job.state == Job.WORKING and _is_left(job):
            _take_up(job)


def work_on_next() -> bool:
    """Work on the job that is next; tell whether there was one."""
    for job in _fair():
        with _held(job) as mine:
            now = timezone.now()
            if mine and Job.objects.filter(pk=job.pk, state=Job.WAITING).update(state=Job.WORKING, begun_at=now):
                job.refresh_from_db()
                _work(job)
                return True
    return False


def _fair() -> list[Job]:
    """Return the jobs that wait: first of who has the fewest at work, then of who was served longest ago."""
    waiting = list(Job.objects.filter(state=Job.WAITING).exclude(kind__in=_full())[:500])
    if len({job.owner_id for job in waiting}) < 2:
        return waiting
    working = Counter(Job.objects.filter(state=Job.WORKING).values_list("owner_id", flat=True))
    served = dict(Job.objects.order_by().values_list("owner_id").annotate(Max("begun_at")))
    return sorted(waiting, key=lambda job: (working[job.owner_id], served[job.owner_id], job.made_at))


def _full() -> list[str]:
    """Return the kinds of which no more are done just now."""
    working = Counter(Job.objects.filter(state=Job.WORKING).values_list("kind", flat=True))
    return [kind for kind, most in settings.JOBS_AT_ONCE.items() if working[kind] >= most]


def _work(job: Job) -> None:
    state, words, code = Job.DONE, "", ""
    Job.objects.filter(pk=job.pk).update(attempts=job.attempts + 1)
    try:
        if not job.wanted:
            raise Stopped
        import_string(settings.JOBS[job.kind])(AtWork(job))
    except Stopped:
        pass
    except Refused as error:
        state, words = Job.REFUSED, str(error)
    except TryAgain as error:
        state, words, code = Job.FAILED, str(error), error.code
    except Exception:
        log.exception("%s was not foreseen", job)
        state, words = Job.FAILED, _UNFORESEEN
    Job.objects.filter(pk=job.pk, wanted=False).delete()
    Job.objects.filter(pk=job.pk).update(state=state, words=words, code=code, ended_at=timezone.now())
    job.lock.unlink(missing_ok=True)


def _take_up(job: Job) -> None:
    """Put a job that was left back among those that wait; one that was left too often is given up."""
    if job.attempts >= ATTEMPTS:
        words = "this took more time or memory than it may, several times; it was given up"
        Job.objects.filter(pk=job.pk, state=Job.WORKING).update(state=Job.REFUSED, words=words, ended_at=timezone.now())
    elif Job.objects.filter(pk=job.pk, state=Job.WORKING).update(state=Job.WAITING):
        enqueue()


def _is_left(job: Job) -> bool:
    """Tell whether nobody holds a job that is at work."""
    with _held(job) as mine:
        return mine and Job.objects.filter(pk=job.pk, state=Job.WORKING).exists()


@contextmanager
def _held(job: Job) -> Iterator[bool]:
    """Yield whether this is the only one who has the job now."""
    job.lock.parent.mkdir(parents=True, exist_ok=True)
    with job.lock.open("wb") as lock:
        try:
            fcntl.flock(lock, fcntl.LOCK_EX | fcntl.LOCK_NB)
        except BlockingIOError:
            yield False
            return
        yield True
