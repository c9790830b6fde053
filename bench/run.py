"""Measure everything and write ``bench/results.md``.

    python -m bench.run

Runs on a database of its own. The page is measured in headless Chromium without a graphics processor: its frame
rate is that of software rendering on this machine.
"""

import os
import platform
import sys
from datetime import date
from pathlib import Path

os.environ.setdefault("DJANGO_SETTINGS_MODULE", "ritornel.site.settings.local")

import django

django.setup()

from django.db import connection  # noqa: E402
from django.test.utils import setup_test_environment, teardown_test_environment  # noqa: E402

from bench import checks, core, desk, edits, films, library, limits, live, music, page, planes, released, voices  # noqa: E402

RESULTS = Path(__file__).parent / "results.md"


def main() -> int:
    """Measure, print and write."""
    rows = core.rows() + voices.rows()
    setup_test_environment()
    connection.creation.create_test_db(verbosity=0, autoclobber=True)
    try:
        rows += edits.rows()
        rows += limits.rows()
        rows += library.rows()
    finally:
        connection.creation.destroy_test_db(str(connection.settings_dict["NAME"]), verbosity=0)
        teardown_test_environment()
    rows += page.rows()
    rows += desk.rows()
    rows += music.rows()
    rows += live.rows()
    rows += films.rows()
    rows += planes.rows()
    rows += checks.rows()
    rows += released.rows()
    machine = f"{os.cpu_count()} cores, {platform.machine()}, Python {platform.python_version()}"
    lines = [
        "# What it costs",
        "",
        f"Measured {date.today()} by `python -m bench.run` on {machine}. Medians unless the row says otherwise.",
        "",
        "| what | must reach | measured |",
        "| --- | --- | --- |",
        *(f"| {what} | {goal} | {found} |" for what, goal, found in rows),
        "",
    ]
    RESULTS.write_text("\n".join(lines), encoding="utf-8")
    print("\n".join(lines))
    return 0


if __name__ == "__main__":
    sys.exit(main())
