"""A browser test that fails is run once more, alone: what passes then counts, and is printed."""

import contextlib
import io
from types import SimpleNamespace
from unittest import TestCase
from unittest.mock import patch

from django.test.runner import DiscoverRunner

from tests.runner import MOST_AGAIN, Runner


class OnceMore(TestCase):
    def ran(self, *failed: str, steady: str = "", errors: tuple = ()):
        """A run of twenty tests of which some failed, and which pass alone; what is left, and what was printed."""
        test = lambda name: SimpleNamespace(id=lambda: name)  # noqa: E731
        result = SimpleNamespace(
            failures=[(test(n), f"trace of {n}") for n in failed],
            errors=[(test(n), "error") for n in errors],
            unexpectedSuccesses=[],
            testsRun=20,
        )
        with (
            patch.object(DiscoverRunner, "run_suite", return_value=result),
            patch.object(Runner, "_passes_alone", lambda self, name: steady in name),
            contextlib.redirect_stdout(io.StringIO()) as said,
        ):
            Runner().run_suite(None)
        return [t.id() for t, _ in (*result.failures, *result.errors)], said.getvalue()

    def test_what_passes_alone_counts_and_is_named_with_its_trace(self):
        left, said = self.ran(
            "tests.browser.a.shaky", "tests.browser.b.broken", errors=("tests.browser.c.shaky",), steady="shaky"
        )
        self.assertEqual(left, ["tests.browser.b.broken"])
        self.assertIn("unsteady: tests.browser.a.shaky\ntrace of tests.browser.a.shaky", said)
        self.assertTrue(said.endswith("19 passed, 1 failed\n"))

    def test_other_tests_and_very_many_are_not_run_again(self):
        self.assertEqual(self.ran("tests.core.a")[0], ["tests.core.a"])
        many = [f"tests.browser.{n}" for n in range(MOST_AGAIN + 1)]
        self.assertEqual(self.ran(*many)[0], many)
        self.assertEqual(self.ran(), ([], "20 passed, 0 failed\n"))
