"""Formats state themselves: what they are called, how they are read and written, and that nothing else must know them."""

from io import BytesIO
from unittest import TestCase

from ritornel.core.model.reading import BadDocument, read_show
from ritornel.core.score import compile
from ritornel.core.voice.captions import show_captions
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


class CaptionFiles(TestCase):
    def read(self, content: str | bytes):
        content = content.encode() if isinstance(content, str) else content
        return [(c.start_ms, c.end_ms, c.text) for c in FORMATS["captions"].reads(BytesIO(content))]

    def test_they_are_read_as_they_were_written(self):
        made = show(slide(script="Four tons <of> glass & mercury, more than anybody would think who sees it turn."))
        written = b"".join(FORMATS["captions"].writes(made, {}))
        expected = [(c.start_ms, c.end_ms, c.text) for c in show_captions(made, compile(made).times)]
        self.assertEqual(self.read(written), expected)

    def test_tags_settings_and_notes_are_left_out(self):
        file = (
            "\ufeffWEBVTT - of a talk\n\nNOTE made by hand\n\n"
            "1\n00:01.500 --> 00:02.000 align:start\n<v Keeper>All &amp; <i>sundry</i>\n"
        )
        self.assertEqual(self.read(file), [(1500, 2000, "All & sundry")])

    def test_what_is_none_is_refused_in_words(self):
        for content, words in (
            ("no captions", "first line"),
            ("WEBVTT\n\n", "no captions in this file"),
            ("WEBVTT\n\n00:02.000 --> 00:01.000\nbackwards\n", "no captions"),
            (b"WEBVTT\n\n00:01.000 --> 00:02.000\n\xff\xfe\n", "UTF-8"),
        ):
            with self.assertRaisesRegex(BadDocument, words):
                self.read(content)


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
