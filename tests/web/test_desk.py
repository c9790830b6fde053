"""The desk's addresses: state, edits, trials, documents in and out, and who may open them."""

import io
import json
import zipfile
from unittest.mock import patch

from django.core.files.uploadedfile import SimpleUploadedFile

from ritornel.jobs import running
from ritornel.shows import in_rows
from ritornel.shows.models import Show
from tests.files import png, wav
from tests.made import LAMP, show, slide, step
from tests.material import OwnerCase, asset


class Editing(OwnerCase):
    def setUp(self):
        super().setUp()
        self.row = self.keep(show(slide(step("a"), id="one", script=LAMP, hold=1000), slide(id="two"), title="Talk"))

    def test_an_edit_answers_what_changed_and_the_new_order(self):
        answer = self.edit(self.row, {"do": "drag-build", "slide": "one", "step": "a", "by": 500}).json()
        self.assertEqual(list(answer["slides"]), ["one"])
        self.assertEqual((answer["revision"], answer["undo"]["label"], answer["redo"]), (1, "move a build", None))
        self.assertEqual(answer["order"][1][1], answer["order"][0][2])

    def test_undo_and_redo_through_the_page(self):
        self.edit(self.row, {"do": "set-slides", "slides": ["one"], "values": {"hold": 4000}})
        undone = self.edit(self.row, "undo").json()
        self.assertEqual((undone["slides"]["one"]["document"]["hold"], undone["redo"]["label"]), (1000, "set the hold"))
        self.assertEqual(undone["results"][0]["step"], {"label": "set the hold", "page": "page-1"})
        self.assertEqual(self.edit(self.row, "redo").json()["slides"]["one"]["document"]["hold"], 4000)
        self.assertEqual(self.edit(self.row, "redo").status_code, 400)

    def test_a_page_out_of_date_gets_409_and_the_newer_state(self):
        self.edit(self.row, {"do": "set-show", "values": {"title": "Newer"}})
        late = {"do": "set-show", "values": {"title": "Late"}}
        answer = self.edit(self.row, late, base=0, page="page-2")
        self.assertEqual((answer.status_code, answer.json()["show"]["title"]), (409, "Newer"))
        self.assertEqual((answer.json()["slides"], answer.json()["briefs"]), ({}, {}), "its slides are the newest")
        self.assertIn("changed in another page", answer.json()["error"])

    def test_a_trial_tells_the_length_and_keeps_nothing(self):
        command = {"do": "drag-slide-end", "slide": "one", "by": 700}
        before = self.client.get(f"/shows/{self.row.pk}/state").json()
        body = {"commands": [command, {"do": "delete-slides", "slides": ["two"]}], "near": ["one"]}
        answer = self.client.post(f"/shows/{self.row.pk}/try", body, content_type="application/json").json()
        self.assertEqual([row[0] for row in answer["order"]], ["one"])
        body = {
            "commands": [
                {"do": "delete-slides", "slides": ["gone"]},
                {"do": "delete-steps", "slide": "x", "steps": []},
                command,
            ]
        }
        tried = self.client.post(f"/shows/{self.row.pk}/try", body, content_type="application/json")
        self.assertEqual(tried.json()["length"], before["length"] + 700)
        self.row.refresh_from_db()
        self.assertEqual(self.row.revision, 0)

    def test_bad_requests_get_words(self):
        for body in (b"nonsense", b"[]", b'{"revision": "x"}', b'{"revision": 0, "command": {"do": "explode"}}'):
            answer = self.client.post(f"/shows/{self.row.pk}/edit", body, content_type="application/json")
            self.assertEqual(answer.status_code, 400, body)
            self.assertTrue(answer.json()["error"])

    def test_the_state_gives_reasons_and_envelopes(self):
        told = self.client.get(f"/shows/{self.row.pk}/state?near=one").json()["slides"]["one"]
        group = told["time"]["groups"][1]
        self.assertEqual((group["wait"], group["reason"]), (1636, "dwell"))
        self.assertEqual(group["steps"][0]["envelope"][0], 0)
        self.assertEqual(group["steps"][0]["envelope"][-1], 1)
        self.assertEqual(told["document"]["running_order"][0]["repeat"], 1)


class WhoMayOpen(OwnerCase):
    def test_only_the_owner(self):
        row = self.keep(show(slide()))
        shown = ("", "document", "zip", "lectern", "stage", "publish")
        asked = ("state", "slides", "revision", "strip", "pictures/slide-1")
        pages = [f"/shows/{row.pk}/{page}" for page in (*shown, *asked)]
        for page in pages:
            self.assertEqual(self.client.get(page).status_code, 200, page)
        self.client.force_login(self.other)
        for page in pages:
            self.assertEqual(self.client.get(page).status_code, 404, page)
        for page in ("edit", "try", "delete", "takes"):
            self.assertEqual(self.client.post(f"/shows/{row.pk}/{page}").status_code, 404, page)
        self.client.logout()
        for page in pages[: len(shown)]:
            self.assertRedirects(self.client.get(page), f"/sign-in?next={page}")
        for page in (*asked, "events"):
            answer = self.client.get(f"/shows/{row.pk}/{page}")
            self.assertEqual((answer.status_code, "sign in again" in answer.json()["error"]), (401, True), page)
        self.assertEqual(self.client.post(f"/shows/{row.pk}/edit").status_code, 401)

    def test_the_list_shows_ones_own(self):
        self.keep(show(slide(), title="Mine"))
        self.assertContains(self.client.get("/"), "Mine")
        self.client.force_login(self.other)
        self.assertContains(self.client.get("/"), "No shows yet")


