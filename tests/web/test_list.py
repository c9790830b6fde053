"""The list of shows: found, duplicated, archived, kept as beginnings for others."""

import re

from django.contrib.auth import get_user_model

from ritornel.core.edits import apply, read_command
from ritornel.shows import in_rows
from ritornel.shows.models import Member, Show
from tests.made import show, slide, text
from tests.material import OwnerCase


class Lists(OwnerCase):
    def setUp(self):
        super().setUp()
        self.client.force_login(self.owner)
        self.lamp = self.keep(show(slide(script="It floats in mercury."), title="How the lamp turns"))
        self.winter = self.keep(show(slide(objects=(text("t", "", role="title"),)), title="Winter opening"))

    def titles(self, query: str = "") -> list[str]:
        return [item["row"].title for item in self.client.get(f"/{query}").context["shows"]]

    def post(self, row: Show, act: str, **wish: int):
        return self.client.post(f"/shows/{row.pk}/{act}", wish)

    def test_the_last_kept_first_found_by_title_and_by_what_is_said(self):
        self.assertEqual(self.titles(), ["Winter opening", "How the lamp turns"])
        self.assertEqual(self.titles("?words=MERCURY"), ["How the lamp turns"])
        self.assertEqual(self.titles("?words=winter"), ["Winter opening"])
        self.assertContains(self.client.get("/?words=mercury"), "found in 1 place")
        self.assertContains(self.client.get("/?words=nowhere"), "Nothing with “nowhere”")
        self.assertContains(self.client.get("/"), "1 to be done")

    def test_archived_it_is_out_of_the_way_and_comes_back(self):
        kept_at = self.lamp.kept_at
        for _twice_pressed in range(2):
            self.post(self.lamp, "archive", aside=1)
        self.assertEqual((self.titles(), self.titles("?archived=1")), (["Winter opening"], ["How the lamp turns"]))
        self.assertContains(self.client.get("/"), "1 archived")
        self.post(self.lamp, "archive", aside=0)
        self.assertEqual(self.titles("?archived=1"), [])
        self.lamp.refresh_from_db()
        self.assertEqual(self.lamp.kept_at, kept_at)

    def test_a_copy_is_the_same_and_another(self):
        where = self.post(self.lamp, "duplicate").url
        copy = Show.objects.get(pk=where.split("/")[2])
        self.assertEqual(copy.title, "How the lamp turns, again")
        self.assertEqual(in_rows.load(self.lamp).slides, in_rows.load(copy).slides)
        self.assertEqual(copy.history.count(), 0)

    def test_a_show_begins_like_another_with_what_is_to_be_filled_in_left_empty(self):
        made = apply(show(slide(), title="Form"), read_command({"do": "set-style", "style": "enamel"}))
        made = apply(made, read_command({"do": "add-slide", "kind": "list", "ids": ["l"]}))
        title, body = (o.id for o in made.slides[1].objects if o.role in ("title", "body"))
        words = {
            title: {"paragraphs": [{"text": "Skarholm Light"}], "locked": True},
            body: {"paragraphs": [{"text": "One"}, {"text": "Two"}]},
        }
        made = apply(made, read_command({"do": "set-objects", "slide": "l", "values": words}))
        said = {"script": "Said.", "hold": 4321}
        row = self.keep(apply(made, read_command({"do": "set-slides", "slides": ["l"], "values": said})))
        self.assertEqual(self.client.post("/shows/new", {"title": "No", "from": row.pk}).status_code, 404)
        for _twice_pressed in range(2):
            self.post(row, "beginning", offered=1)
        self.assertContains(self.client.get("/"), "like “Form”")
        where = self.client.post("/shows/new", {"title": "Next year", "from": row.pk}).url
        fresh = in_rows.load(Show.objects.get(pk=where.split("/")[2]))
        one = fresh.slides[1]
        left = {o.role: [p.text for p in o.paragraphs] for o in one.objects if o.role in ("title", "body")}
        self.assertEqual(left, {"title": ["Skarholm Light"], "body": ["", ""]})
        self.assertEqual((fresh.title, fresh.style, one.script, one.hold_ms), ("Next year", "enamel", "", 4321))

    def test_nobody_elses(self):
        self.post(self.lamp, "beginning", offered=1)
        self.client.force_login(get_user_model().objects.create_user("stranger"))
        for act in ("duplicate", "archive", "beginning"):
            self.assertEqual(self.post(self.lamp, act).status_code, 404)
        self.assertEqual(self.client.post("/shows/new", {"from": self.lamp.pk}).status_code, 404)
        self.assertEqual(self.client.post("/shows/new", {"from": "no such"}).status_code, 404)


class Order(OwnerCase):
    def setUp(self):
        super().setUp()
        self.rows = {
            title: self.keep(show(slide(id="one", hold=3000), title=title)) for title in ("Lamp", "Bell", "Sea")
        }

    def titles(self) -> list[str]:
        return re.findall(r'<h2 class="text-lg[^>]*><a[^>]*>(\w+)</a>', self.client.get("/").content.decode())

    def send(self, **form):
        return self.client.post("/shows/order", form)

    def test_by_title_or_as_one_puts_them_and_for_oneself_alone(self):
        self.assertEqual(self.titles(), ["Sea", "Bell", "Lamp"])
        self.send(order="title")
        self.assertEqual(self.titles(), ["Bell", "Lamp", "Sea"])
        self.send(show=self.rows["Sea"].pk, by="-1")
        self.assertEqual(self.titles(), ["Bell", "Sea", "Lamp"])
        self.keep(show(slide(id="one", hold=3000), title="New"))
        self.assertEqual(self.titles(), ["New", "Bell", "Sea", "Lamp"])
        self.send(show=self.rows["Lamp"].pk, by="1")  # it is the last
        self.send(show="nonsense", by="1")
        self.assertEqual(self.titles(), ["New", "Bell", "Sea", "Lamp"])
        Member.objects.create(show=self.rows["Lamp"], person=self.other, role="editor")
        self.client.force_login(self.other)
        self.assertEqual(self.titles(), ["Lamp"])
        self.send(order="nonsense")
        self.assertEqual(self.titles(), ["Lamp"])
