"""Django's runner, on database files that are written quickly and can be copied for tests that run side by side."""

from django.db import connections
from django.test.runner import DiscoverRunner

# A test's database need not outlive a power cut; and it must be whole in its one file when it is copied.
QUICK = "PRAGMA journal_mode=MEMORY; PRAGMA synchronous=OFF;"


class Runner(DiscoverRunner):
    def setup_databases(self, **more):
        connections["default"].settings_dict["OPTIONS"]["init_command"] = QUICK
        return super().setup_databases(**more)
