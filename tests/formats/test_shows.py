"""Formats state themselves: what they are called, how they are read and written, and that nothing else must know them."""

from io import BytesIO
from unittest import TestCase

from ritornel.core.model.reading import read_show
from ritornel.formats.file_kinds import FILE_KINDS
from ritornel.formats.shows import FORMATS
from tests.made import show, slide, step
from tests.material import OwnerCase


class Formats(TestCase):
    def test_each_says_what_it_is_and_can_do_something(self):
        for name, format_ in FORMATS.items():
            self.assertEqual(name, format_.name)
            self.assertTrue(format_.says and format_.standard and format_.mime and format_.endings)
            self.assertTrue(format_.reads or format_.writes)
            self.assertEqual({FILE_KINDS[ending] for ending in format_.endings}, {format_.brought})

    def test_shows_are_read_as_they_were_written(self):
        made = show(slide(step("a"), hold=700), slide(script="Words."))
        held = {name: b"".join(f.writes(made, {})) for name, f in FORMATS.items() if f.writes and f.reads}
        self.assertLessEqual({"document", "zip"}, set(held))
        self.assertEqual(FORMATS["document"].reads(BytesIO(held["document"])), made)
        self.assertEqual(FORMATS["zip"].reads(BytesIO(held["zip"])).show, made)


class Exported(OwnerCase):
    def test_a_show_goes_out_in_each_that_is_written(self):
        row = self.keep(show(slide(hold=700), title="An evening"))
        for name, format_ in FORMATS.items():
            answer = self.client.get(f"/shows/{row.pk}/as/{name}")
            if format_.writes is None:
                self.assertEqual(answer.status_code, 404)
                continue
            self.assertEqual((answer.status_code, answer["Content-Type"]), (200, format_.mime))
            self.assertIn(f"an-evening{format_.endings[0]}", answer["Content-Disposition"])
        self.assertEqual(self.client.get(f"/shows/{row.pk}/as/stone").status_code, 404)
        document = self.client.get(f"/shows/{row.pk}/as/document").getvalue()
        self.assertEqual(read_show(document).title, "An evening")
