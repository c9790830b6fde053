"""Django's runner, on database files that are written quickly and can be copied for tests that run side by side.

A test in the browser that fails is run once more, alone, at the end. If it passes then it counts, and is printed as
unsteady with its first trace: it is to be mended at once. Jobs are done where they are begun, at once.
"""

import multiprocessing
from unittest import TestLoader, TestResult

from django.conf import settings
from django.db import connections
from django.test.runner import DiscoverRunner, ParallelTestSuite, _init_worker

# A test's database need not outlive a power cut; and it must be whole in its one file when it is copied.
QUICK = "PRAGMA journal_mode=MEMORY; PRAGMA synchronous=OFF;"

IN_THE_BROWSER = "tests.browser."
MOST_AGAIN = 12
"""More than this do not fail for being unsteady."""


def begin_worker(*args, **more):
    """As Django begins a process that runs tests beside others; it may have children, as the server has."""
    _init_worker(*args, **more)
    multiprocessing.current_process()._config["daemon"] = False


class Suites(ParallelTestSuite):
    init_worker = begin_worker


class Runner(DiscoverRunner):
    parallel_test_suite = Suites

    def setup_test_environment(self, **more):
        super().setup_test_environment(**more)
        settings.TASKS = {
            "default": {
                "BACKEND": "django_tasks.backends.immediate.ImmediateBackend",
                "QUEUES": settings.QUEUES,
            }
        }

    def setup_databases(self, **more):
        connections["default"].settings_dict["OPTIONS"]["init_command"] = QUICK
        return super().setup_databases(**more)

    def run_suite(self, suite, **more):
        result = super().run_suite(suite, **more)
        failed = {test.id(): trace for test, trace in (*result.failures, *result.errors)}
        again = [name for name in failed if name.startswith(IN_THE_BROWSER)]
        if 0 < len(again) <= MOST_AGAIN:
            print(f"\nOnce more, alone: {', '.join(again)}", flush=True)
            steady = {name for name in again if self._passes_alone(name)}
            for found in (result.failures, result.errors):
                found[:] = [(test, trace) for test, trace in found if test.id() not in steady]
            for name in sorted(steady):
                print(f"unsteady: {name}\n{failed[name]}", flush=True)
        wrong = len(result.failures) + len(result.errors) + len(result.unexpectedSuccesses)
        print(f"{result.testsRun - wrong} passed, {wrong} failed", flush=True)
        return result

    def _passes_alone(self, name: str) -> bool:
        alone = TestResult()
        TestLoader().loadTestsFromName(name).run(alone)
        return alone.wasSuccessful() and alone.testsRun == 1
