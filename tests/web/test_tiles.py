"""Tiles of large pictures: made when somebody looks from near, read by their bytes, for whoever sees the picture."""

import base64
import io
import re
import zipfile
from pathlib import Path

from PIL import Image

from ritornel.formats.tiles import levels_of
from ritornel.jobs.models import Job
from ritornel.jobs.running import Refused
from ritornel.library import tiling
from ritornel.library.describing import described, drawn_from
from ritornel.library.models import Asset, derived_path
from ritornel.publishing.editions import publish
from ritornel.shows import in_rows
from tests.made import show, slide
from tests.material import OwnerCase, asset


def picture(width: int, height: int = 300) -> bytes:
    held = io.BytesIO()
    Image.new("RGB", (width, height), "#7a2552").save(held, "PNG")
    return held.getvalue()


class TilesOf(OwnerCase):
    def setUp(self):
        super().setUp()
        self.client.force_login(self.owner)
        self.large, self.small = (asset(self.owner, f"{n}.png", picture(n)) for n in (3000, 800))
        derived_path(self.large.sha256, "tiles.zip").unlink(missing_ok=True)

    def get(self, of: Asset, **headers):
        return self.client.get(f"/library/media/{of.sha256}/tiles", headers=headers)

    def test_they_are_made_when_they_are_asked_for_and_read_by_their_bytes(self):
        self.assertEqual(self.get(self.large).status_code, 204)
        self.assertEqual(Job.objects.get(kind="tiles").state, Job.DONE)
        end = self.get(self.large, range="bytes=-200")
        self.assertEqual((end.status_code, end["content-type"]), (206, "application/zip"))
        whole = b"".join(self.get(self.large))
        with zipfile.ZipFile(io.BytesIO(whole)) as packed:
            self.assertIn("0/5-0.jpg", packed.namelist())
        self.assertEqual(levels_of(3000, 300), 1)
        derived_path(self.large.sha256, "tiles.zip").unlink()  # as in a restored installation: they are made again
        self.assertEqual([self.get(self.large).status_code for _ in range(2)], [204, 200])

    def test_a_small_picture_has_none_and_says_so(self):
        self.assertEqual(self.get(self.small).status_code, 404)
        self.assertEqual(["tiles" in described(one) for one in (self.large, self.small)], [True, False])

    def test_a_film_and_an_edition_of_a_plane_have_them(self):
        for plane, ending in ((None, ".webp"), ({"width": 3000, "height": 720}, ".zip")):
            on = {"id": "p", "kind": "picture", "asset": self.large.sha256}
            made = show(slide(objects=(on,), id="s", plane=plane), assets=[{"id": self.large.sha256, "kind": "picture"}])  # fmt: skip
            row = self.keep(made)
            self.assertEqual(drawn_from(self.owner.pk, in_rows.load(row))[self.large.sha256].suffix, ending)
        edition = publish(row, False)
        told = edition.assets[self.large.sha256]["tiles"]
        self.client.logout()
        self.assertEqual(self.client.get(told, headers={"range": "bytes=-50"}).status_code, 206)

    def test_a_file_that_needs_no_server_has_them_though_nobody_looked_before(self):
        on = {"id": "p", "kind": "picture", "asset": self.large.sha256}
        walk = slide(objects=(on,), id="s", plane={"width": 3000, "height": 720})
        row = self.keep(show(walk, assets=[{"id": self.large.sha256, "kind": "picture"}]))
        told = b"".join(self.client.get(f"/shows/{row.pk}/one-file").streaming_content).decode()
        held = re.search(rf'data-media="{self.large.sha256}-tiles" data-mime="application/zip">([^<]+)<', told)
        with zipfile.ZipFile(io.BytesIO(base64.b64decode(held[1]))) as packed:
            self.assertIn("0/5-0.jpg", packed.namelist())
        self.assertIn(f"media:{self.large.sha256}-tiles", told)
        self.assertFalse(Job.objects.exists())
        self.large.path.write_bytes(b"no picture")
        derived_path(self.large.sha256, "tiles.zip").unlink()
        refused = self.client.get(f"/shows/{row.pk}/one-file", follow=True)
        self.assertContains(refused, "from near")

    def test_what_cannot_be_made_is_said_and_leaves_nothing(self):
        self.large.path.write_bytes(b"no picture")
        with self.assertRaisesRegex(Refused, "from near"):
            tiling.made(self.large)
        self.assertFalse(derived_path(self.large.sha256, "tiles.zip").exists())
        self.assertEqual(list((Path(self.large.path).parents[2] / "uploads").glob("tiles-*")), [])
