"""Small pictures of slides and strips of shows: what they show, how long they are kept, and for whom they are made."""

import io
import shutil
from unittest.mock import patch

from PIL import Image

from ritornel.desk import had
from ritornel.library.models import derived_path
from ritornel.shows import in_rows, pictures
from tests.files import png, wav, webm
from tests.made import show, slide, text
from tests.material import OwnerCase, asset

RED, GREEN = "#c03020", "#208030"


class Pictures(OwnerCase):
    def setUp(self):
        super().setUp()
        shutil.rmtree(self.folder / "pictures", ignore_errors=True)
        self.enterContext(patch.multiple(pictures, SECONDS=60, STRIP_SECONDS=60))  # a busy machine draws slowly
        self.lamp = asset(self.owner, "lamp.png", png("#2040c0", (400, 400)))
        box = {"id": "box", "kind": "shape", "x": 0, "y": 0, "width": 640, "height": 720, "fill": RED}
        seen = {"id": "p", "kind": "picture", "asset": self.lamp.sha256, "x": 880, "y": 0, "width": 400, "height": 400}
        one = {"id": "one", "objects": [box, seen, text("t", "Words", x=700, y=500)], "background": GREEN, "hold": 3000}
        two = {"id": "two/2", "background": "#000000", "hold": 1000}
        self.row = self.keep(show(one, two))

    def picture(self, slide_id: str = "one", query: str = "") -> Image.Image:
        self.answer = self.client.get(f"/shows/{self.row.pk}/pictures/{slide_id}{query}")
        self.assertEqual(self.answer["Content-Type"], "image/png")
        return Image.open(io.BytesIO(self.answer.getvalue())).convert("RGB")

    def at(self, picture: Image.Image, x: int, y: int) -> tuple:
        """The colour at a place of a picture as if it were 160 pixels wide."""
        return picture.getpixel((x * picture.width // 160, y * picture.width // 160))

    def close(self, seen: tuple, colour: str):
        wanted = [int(colour[i : i + 2], 16) for i in (1, 3, 5)]
        self.assertTrue(all(abs(a - b) < 24 for a, b in zip(seen, wanted, strict=True)), (seen, colour))

    def test_a_picture_that_is_deleted_while_the_slide_is_drawn(self):
        with patch.object(pictures, "small_picture", return_value=self.folder / "deleted just now.webp"):
            self.close(self.at(self.picture(), 150, 85), GREEN)
        self.assertEqual(self.answer["Cache-Control"], "no-store")

    def test_a_slide_as_it_stands(self):
        picture = self.picture()
        self.assertEqual(picture.size, (pictures.PIXELS, pictures.PIXELS * 9 // 16))
        self.close(self.at(picture, 20, 45), RED)
        self.close(self.at(picture, 95, 10), GREEN)
        self.close(self.at(picture, 135, 25), "#2040c0")
        words = picture.crop(tuple(n * pictures.PIXELS // 160 for n in (87, 60, 127, 75)))
        self.assertGreater(len(words.getcolors(10_000)), 5)

    def test_words_with_control_characters_that_were_kept_before_are_drawn(self):
        one = self.row.slides.get(key="one")
        one.document = one.document.replace("Words", "Wo\\u0000rd\\u001bs")
        one.save()
        in_rows.forget()
        words = self.picture().crop(tuple(n * pictures.PIXELS // 160 for n in (87, 60, 127, 75)))
        self.assertEqual(self.answer.status_code, 200)
        self.assertGreater(len(words.getcolors(10_000)), 5)

    def test_it_is_made_once_and_kept_by_what_it_shows(self):
        self.picture()
        with patch("ritornel.shows.pictures.done_apart", side_effect=AssertionError):
            self.picture()
        look = self.client.get(f"/shows/{self.row.pk}/state").json()["briefs"]["one"]["look"]
        self.picture(query=f"?look={look}")
        self.assertEqual(self.answer["Cache-Control"], "private, max-age=86400")
        self.picture(query="?look=older")
        self.assertEqual(self.answer["Cache-Control"], "private, no-cache")
        self.edit(self.row, {"do": "set-slides", "slides": ["one"], "values": {"hold": 9}})
        briefs = self.client.get(f"/shows/{self.row.pk}/state").json()["briefs"]
        self.assertEqual(briefs["one"]["look"], look)
        self.edit(self.row, {"do": "set-slides", "slides": ["one"], "values": {"background": "#ffffff"}})
        self.assertNotEqual(self.client.get(f"/shows/{self.row.pk}/state").json()["briefs"]["one"]["look"], look)

    def test_who_is_not_signed_in_gets_no_other_page_in_their_place(self):
        self.client.logout()
        for path in ("pictures/one", "strip"):
            answer = self.client.get(f"/shows/{self.row.pk}/{path}")
            self.assertEqual((answer.status_code, dict(answer.cookies)), (401, {}))
        self.assertEqual(self.client.get(f"/library/media/{self.lamp.sha256}").status_code, 401)

    def test_any_id_and_none_that_is_not_there(self):
        self.close(self.at(self.picture("two%2F2"), 9, 9), "#000000")
        self.assertEqual(self.client.get(f"/shows/{self.row.pk}/pictures/gone").status_code, 404)

    def test_the_strip_is_drawn_to_time(self):
        answer = self.client.get(f"/shows/{self.row.pk}/strip?revision=0")
        strip = Image.open(io.BytesIO(answer.content))
        self.assertEqual((strip.size, answer["Cache-Control"]), (pictures.STRIP, "private, max-age=86400"))
        edge = pictures.STRIP[0] * 3 // 4
        self.close(strip.getpixel((20, 60)), RED)
        self.close(strip.getpixel((edge - 9, 20)), "#2040c0")  # the picture's right edge goes on
        self.close(strip.getpixel((edge - 9, 100)), GREEN)
        self.close(strip.getpixel((edge + 9, 60)), "#000000")

    def test_a_strip_that_would_take_long_is_shown_as_far_as_it_is_and_asked_for_again(self):
        with patch("ritornel.shows.pictures.STRIP_SECONDS", -1):
            answer = self.client.get(f"/shows/{self.row.pk}/strip")
        self.assertEqual(answer["Cache-Control"], "no-store")
        self.close(Image.open(io.BytesIO(answer.content)).getpixel((20, 60)), GREEN)

    def test_files_that_earlier_versions_took_in_get_their_small_picture_in_a_process_of_its_own(self):
        film = asset(self.owner, "film.webm", webm(0.4))
        sea = asset(self.owner, "sea.wav", wav(0.2))
        for kept in (self.lamp, film):
            derived_path(kept.sha256, "small.webp").unlink()
        self.close(self.at(self.picture(), 135, 25), "#2040c0")
        from ritornel.library.small import small_picture

        self.assertTrue(small_picture(film).is_file())
        self.assertIsNone(small_picture(sea))
        derived_path(self.lamp.sha256, "small.webp").unlink()
        self.lamp.path.write_bytes(b"no picture")
        with self.assertLogs("ritornel", "ERROR"):
            self.assertIsNone(small_picture(self.lamp))

    def test_nobody_elses_files(self):
        secret = asset(self.other, "secret.png", png("#ffff00", (90, 90)))
        objects = ({"id": "p", "kind": "picture", "asset": secret.sha256, "width": 1280, "height": 720},)
        self.row = self.keep(show(slide(objects=objects, id="one", background=GREEN)))
        self.close(self.at(self.picture(), 150, 80), "#efe7d4")  # a gap, which says so


class Slides(OwnerCase):
    def test_whole_slides_are_fetched_when_they_are_come_to(self):
        row = self.keep(show(*(slide(id=f"s{n}") for n in range(5))))
        state = self.client.get(f"/shows/{row.pk}/state?near=s1").json()
        self.assertEqual((list(state["slides"]), len(state["briefs"])), (["s1"], 5))
        slides = self.client.get(f"/shows/{row.pk}/slides?ids=s3,s4,gone").json()["slides"]
        self.assertEqual(list(slides), ["s3", "s4"])
        versions = {r[0]: r[3] for r in state["order"]}
        self.assertEqual({i: s["version"] for i, s in slides.items()}, {"s3": versions["s3"], "s4": versions["s4"]})
        body = {"do": "set-slides", "slides": ["s3"], "values": {"hold": 9}}
        answer = self.edit(row, body, near=["s1", "s3"]).json()
        self.assertEqual((list(answer["briefs"]), list(answer["slides"])), (["s3"], ["s3"]))
        changed = {r[0] for r in answer["order"] if r[3] != versions[r[0]]}
        self.assertEqual((changed, "assets" in answer), ({"s3"}, False))
        self.assertEqual(answer["results"][0]["slides"], ["s3"])

    def test_a_page_that_fell_behind_is_told_what_it_has_not(self):
        row = self.keep(show(*(slide(id=f"s{n}") for n in range(5))))
        known = self.client.get(f"/shows/{row.pk}/state").json()["revision"]
        for n in (1, 2):
            self.edit(row, {"do": "set-slides", "slides": [f"s{n}"], "values": {"hold": 9}}, page="another")
        state = self.client.get(f"/shows/{row.pk}/state?have={known}&near=s1,s4").json()
        self.assertEqual((list(state["briefs"]), list(state["slides"])), (["s1", "s2"], ["s1"]))
        self.assertNotIn("assets", state)
        had.forget()
        for unknown in (str(known), "x", "9" * 40, "-1"):
            state = self.client.get(f"/shows/{row.pk}/state?have={unknown}").json()
            self.assertEqual((len(state["briefs"]), state["assets"]), (5, {}), unknown)
            had.forget()

    def test_the_page_brings_the_first_slides_only(self):
        row = self.keep(show(*(slide(id=f"s{n}") for n in range(5))))
        page = self.client.get(f"/shows/{row.pk}/").content.decode()
        self.assertEqual([n for n in range(5) if f'"s{n}":{{"version"' in page], [0, 1])

    def test_the_revision(self):
        row = self.keep(show(slide(id="one")))
        self.edit(row, {"do": "add-slide"}, {"do": "add-slide"})
        self.assertEqual(self.client.get(f"/shows/{row.pk}/revision").json(), {"revision": 2, "comments": 0})
