"""What a file is, is decided on the server once; the page goes by that."""

from unittest import TestCase

from ritornel.formats.file_kinds import FILE_KINDS
from tests.node import in_page

NAMES = {
    "lamp.PNG": "picture", "a.b.heic": "picture", "film.mov": "clip", "voice.opus": "sound", "pages.pdf": "document",
    "talk.md": "outline", "notes.TXT": "outline", "evening.ritornel.json": "show", "show.zip": "show",
    "package.json": None, "png": None, "tool.exe": None, "": None,
}  # fmt: skip


class FileKinds(TestCase):
    def test_the_page_goes_by_the_ending_whatever_its_case_the_longest_first(self):
        told = in_page("file", [{"name": name, "kinds": FILE_KINDS} for name in NAMES])
        self.assertEqual(dict(zip(NAMES, told, strict=True)), NAMES)
