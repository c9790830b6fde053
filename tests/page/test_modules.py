"""The page's modules that are pure, tested with Node's own runner."""

import subprocess
from pathlib import Path
from unittest import TestCase

from tests.node import page_command


class PageModules(TestCase):
    def test_all(self):
        files = sorted(str(p) for p in Path(__file__).parent.glob("*.test.mjs"))
        self.assertGreaterEqual(len(files), 4)
        told = subprocess.run(
            [*page_command(), "--test", *files],
            capture_output=True,
            text=True,
            check=False,
        )
        self.assertEqual(told.returncode, 0, told.stdout[-4000:])
        self.assertNotIn("# tests 0", told.stdout)
