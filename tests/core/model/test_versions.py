"""Every version of show documents there has been is read; a newer one is refused with what can be done."""

import json
from pathlib import Path
from unittest import TestCase

from ritornel.core.model import Show
from ritornel.core.model.reading import BadDocument, read_show
from ritornel.core.model.version import VERSION
from ritornel.core.score import compile
from ritornel.formats.show_document import document_of

DOCUMENTS = Path(__file__).parents[2] / "documents"


class Versions(TestCase):
    def test_there_is_a_document_of_each_and_all_say_the_same(self):
        shows = [read_show((DOCUMENTS / f"version-{n}.ritornel.json").read_bytes()) for n in range(1, VERSION + 1)]
        told = [
            [(s.type, s.subtype, s.reverse, s.duration_ms) for s in (x.transition for x in show.slides)]
            for show in shows
        ]
        self.assertEqual(told[0][1:], [("fade", "", False, 900), ("pushWipe", "fromLeft", False, 700), ("barWipe", "leftToRight", True, 800)])  # fmt: skip
        for show in shows:
            self.assertEqual(len(compile(show).slides), 4)
            self.assertEqual([s.objects for s in show.slides], [s.objects for s in shows[-1].slides])
            self.assertEqual(compile(show).length_ms, compile(shows[-1]).length_ms)

    def test_what_is_written_is_of_the_newest(self):
        show = read_show((DOCUMENTS / f"version-{VERSION}.ritornel.json").read_bytes())
        self.assertEqual(json.loads(document_of(show))["version"], VERSION)
        self.assertEqual(read_show(document_of(show)), show)
        self.assertEqual(json.loads(document_of(Show())), {"version": VERSION})

    def test_a_newer_one_is_refused_with_what_can_be_done(self):
        with self.assertRaisesRegex(
            BadDocument, f"of version {VERSION + 1}, and versions up to {VERSION} are read here"
        ):
            read_show({"version": VERSION + 1})
        for bad in (0, "two", True, 1.5):
            with self.assertRaisesRegex(BadDocument, "version must be a whole number"):
                read_show({"version": bad})
