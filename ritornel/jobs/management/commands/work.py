"""``manage.py work``: does the jobs of this installation until it is ended; any number of these may run."""

import faulthandler
import logging
import os
import signal
import threading
from argparse import ArgumentParser
from collections.abc import Callable
from functools import partial
from io import StringIO
from time import monotonic
from typing import Any, TypeVar

from django.conf import settings
from django.core.management import call_command
from django.core.management.base import BaseCommand, CommandError
from django.db import OperationalError, close_old_connections, connection
from django_tasks_db.management.commands.db_worker import Worker
from django_tasks_db.models import DBTaskResult

from ritornel.jobs.apart import preload
from ritornel.jobs.running import revive

AT_ONCE = 4
"""So many jobs of one worker at once: fetches wait for the outside, what is heavy has turns of its own."""

log = logging.getLogger("ritornel")

_BEHIND = 3
"""Whoever waits for a page comes before what is done in the background."""

_LOOK_AGAIN_S = 0.1
_AFTER_TROUBLE_S = 1.0
_REVIVE_S = 5.0
T = TypeVar("T")


class Command(BaseCommand):
    """Works."""

    help = "Do jobs: what people send is looked through, fetched and taken in. Ctrl C ends it; nothing is lost."

    def add_arguments(self, parser: ArgumentParser) -> None:
        """Add how many at once, and whether only pieces of films are made."""
        parser.add_argument("--at-once", type=int, default=AT_ONCE, metavar="N", help="jobs at once (%(default)s)")
        parser.add_argument(
            "--pieces",
            action="store_true",
            help="only make pieces of films, on a machine without the database: needs RITORNEL_REDIS and"
            " RITORNEL_MEDIA_STORE",
        )
        parser.add_argument("--until-idle", action="store_true", help="end when nothing waits any more")

    def handle(self, *args: Any, **options: Any) -> None:
        """Work until ended."""
        os.nice(_BEHIND)
        faulthandler.enable()  # what ends it from below says where
        faulthandler.register(signal.SIGUSR1)  # and who asks is told where each hand is
        preload("ritornel.films.apart", "ritornel.formats.presentations.ours", "ritornel.jobs.ready_to_look")
        if options["pieces"] and not (settings.REDIS and settings.MEDIA_STORE):
            raise CommandError("to make pieces for another machine, set RITORNEL_REDIS and RITORNEL_MEDIA_STORE")
        if settings.REDIS:
            queue = settings.PIECES_QUEUE if options["pieces"] else "default"
            call_command(
                "rqworker",
                queue,
                job_class="django_tasks_rq.Job",
                worker_class="rq.SimpleWorker",  # what could end it is done in processes of its own
                with_scheduler=False,
            )
            return
        ended = threading.Event()
        for number in (signal.SIGINT, signal.SIGTERM):
            signal.signal(number, lambda *_: ended.set())
        hands = [threading.Thread(target=_hand, args=(ended, options["until_idle"])) for _ in range(options["at_once"])]
        for hand in hands:
            hand.daemon = True  # what is cut off is taken up by the next worker
            hand.start()
        _look_after(ended, hands)


def _hand(ended: threading.Event, until_idle: bool) -> None:
    """Take tickets, one after another."""
    worker = Worker(
        queue_names=["*"],
        interval=0,
        batch=True,
        backend_name="default",
        startup_delay=False,
        max_tasks=1,
        worker_id=f"hand-{threading.get_ident()}",
        excluded_queue_names=[],
    )

    def take_one() -> bool:
        if not DBTaskResult.objects.ready().exists():  # looked at before, so that an idle worker locks nothing
            return False
        worker.running, worker._run_tasks = True, 0
        worker.run()
        return True

    while not ended.is_set():
        took = _or_later("taking a ticket", take_one)
        if took is False and until_idle:
            break
        if not took:
            close_old_connections()
            ended.wait(_LOOK_AGAIN_S if took is False else _AFTER_TROUBLE_S)
    connection.close()


def _look_after(ended: threading.Event, hands: list[threading.Thread]) -> None:
    revived = -_REVIVE_S
    done = {chore: -each for chore, each in settings.CHORES.items()}
    while not ended.is_set() and any(hand.is_alive() for hand in hands):
        now = monotonic()
        if now - revived >= _REVIVE_S:
            revived = now
            _or_later("looking after jobs that were left", revive)
        for chore, each in settings.CHORES.items():
            if now - done[chore] >= each:
                done[chore] = now
                _or_later(chore, partial(call_command, chore, verbosity=0, stdout=StringIO()))
        ended.wait(_LOOK_AGAIN_S)


def _or_later(what: str, do: Callable[[], T]) -> T | None:
    """Do something; if it fails, as on a disk that stood still for long, tell of it: None. It is tried again later."""
    try:
        return do()
    except OperationalError as error:
        log.warning("%s failed (%s); it is tried again later", what, error)
        return None
    except Exception:
        log.exception("%s failed; it is tried again later", what)
        return None
