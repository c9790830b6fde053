import hashlib
import io
import struct
import tempfile
import zipfile
from pathlib import Path
from unittest import TestCase

from hypothesis import given

from ritornel.core.model import Show
from ritornel.core.model.reading import BadDocument, read_show
from ritornel.core.model.writing import write_show
from ritornel.formats.show_document import DOCUMENT, contents_of, document_of, unpack, zip_blocks
from tests.examples import examples
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
        return b"".join(zip_blocks(self.show, {SHA256: self.path} if files is None else files))

    def read(self, content: bytes, most: int = 1000) -> Show:
        """The show of a zip; its media are unpacked, as an arrival does."""
        file = io.BytesIO(content)
        contents = contents_of(file, most)
        for asset_id, (member, _) in contents.media.items():
            target = self.path.with_name("unpacked")
            unpack(file, member, asset_id, target)
            self.kept[asset_id] = target.read_bytes()
        return contents.show

    def refused(self, content: bytes, **more) -> str:
        with self.assertRaises(BadDocument) as caught:
            self.read(content, **more)
        self.assertEqual(self.kept, {})
        return str(caught.exception)

    def test_a_show_and_its_media_come_back(self):
        self.assertEqual(self.read(self.zipped()), self.show)
        self.assertEqual(self.kept, {SHA256: CONTENT})

    def test_the_same_show_gives_the_same_document(self):
        with zipfile.ZipFile(io.BytesIO(self.zipped())) as archive:
            self.assertEqual(archive.read(DOCUMENT), document_of(self.show))
            self.assertEqual(set(archive.namelist()), {DOCUMENT, f"media/{SHA256}.png"})

    def test_media_that_are_missing_are_left_out(self):
        self.assertEqual(self.read(self.zipped({})), self.show)
        self.assertEqual(self.kept, {})

    def test_what_is_too_large_damaged_or_no_show_is_refused_in_words(self):
        self.assertIn("lamp.png: larger than the 10 bytes allowed", self.refused(self.zipped(), most=10))
        self.path.write_bytes(b"changed")
        self.assertIn("the file in the zip is damaged", self.refused(self.zipped()))
        other = io.BytesIO()
        with zipfile.ZipFile(other, "w") as archive:
            archive.writestr("readme.txt", "hello")
        self.assertIn(f"the zip has no {DOCUMENT}", self.refused(other.getvalue()))

    def test_a_zip_that_lies_about_itself(self):
        whole = self.zipped()
        at = whole.index(CONTENT)
        flipped = bytes([*whole[:at], whole[at] ^ 1, *whole[at + 1 :]])
        self.assertIn("the zip is damaged", self.refused(flipped))
        self.assertIn("cut off", self.refused(whole[:-200]))
        self.assertIn("damaged", self.refused(whole[:40] + whole[90:]))
        self.assertIn("not a JSON document", self.refused(b"Q" + whole))

    def test_encrypted_members_unknown_methods_and_endless_directories(self):
        directory = self.zipped().rindex(b"PK\x01\x02")
        encrypted = bytearray(self.zipped())
        encrypted[directory + 8] |= 1
        self.assertIn("encrypted", self.refused(bytes(encrypted)))
        odd = bytearray(self.zipped())
        odd[directory + 10] = 99
        self.assertIn("not known here", self.refused(bytes(odd)))
        many = bytearray(self.zipped())
        end = many.rindex(b"PK\x05\x06")
        many[end + 10 : end + 12] = struct.pack("<H", 60_000)
        self.assertIn("more in it than a show can have", self.refused(bytes(many)))

    def test_a_document_that_unpacks_to_more_than_it_may(self):
        held = io.BytesIO()
        with zipfile.ZipFile(held, "w", zipfile.ZIP_DEFLATED) as archive:
            archive.writestr(DOCUMENT, b" " * 20_000_000)
        self.assertIn("larger than", self.refused(held.getvalue()))

    @examples(30)
    @given(SHOWS)
    def test_a_plain_document_is_read_too(self, show: Show):
        self.assertEqual(contents_of(io.BytesIO(write_show(show)), 0).show, show)


class Documents(TestCase):
    """Texts that are made to break whoever reads them."""

    def refused(self, content: bytes) -> str:
        with self.assertRaises(BadDocument) as caught:
            contents_of(io.BytesIO(content), 0)
        self.assertLess(len(str(caught.exception)), 400)
        return str(caught.exception)

    def test_nesting(self):
        self.assertIn("nested deeper", self.refused(b"[" * 100_000 + b"]" * 100_000))
        self.assertIn("nested deeper", self.refused(b'{"slides":' * 900 + b"1" + b"}" * 900))

    def test_numbers_and_texts_that_are_none(self):
        for text in (
            b'{"target": NaN}',
            b'{"target": Infinity}',
            b'{"title": "\\ud800"}',
            b'{"title": "\xff"}',
            b"",
            b"\0",
        ):
            self.assertIn("not a JSON document", self.refused(text))
        for text in (b'{"target": ' + b"9" * 5000 + b"}", b'{"target": 1e999}', b'{"target": -1}', b'{"width": 1e300}'):
            self.refused(text)

    def test_a_mark_number_of_millions_builds_nothing(self):
        text = b'{"slides": [{"narration": {"marks": {"30000000": 5}}}]}'
        self.assertIn("must be the number of a cue", self.refused(text))

    def test_more_values_than_a_show_can_have(self):
        self.assertIn("more in it", self.refused(b'{"x": [' + b"[]," * 1_000_000 + b"[]]}"))
