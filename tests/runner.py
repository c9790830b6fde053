"""Django's runner, on database files that are written quickly and can be copied for tests that run side by side."""

import multiprocessing

from django.db import connections
from django.test.runner import DiscoverRunner, ParallelTestSuite, _init_worker

# A test's database need not outlive a power cut; and it must be whole in its one file when it is copied.
QUICK = "PRAGMA journal_mode=MEMORY; PRAGMA synchronous=OFF;"


def begin_worker(*args, **more):
    """As Django begins a process that runs tests beside others; it may have children, as the server has."""
    _init_worker(*args, **more)
    multiprocessing.current_process()._config["daemon"] = False


class Suites(ParallelTestSuite):
    init_worker = begin_worker


class Runner(DiscoverRunner):
    parallel_test_suite = Suites

    def setup_databases(self, **more):
        connections["default"].settings_dict["OPTIONS"]["init_command"] = QUICK
        return super().setup_databases(**more)
