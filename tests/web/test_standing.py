"""Standing addresses, and what other sites are told of an edition."""

from io import BytesIO
from urllib.parse import urlencode

from PIL import Image

from ritornel.publishing.models import Edition
from tests.made import show, slide
from tests.material import OwnerCase


class Standing(OwnerCase):
    def setUp(self):
        super().setUp()
        self.row = self.keep(show(slide(id="one", background="#123456"), slide(id="two"), title="A & B"))
        self.client.force_login(self.owner)
        for _ in range(2):
            self.client.post(f"/shows/{self.row.pk}/publish", {"at_end": "stop"})
        self.first, self.second = Edition.objects.order_by("number")

    def standing(self) -> str:
        """The address as the page tells it, without the site's own name."""
        link = self.client.get(f"/shows/{self.row.pk}/publish").context["standing"]["link"]
        return link.removeprefix("http://testserver")

    def plays(self, address: str) -> int:
        return self.client.get(address).context["edition"].number

    def test_it_plays_the_newest_edition_or_the_one_that_was_chosen_while_that_is_shown(self):
        address = self.standing()
        self.assertEqual((self.plays(address), self.plays(f"{address}frame")), (2, 2))
        self.client.post(f"/shows/{self.row.pk}/standing", {"edition": "1"})
        self.assertEqual(self.plays(address), 1)
        self.client.post(f"/shows/{self.row.pk}/publish", {"at_end": "stop"})
        self.assertEqual((self.plays(address), self.standing()), (1, address))
        self.client.post(f"/shows/{self.row.pk}/standing", {"edition": ""})
        self.assertEqual(self.plays(address), 3)
        for edition in Edition.objects.order_by("-number"):
            self.assertEqual(self.plays(address), edition.number)
            self.client.post(f"/editions/{edition.pk}/withdraw")
        self.assertContains(self.client.get(address), "no longer shown", status_code=410)
        self.assertEqual(self.client.get("/s/none/").status_code, 404)

    def test_nobody_else_chooses_and_only_its_own_editions_are_chosen(self):
        address = self.standing()
        for none in ("9", "²", "1" * 40, "-1", "one"):
            answer = self.client.post(f"/shows/{self.row.pk}/standing", {"edition": none}, follow=True)
            self.assertContains(answer, "not shown any more")
        self.client.logout()
        self.assertEqual(self.plays(address), 2)
        self.client.post(f"/shows/{self.row.pk}/standing", {"edition": "1"})
        self.assertEqual(self.plays(address), 2)
        frame = self.client.get(f"{address}frame")
        self.assertIn("frame-ancestors *", frame["Content-Security-Policy"])
        self.assertEqual(self.client.get(address)["X-Frame-Options"], "DENY")

    def test_where_a_link_is_shown_its_title_length_and_first_picture_are_told_until_it_is_withdrawn(self):
        page = self.client.get(f"/e/{self.second.token}/").content.decode()
        picture = f"http://testserver/e/{self.second.token}/first.png"
        self.assertIn('<meta property="og:title" content="A &amp; B">', page)
        self.assertIn(f'<meta property="og:image" content="{picture}">', page)
        self.assertIn(f'content="{round(self.second.length_ms / 1000)}"', page)
        with Image.open(BytesIO(self.client.get(picture).getvalue())) as seen:
            self.assertEqual((seen.size, seen.convert("RGB").getpixel((600, 600))), ((1200, 675), (18, 52, 86)))
        self.client.post(f"/editions/{self.second.pk}/withdraw")
        self.assertEqual(self.client.get(picture).status_code, 404)

    def told(self, **asked):
        return self.client.get(f"/oembed?{urlencode(asked)}")

    def test_a_link_is_turned_into_what_it_leads_to(self):
        address = f"http://testserver/e/{self.second.token}/"
        discovered = self.client.get(address).content.decode()
        self.assertIn(f"http://testserver/oembed?{urlencode({'url': address})}", discovered)
        answer = self.told(url=address)
        self.assertEqual(answer["Access-Control-Allow-Origin"], "*")
        told = answer.json()
        self.assertEqual((told["type"], told["title"], told["width"], told["height"]), ("video", "A & B", 960, 540))
        self.assertIn(f'<iframe src="{address}frame" width="960" height="540" title="A &amp; B"', told["html"])
        self.assertEqual(told["thumbnail_url"], f"{address}first.png")
        narrow = self.told(url=address, maxwidth=500, maxheight=180).json()
        self.assertEqual((narrow["width"], narrow["height"]), (320, 180))
        standing = self.told(url=f"http://testserver{self.standing()}").json()
        self.assertIn(f"{self.standing()}frame", standing["html"])

    def test_what_is_not_shown_or_is_elsewhere_is_not_told_of(self):
        address = f"http://testserver/e/{self.second.token}/"
        self.assertEqual(self.told(url=address, format="xml").status_code, 501)
        for url in ("", "http://[", "http://elsewhere.example/e/x/", f"http://elsewhere.example/e/{self.second.token}/", "http://testserver/e/none/", "http://testserver/s/none/", "http://testserver/"):  # fmt: skip
            self.assertEqual(self.told(url=url).status_code, 404, url)
        self.client.post(f"/editions/{self.second.pk}/withdraw")
        self.assertEqual(self.told(url=address).status_code, 404)
