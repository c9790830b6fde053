"""What a file is, the server and the page decide alike."""

from unittest import TestCase

from ritornel.formats.file_kinds import FILE_KINDS, kind_of
from tests.node import in_page

NAMES = {
    "lamp.PNG": "picture", "a.b.heic": "picture", "film.mov": "clip", "voice.opus": "sound", "pages.pdf": "document",
    "talk.md": "outline", "notes.TXT": "outline", "evening.ritornel.json": "show", "show.zip": "show",
    "package.json": None, "png": None, "tool.exe": None, "": None,
}  # fmt: skip


class FileKinds(TestCase):
    def test_by_the_ending_whatever_its_case_the_longest_first(self):
        self.assertEqual({name: kind_of(name) for name in NAMES}, NAMES)

    def test_the_page_says_the_same(self):
        told = in_page("file", [{"name": name, "kinds": FILE_KINDS} for name in NAMES])
        self.assertEqual(dict(zip(NAMES, told, strict=True)), NAMES)
