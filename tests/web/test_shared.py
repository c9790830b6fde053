"""A store that machines share: what one has, the others fetch; where there is none there is only the folder."""

import tempfile
from pathlib import Path

from django.test import SimpleTestCase, override_settings

from ritornel.library import shared
from ritornel.site.settings.media_store import s3_storage
from tests import stores


class Shared(SimpleTestCase):
    def setUp(self):
        self.store = stores.shared(self)

    def machine(self) -> Path:
        """Go to a machine of its own; return where it has its media."""
        folder = self.enterContext(tempfile.TemporaryDirectory())
        self.enterContext(override_settings(MEDIA_ROOT=folder))
        return Path(folder)

    def test_what_one_machine_has_another_fetches(self):
        for size in (0, 17, 9_000_000):  # the last is sent in parts
            content = bytes(range(256)) * (size // 256) + b"x" * (size % 256)
            one = self.machine() / "assets/ab/abc"
            one.parent.mkdir(parents=True)
            one.write_bytes(content)
            shared.send(one)
            self.assertEqual(self.store.objects["/lantern/media/assets/ab/abc"], content)
            other = self.machine() / "assets/ab/abc"
            self.assertEqual(shared.at_hand(other).read_bytes(), content)
            self.assertEqual([p.name for p in other.parent.iterdir()], ["abc"])

    def test_what_is_nowhere_is_no_file_and_what_is_dropped_is_nowhere(self):
        lost = self.machine() / "assets/ab/lost"
        self.assertFalse(shared.at_hand(lost).exists())
        lost.parent.mkdir(parents=True, exist_ok=True)
        lost.write_bytes(b"there")
        shared.send(lost)
        shared.drop(lost)
        self.assertFalse(shared.at_hand(lost).exists())
        self.assertEqual(self.store.objects, {})

    def test_without_a_store_there_is_only_the_folder(self):
        with override_settings(MEDIA_STORE=""):
            path = self.machine() / "a"
            path.write_bytes(b"here")
            shared.send(path)
            self.assertEqual((self.store.objects, shared.at_hand(path)), ({}, path))

    def test_an_address_that_is_none_is_refused(self):
        for address in ("https://store.example/media", "s3:///media", "media"):
            with self.assertRaises(ValueError):
                s3_storage(address)