class Documents(OwnerCase):
    def setUp(self):
        super().setUp()
        self.picture = asset(self.owner, "lamp.png", png(), licence="CC0")
        document = {"id": "p", "kind": "picture", "asset": self.picture.sha256}
        self.row = self.keep(show(slide(objects=(document,)), title="How it turns"))

    def take_in(self, name: str, content: bytes):
        return self.client.post("/shows/import", {"document": SimpleUploadedFile(name, content)}, follow=True)

    def arrived(self, page) -> dict:
        """What the page is told when it lets an arrival go on."""
        return self.client.post(f"{page.request['PATH_INFO']}/on").json()

    def desk_of(self, owner) -> str:
        return f"/shows/{Show.objects.get(owner=owner).pk}/"

    def test_a_document_goes_out_and_comes_back(self):
        out = self.client.get(f"/shows/{self.row.pk}/document")
        self.assertIn("how-it-turns.ritornel.json", out["Content-Disposition"])
        self.assertEqual(self.take_in("show.ritornel.json", out.getvalue()).status_code, 200)
        one, other = Show.objects.order_by("made_at")
        self.assertEqual(in_rows.load(one).slides, in_rows.load(other).slides)

    def test_a_zip_brings_its_media_to_someone_else(self):
        content = self.client.get(f"/shows/{self.row.pk}/zip").getvalue()
        with zipfile.ZipFile(io.BytesIO(content)) as archive:
            self.assertEqual(len(archive.namelist()), 2)
        self.client.force_login(self.other)
        page = self.take_in("show.zip", content)
        self.assertContains(page, "0 of 1 pictures, clips and sounds")
        self.assertEqual(
            self.arrived(page), {"taken_in": 1, "media": 1, "asks": False, "show": self.desk_of(self.other)}
        )
        self.assertContains(self.client.get(page.request["PATH_INFO"], follow=True), "How it turns")
        row = Show.objects.get(owner=self.other)
        self.assertEqual(in_rows.load(row).assets[0].licence, "CC0")
        self.assertEqual(self.client.get(f"/library/media/{self.picture.sha256}").status_code, 200)

    def test_what_cannot_be_taken_in_says_why_and_leaves_nothing(self):
        content = self.client.get(f"/shows/{self.row.pk}/zip").getvalue()
        damaged = io.BytesIO()
        with zipfile.ZipFile(io.BytesIO(content)) as old, zipfile.ZipFile(damaged, "w") as new:
            for name in old.namelist():
                new.writestr(name, old.read(name) if name.endswith(".json") else b"other")
        cases = {
            b'{"slides": [{"hold": -1}]}': "slide 1: hold must be 0 or more",
            b"what": "not a JSON document",
        }
        for document, words in cases.items():
            self.assertContains(self.take_in("show.zip", document), words, status_code=400)
        self.assertContains(self.client.post("/shows/import"), "Choose a file first", status_code=400)
        self.client.force_login(self.other)
        page = self.take_in("show.zip", damaged.getvalue())
        for _ in range(2):
            self.assertIn("damaged; export it again", self.arrived(page)["error"])
        self.assertContains(self.client.get(page.request["PATH_INFO"]), "damaged; export it again")
        self.assertEqual(Show.objects.count(), 1)
        self.assertEqual(list((self.folder / "arrivals").iterdir()), [])

    def test_an_arrival_goes_on_where_it_was_cut_off(self):
        sea = asset(self.owner, "sea.wav", wav())
        bed = {"id": "b", "asset": sea.sha256}
        row = self.keep(
            show(slide(objects=({"id": "p", "kind": "picture", "asset": self.picture.sha256},)), beds=[bed])
        )
        content = self.client.get(f"/shows/{row.pk}/zip").getvalue()
        self.client.force_login(self.other)
        page = self.take_in("show.zip", content)
        with patch("ritornel.shows.arriving.unpack", side_effect=MemoryError), self.assertLogs("ritornel", "ERROR"):
            self.assertIn("nothing was changed", self.arrived(page)["error"])
        with patch("ritornel.lobby.views.PATIENCE_S", -1), patch.object(running, "enqueue"):
            self.assertEqual(self.arrived(page)["taken_in"], 0)
        self.assertContains(self.client.get("/"), "is on its way in: 0 of 2")
        running.work_on_next()
        self.assertEqual(self.arrived(page)["show"], self.desk_of(self.other))
        self.assertNotContains(self.client.get("/"), "is on its way in")

    def test_new_and_deleted(self):
        made = self.client.post("/shows/new", {"title": "Fresh"}, follow=True)
        self.assertContains(made, "Fresh")
        row = Show.objects.get(title="Fresh")
        self.assertEqual(len(json.loads(self.client.get(f"/shows/{row.pk}/document").getvalue())["slides"]), 1)
        self.assertContains(self.client.post(f"/shows/{row.pk}/delete", follow=True), "is deleted")
