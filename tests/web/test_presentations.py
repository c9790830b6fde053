"""Presentations of other formats on their way in: what becomes different is said first; media are made fit to be kept."""

import io
import zipfile

from django.core.files.uploadedfile import SimpleUploadedFile
from PIL import Image

from ritornel.core.model.reading import read_show
from ritornel.formats.shows import FORMATS
from ritornel.library.models import Asset
from ritornel.shows import in_rows
from ritornel.shows.models import Arrival, Show
from tests.files import png
from tests.formats.presentations import ASSETS, SOUND, written
from tests.formats.test_opendocument import ACT, BOX, PAGE, packed
from tests.made import show, slide, step
from tests.material import OwnerCase

UNKNOWN = ACT.format(
    kind="entrance", parts='<anim:transitionFilter smil:targetElement="box" smil:dur="1s" smil:type="x"/>'
)


def _taken_somewhere() -> bytes:
    """A picture in which a camera noted something."""
    held, noted = io.BytesIO(), Image.Exif()
    noted[0x010E] = "the harbour of Skarholm"
    Image.new("RGB", (64, 48), "#a9761f").save(held, "JPEG", exif=noted)
    return held.getvalue()


class Presentations(OwnerCase):
    def take_in(self, content: bytes, name: str = "evening.odp"):
        return self.client.post("/shows/import", {"document": SimpleUploadedFile(name, content)}, follow=True)

    def goes_on(self, page) -> dict:
        return self.client.post(f"{page.request['PATH_INFO']}/on").json()

    def test_one_in_which_nothing_becomes_different_is_a_show_at_once(self):
        made = show(slide(step("a", kind="entrance", effect="fade"), title="The lamp"))
        page = self.take_in(b"".join(FORMATS["opendocument"].writes(made, {})))
        self.assertContains(page, "It is being read")
        told = self.goes_on(page)
        row = Show.objects.get()
        self.assertEqual((told["asks"], told["show"]), (False, f"/shows/{row.pk}/"))
        (kept,) = in_rows.load(row).slides
        self.assertEqual((kept.title, [s.effect for s in kept.running_order]), ("The lamp", ["fade"]))
        self.assertTrue(in_rows.load(row).style)
        self.assertEqual(row.title, "The lamp")

    def test_one_without_a_title_of_its_own_is_called_as_its_file(self):
        self.goes_on(self.take_in(packed(PAGE.format(BOX)), "An evening.odp"))
        self.assertEqual(Show.objects.get().title, "An evening")

    def test_what_becomes_different_is_said_before_it_is_taken_in(self):
        page = self.take_in(packed(PAGE.format(BOX + UNKNOWN)))
        self.assertTrue(self.goes_on(page)["asks"])
        self.assertEqual(Show.objects.count(), 0)
        address = page.request["PATH_INFO"]
        asked = self.client.get(address)
        self.assertContains(asked, "1 build becomes “fade”: what it was is not known here")
        self.assertContains(self.client.get("/"), "waits for your word")
        self.client.force_login(self.other)
        self.assertEqual(self.client.post(f"{address}/agree").status_code, 404)
        self.client.force_login(self.owner)
        self.client.post(f"{address}/agree")
        self.assertEqual(self.goes_on(page)["show"], f"/shows/{Show.objects.get().pk}/")

    def test_one_that_is_left_leaves_nothing(self):
        page = self.take_in(packed(PAGE.format(BOX + UNKNOWN)))
        self.goes_on(page)
        self.client.post(f"{page.request['PATH_INFO']}/agree", {"how": "leave"})
        self.assertEqual((Show.objects.count(), Arrival.objects.count()), (0, 0))
        self.assertEqual(list((self.folder / "arrivals").iterdir()), [])

    def test_a_picture_that_tells_where_it_was_taken_is_kept_without_that_and_still_stands_there(self):
        frame = '<draw:frame svg:width="2cm" svg:height="2cm"><draw:image xlink:href="Pictures/a.jpg"/></draw:frame>'
        held = io.BytesIO(packed(PAGE.format(frame)))
        with zipfile.ZipFile(held, "a") as archive:
            archive.writestr("Pictures/a.jpg", _taken_somewhere())
        page = self.take_in(held.getvalue())
        self.assertIsNotNone(self.goes_on(page)["show"])
        (picture,) = in_rows.load(Show.objects.get()).slides[0].objects
        self.assertEqual(picture.asset, Asset.objects.get().sha256)

    def test_a_picture_that_is_none_is_missing_and_the_rest_is_there(self):
        frame = '<draw:frame svg:width="2cm" svg:height="2cm"><draw:image xlink:href="{}"/></draw:frame>'
        held = io.BytesIO(packed(PAGE.format(frame.format("a.png") + frame.format("b.png"))))
        with zipfile.ZipFile(held, "a") as archive:
            archive.writestr("a.png", b"no picture at all")
            archive.writestr("b.png", png())
        page = self.take_in(held.getvalue())
        self.assertIsNotNone(self.goes_on(page)["show"])
        self.assertEqual(len(in_rows.load(Show.objects.get()).slides[0].objects), 2)
        self.assertEqual(Asset.objects.count(), 1)

    def test_sounds_come_with_it(self):
        made = read_show({"slides": [{"objects": [{"id": "s", "kind": "sound", "asset": SOUND}]}], "assets": ASSETS})
        self.goes_on(self.take_in(written(FORMATS["opendocument"], made)))
        self.assertEqual(Asset.objects.get().kind, "sound")

    def test_what_is_no_presentation_says_so_on_the_page(self):
        page = self.take_in(b"PK\x03\x04 nothing")
        self.assertIn("the file is damaged, or cut off; save it again", self.goes_on(page)["error"])
        self.assertContains(self.client.get(page.request["PATH_INFO"]), "damaged, or cut off")
