import hashlib
import io
import tempfile
import zipfile
from pathlib import Path
from unittest import TestCase

from hypothesis import given, settings

from ritornel.core.model import Show
from ritornel.core.model.reading import BadDocument, read_show, write_show
from ritornel.formats.show_document import DOCUMENT, read_any, write_zip
from tests.made import SHOWS

CONTENT = b"not really a picture, but some bytes"
SHA256 = hashlib.sha256(CONTENT).hexdigest()


class Zips(TestCase):
    def setUp(self):
        folder = tempfile.TemporaryDirectory()
        self.addCleanup(folder.cleanup)
        self.path = Path(folder.name) / "lamp.png"
        self.path.write_bytes(CONTENT)
        picture = {"id": "p", "kind": "picture", "asset": SHA256}
        asset = {"id": SHA256, "kind": "picture", "name": "lamp.png", "licence": "CC0"}
        self.show = read_show({"title": "Talk", "slides": [{"objects": [picture]}], "assets": [asset]})
        self.kept: dict[str, bytes] = {}

    def zipped(self, files: dict[str, Path] | None = None) -> bytes:
        held = io.BytesIO()
        write_zip(self.show, {SHA256: self.path} if files is None else files, held)
        return held.getvalue()

    def read(self, content: bytes, most: int = 1000) -> Show:
        return read_any(io.BytesIO(content), lambda asset, data: self.kept.update({asset.id: data}), most)

    def test_a_show_and_its_media_come_back(self):
        self.assertEqual(self.read(self.zipped()), self.show)
        self.assertEqual(self.kept, {SHA256: CONTENT})

    def test_the_same_show_gives_the_same_document(self):
        with zipfile.ZipFile(io.BytesIO(self.zipped())) as archive:
            self.assertEqual(archive.read(DOCUMENT), write_show(self.show))
            self.assertEqual(set(archive.namelist()), {DOCUMENT, f"media/{SHA256}.png"})

    def test_media_that_are_missing_are_left_out(self):
        self.assertEqual(self.read(self.zipped({})), self.show)
        self.assertEqual(self.kept, {})

    def test_what_is_too_large_damaged_or_no_show_is_refused_in_words(self):
        with self.assertRaisesRegex(BadDocument, "lamp.png: larger than the 10 bytes allowed"):
            self.read(self.zipped(), most=10)
        self.path.write_bytes(b"changed")
        with self.assertRaisesRegex(BadDocument, "lamp.png: the file in the zip is damaged"):
            self.read(self.zipped())
        other = io.BytesIO()
        with zipfile.ZipFile(other, "w") as archive:
            archive.writestr("readme.txt", "hello")
        with self.assertRaisesRegex(BadDocument, f"the zip has no {DOCUMENT}"):
            self.read(other.getvalue())
        self.assertEqual(self.kept, {})

    @settings(max_examples=30, deadline=None)
    @given(SHOWS)
    def test_a_plain_document_is_read_too(self, show: Show):
        self.assertEqual(read_any(io.BytesIO(write_show(show)), lambda *_: None, 0), show)
