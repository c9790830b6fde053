"""The contact sheet as pages and answers."""

from io import BytesIO

import msgspec
from django.contrib.auth import get_user_model
from PIL import Image

from ritornel.core.score import compile
from ritornel.desk import projection
from ritornel.publishing.editions import publish
from ritornel.shows import in_rows, pictures
from ritornel.shows.pictures import STRIP
from tests.made import show, slide, step, text
from tests.material import OwnerCase


class Contact(OwnerCase):
    def setUp(self):
        super().setUp()
        made = show(
            slide(step("a"), id="one", title="The bath", script="In mercury. [1] It floats."),
            slide(id="two", objects=(text("t", "", role="title"),)),
            slide(id="three", skipped=True),
        )
        self.row = self.keep(made)
        self.client.force_login(self.owner)

    def get(self, path: str):
        return self.client.get(f"/shows/{self.row.pk}/{path}")

    def test_the_page_and_what_stands_under_slides(self):
        self.assertContains(self.get("contact"), "/static/contact/main.js")
        self.assertEqual(self.get("told").json()["told"]["two"][0], "title to be written")

    def test_words_are_found(self):
        hits = self.get("found?words=MERCURY").json()["hits"]
        self.assertEqual([(h["slide"], h["where"], h["words"]) for h in hits], [("one", "script", "mercury")])
        self.assertEqual(self.get("found").json()["hits"], [])
        self.assertEqual(self.get("found?words=" + "x" * 300).status_code, 400)

    def test_a_picture_after_each_cue_is_kept_by_the_browser_as_long_as_the_slide_is_the_same(self):
        version = projection.version_of(in_rows.load(self.row), 0)
        before, after = (self.get(f"cues/{cue}/one?version={version}") for cue in (0, 1))
        self.assertEqual([a["content-type"] for a in (before, after)], ["image/png"] * 2)
        self.assertNotEqual(before.getvalue(), after.getvalue())
        self.assertIn("max-age=86400", after["cache-control"])
        self.assertNotIn("max-age=86400", self.get("cues/1/one?version=other").get("cache-control", ""))
        self.assertEqual([self.get(f"cues/{name}").status_code for name in ("2/one", "0/gone")], [404, 404])

    def test_a_picture_of_each_stop_on_a_plane(self):
        views = [{"id": "a", "x": 640, "y": 360, "width": 1280}, {"id": "b", "x": 640, "y": 360, "width": 100}]
        goes = [{"id": f"to-{v['id']}", "kind": "view", "view": v["id"], "trigger": t} for v, t in zip(views, ("alongside", "cue"), strict=True)]  # fmt: skip
        lamp = {"id": "lamp", "kind": "shape", "x": 590, "y": 310, "width": 100, "height": 100, "fill": "#7a2552"}
        made = show(slide(*goes, id="plan", objects=(lamp,), views=views, plane={"width": 1280, "height": 720}))
        self.row = self.keep(made)
        brief = msgspec.json.decode(projection.state(self.row, made)["briefs"]["plan"])
        self.assertEqual(len(brief["stops"]), 2)
        strip = Image.open(BytesIO(pictures.strip(made, compile(made), {}, self.owner.pk).content))
        at = [STRIP[0] * brief["stops"][0] * share / brief["stops"][1] for share in (0.05, 1.3)]
        self.assertEqual([strip.getpixel((round(x), 10)) == (122, 37, 82) for x in at], [False, True])
        near = Image.open(BytesIO(self.get("stops/1/plan").getvalue())).convert("RGB")
        self.assertEqual(near.getpixel((200, 112)), (122, 37, 82))
        self.assertEqual([self.get(f"stops/{name}").status_code for name in ("2/plan", "0/gone")], [404, 404])

    def test_nobody_elses(self):
        self.client.force_login(get_user_model().objects.create_user("stranger"))
        for path in ("contact", "told", "found?words=a", "cues/0/one"):
            self.assertEqual(self.get(path).status_code, 404)

    def test_what_is_skipped_is_not_published_and_lies_behind_the_end_at_the_lectern(self):
        self.assertNotIn("three", publish(self.row, False).document)
        play = self.get("lectern").context["page"]["play"]
        self.assertEqual([row[0] for row in play["order"][play["planned"] :]], ["three"])
