"""Editions: frozen, public, withdrawn."""

import gzip
import json
import shutil
from unittest.mock import patch

from django.db import connection
from django.test.utils import CaptureQueriesContext
from django.utils import timezone

from ritornel.core.motion.track import Track, value_at
from ritornel.publishing import prepared
from ritornel.publishing.editions import publish
from ritornel.publishing.models import Edition
from ritornel.publishing.playing import parted
from tests.files import png, wav
from tests.made import show, slide
from tests.material import OwnerCase, asset
from tests.node import in_page


class Editions(OwnerCase):
    def setUp(self):
        super().setUp()
        self.picture = asset(self.owner, "lamp.png", png())
        self.unused = asset(self.owner, "sea.wav", wav())
        document = {"id": "p", "kind": "picture", "asset": self.picture.sha256}
        self.row = self.keep(show(slide(id="one", objects=(document,)), slide(id="two"), title="Talk"))
        self.client.post(f"/shows/{self.row.pk}/publish", {"at_end": "loop"})
        self.edition = Edition.objects.get()
        self.url = f"/e/{self.edition.token}/"
        self.client.logout()

    def opened(self) -> dict:
        """What comes with the page."""
        return json.loads(bytes(self.client.get(self.url).context["page"]["play"]))

    def rest(self) -> dict:
        """What comes later: packed, as browsers ask for it, or not."""
        packed = self.client.get(f"{self.url}slides", headers={"Accept-Encoding": "gzip, br"})
        plain = self.client.get(f"{self.url}slides").getvalue()
        self.assertEqual((packed["Content-Encoding"], packed["Vary"]), ("gzip", "Accept-Encoding"))
        self.assertEqual(gzip.decompress(packed.getvalue()), plain)
        return json.loads(plain)

    def published_before(self, document: dict):
        """The edition as an earlier version has kept it: without files of its own."""
        Edition.objects.filter(pk=self.edition.pk).update(document=json.dumps(document))
        shutil.rmtree(prepared.folder_of(self.edition.token).parent)

    def test_what_is_asked_by_head_is_answered_as_by_get(self):
        """As pages that are shown elsewhere are looked after: an edition, its parts, and every page of the owner's."""
        published = [self.url, f"{self.url}frame", f"{self.url}slides", f"{self.url}media/{self.picture.sha256}"]
        own = ["", "lectern", "stage", "contact", "history", "publish", "state", "document"]
        for address in published + [f"/shows/{self.row.pk}/{page}" for page in own] + ["/", "/library/", "/editions"]:
            if address == f"/shows/{self.row.pk}/":
                self.client.force_login(self.owner)
            asked, headed = self.client.get(address), self.client.head(address)
            self.assertEqual((asked.status_code, headed.status_code), (200, 200), address)
            self.assertEqual(headed["Content-Type"], asked["Content-Type"], address)

    def test_its_viewers_cost_neither_its_document_nor_the_list_of_its_files(self):
        for address in (
            self.url,
            f"{self.url}slides",
            f"{self.url}media/{self.picture.sha256}",
            f"{self.url}media/{self.picture.sha256}/stage",
        ):
            with (
                CaptureQueriesContext(connection) as asked,
                patch("ritornel.publishing.prepared.parted", side_effect=AssertionError),
            ):
                self.client.get(address)
            self.assertEqual(len(asked), 1, address)
            for heavy in ("document", "assets"):
                self.assertNotIn(f'"{heavy}"', asked[0]["sql"], address)

    def test_files_that_are_missing_are_made_once_however_many_ask(self):
        shutil.rmtree(prepared.folder_of(self.edition.token).parent)
        made = []
        with patch("ritornel.publishing.prepared.parted", side_effect=lambda e: made.append(e) or parted(e)):
            for _ in range(3):
                self.assertEqual(self.client.get(self.url).status_code, 200)
        self.assertEqual(len(made), 1)
        for odd in ("..", "0" * 64, "%2e%2e%2fopening", "é"):
            self.assertEqual(self.client.get(f"{self.url}media/{odd}").status_code, 404)

    def test_files_of_skipped_slides_are_not_in_it(self):
        shown, hidden = (
            {"id": f"p{n}", "kind": "picture", "asset": a.sha256} for n, a in enumerate((self.picture, self.unused))
        )
        row = self.keep(show(slide(id="a", objects=(shown,)), slide(id="b", objects=(hidden,), skipped=True)))
        edition = publish(row, loops=False)
        self.assertEqual(list(edition.assets), [self.picture.sha256])
        self.assertEqual(self.client.get(f"/e/{edition.token}/media/{self.unused.sha256}").status_code, 404)
        self.assertNotIn(self.unused.sha256.encode(), bytes(self.client.get(f"/e/{edition.token}/").content))

    def test_anyone_with_the_link_may_watch(self):
        page = self.client.get(self.url)
        self.assertContains(page, "Talk")
        self.assertEqual(page["X-Frame-Options"], "DENY")
        media = self.client.get(f"{self.url}media/{self.picture.sha256}", headers={"Range": "bytes=0-3"})
        self.assertEqual((media.status_code, media.getvalue()), (206, b"\x89PNG"))

    def test_only_its_own_media(self):
        self.assertEqual(self.client.get(f"{self.url}media/{self.unused.sha256}").status_code, 404)
        self.assertEqual(self.client.get(f"/library/media/{self.picture.sha256}").status_code, 401)

    def test_only_the_first_slide_comes_with_the_page(self):
        self.assertEqual(list(self.opened()["slides"]), ["one"])
        self.assertEqual(list(self.rest()["slides"]), ["two", "one~again"])

    def test_the_frame_may_stand_anywhere(self):
        frame = self.client.get(f"{self.url}frame")
        self.assertNotIn("X-Frame-Options", frame)
        self.assertIn("frame-ancestors *", frame["Content-Security-Policy"])

    def test_no_page_allows_inline_script(self):
        policy = self.client.get(self.url)["Content-Security-Policy"]
        self.assertIn("script-src 'self'", policy)
        self.assertNotIn("unsafe", policy)

    def test_later_edits_do_not_touch_it(self):
        before = self.rest()
        self.client.force_login(self.owner)
        self.edit(self.row, {"do": "delete-slides", "slides": ["two"]})
        self.client.logout()
        self.assertEqual(self.rest(), before)

    def test_deleting_the_show_withdraws_it_after_saying_so(self):
        self.client.force_login(self.owner)
        self.assertContains(self.client.get("/"), "Its 1 published edition will be withdrawn")
        answer = self.client.post(f"/shows/{self.row.pk}/delete", follow=True)
        self.assertContains(answer, "1 of its links now say")
        self.assertContains(self.client.get(self.url), "no longer shown", status_code=410)
        self.assertContains(self.client.get("/editions"), "its show is deleted")

    def test_editions_of_earlier_versions_play_as_they_did(self):
        document = json.loads(self.edition.document)
        for played in document["slides"].values():
            for node in played["nodes"]:
                del node["object"]
        self.published_before(document)
        first = self.opened()["slides"]["one"]["nodes"]
        rest = self.rest()["slides"]["two"]["nodes"]
        self.assertEqual([n["object"] for n in (*first, *rest)], [n["key"] for n in (*first, *rest)])

    def test_faces_that_earlier_editions_named_without_quotes_are_found(self):
        document = json.loads(self.edition.document)
        for quote in ("", "'"):
            named = f'<tspan font-family="{quote}M PLUS 1p{quote}" font-size="40">灯台</tspan>'
            document["slides"]["one"]["nodes"][0]["svg"] = named
            self.published_before(document)
            play = self.opened()
            self.assertIn("\"'M PLUS 1p'\"", play["slides"]["one"]["nodes"][0]["svg"])

    def test_transitions_of_earlier_editions_run_as_they_did(self):
        document = json.loads(self.edition.document)
        eased = [0.42, 0, 0.58, 1]
        fades = {"property": "opacity", "times": [0, 1000], "values": [0.2, 1], "easings": [eased]}
        parts = {"property": "clip", "times": [0, 400, 1000], "values": [[0] * 8, [0, 0, 80, 0, 80, 9, 0, 9], [9] * 8], "easings": [[0, 0, 1, 1], []]}  # fmt: skip
        for played in document["slides"].values():
            played["score"]["transition"] = {"duration": 1000, "backdrop": "#112233", "old": [parts], "new": [fades]}
        document["slides"]["one"]["score"]["transition"] = {"duration": 0, "backdrop": "#000000", "old": [], "new": []}
        self.published_before(document)
        play = self.opened()
        play["slides"] |= self.rest()["slides"]
        start = play["order"][1][1]
        (frames,) = in_page("evaluate", [{"play": play, "times": [start + 250, start + 200, start + 1500]}])
        self.assertEqual(frames[0]["backdrop"], "#112233")
        self.assertAlmostEqual(frames[0]["layers"][1]["properties"]["opacity"], value_at(Track("opacity", (0, 1000), (0.2, 1.0), (tuple(eased),)), 250), places=6)  # fmt: skip
        self.assertEqual(frames[1]["layers"][0]["properties"]["clip"][2], 40)
        self.assertEqual(len(frames[2]["layers"]), 1)

    def test_editions_are_listed_and_withdrawn_apart_from_shows(self):
        self.client.force_login(self.other)
        self.assertNotContains(self.client.get("/editions"), "Talk, edition 1")
        self.client.force_login(self.owner)
        self.assertContains(self.client.get("/editions"), "Talk, edition 1")
        answer = self.client.post(f"/editions/{self.edition.pk}/withdraw", {"from": "all"})
        self.assertRedirects(answer, "/editions")
        self.assertContains(self.client.get("/editions"), "withdrawn")

    def test_what_was_withdrawn_is_not_shown_from_a_browsers_memory(self):
        media = self.client.get(f"{self.url}media/{self.picture.sha256}")
        for answer in (media, self.client.get(self.url), self.client.get(f"{self.url}slides")):
            self.assertRegex(answer["Cache-Control"], "^private, no-(cache|store)$")
        self.edition.withdrawn_at = timezone.now()
        self.edition.save()
        headers = {"If-None-Match": media["ETag"]}
        self.assertEqual(self.client.get(f"{self.url}media/{self.picture.sha256}", headers=headers).status_code, 404)

    def test_withdrawn_it_is_no_longer_shown(self):
        self.client.force_login(self.other)
        self.assertEqual(self.client.post(f"/editions/{self.edition.pk}/withdraw").status_code, 404)
        self.client.force_login(self.owner)
        self.client.post(f"/editions/{self.edition.pk}/withdraw")
        self.client.logout()
        self.assertContains(self.client.get(self.url), "no longer shown", status_code=410)
        self.assertEqual(self.client.get(f"{self.url}slides").status_code, 404)
        self.assertEqual(self.client.get(f"{self.url}media/{self.picture.sha256}").status_code, 404)

    def test_numbers_and_addresses(self):
        self.client.force_login(self.owner)
        self.client.post(f"/shows/{self.row.pk}/publish", {"at_end": "stop"})
        newest, first = Edition.objects.all()
        self.assertEqual((newest.number, first.number), (2, 1))
        self.assertNotEqual(newest.token, first.token)
        self.assertGreaterEqual(len(newest.token), 22)
        self.assertEqual((newest.loops, first.loops), (False, True))

    def test_an_empty_show_is_not_published(self):
        self.client.force_login(self.owner)
        row = self.keep(show())
        self.assertContains(self.client.post(f"/shows/{row.pk}/publish", follow=True), "no slides that are shown")
        self.assertEqual(row.editions.count(), 0)
