"""A show shared with others: by name or address, taken up, changed, left, handed over, taken away."""

import re

from django.contrib.auth import get_user_model
from django.core import mail
from django.test import Client

from ritornel.accounts.addresses import set_confirmed
from ritornel.core.edits import read_command
from ritornel.library.models import Asset, Upload
from ritornel.publishing.editions import publish
from ritornel.shows import in_rows, keeping
from ritornel.shows.models import Entry, Member, Offer, Show
from ritornel.takes.models import Passage, Run
from tests.files import png, wav
from tests.made import show, slide, step, text
from tests.material import OwnerCase, asset


class People(OwnerCase):
    def setUp(self):
        super().setUp()
        self.ebba = get_user_model().objects.create_user("ebba", password="four-flashes")
        set_confirmed(self.ebba, "ebba@skarholm.example")
        self.theirs = Client()
        self.theirs.force_login(self.ebba)
        self.row = self.keep(show(slide(step("t"), objects=(text("t", "Lamp"),), id="one"), title="The lamp"))
        self.address = f"/shows/{self.row.pk}"

    def share(self, whom: str, role: str = "editor", words: str = ""):
        return self.client.post(
            f"{self.address}/people/share", {"whom": whom, "role": role, "words": words}, follow=True
        )

    def part(self, how: str, **more):
        return self.client.post(f"{self.address}/people/{self.ebba.pk}", {"how": how, **more}, follow=True)

    def test_shared_by_name_they_are_written_to_and_it_stands_among_their_own(self):
        self.assertContains(self.share("Ebba", "editor", "Slides 4 to 6 are yours."), "ebba edits it now")
        sent = mail.outbox[0]
        self.assertEqual(sent.to, ["ebba@skarholm.example"])
        self.assertIn("Slides 4 to 6 are yours.", sent.body)
        self.assertIn("You are written to because keeper", sent.body)
        self.assertIn(f"http://testserver{self.address}/", sent.alternatives[0][0])
        listed = self.theirs.get("/").content.decode()
        self.assertIn("of keeper", listed)
        self.assertNotIn(f"{self.address}/delete", listed)
        self.assertEqual(self.theirs.get(f"{self.address}/").status_code, 200)

    def test_a_title_of_two_lines_is_one_in_the_subject(self):
        self.edit(self.row, {"do": "set-show", "values": {"title": "The lamp\nand Bcc: x@y.example"}})
        self.share("ebba")
        self.share("malin@skarholm.example")
        self.assertEqual({mail_.subject.count("\n") for mail_ in mail.outbox}, {0})
        self.assertEqual(len(mail.outbox), 2)

    def test_what_they_change_is_kept_with_who_did_it(self):
        self.share("ebba")
        self.client, mine = self.theirs, self.client
        self.assertEqual(self.edit(self.row, {"do": "set-show", "values": {"title": "Lamps"}}).status_code, 200)
        self.assertEqual(Entry.objects.get().by, self.ebba)
        self.assertContains(mine.get(f"{self.address}/history"), "ebba</span>")

    def test_what_cannot_be_shared_is_said_and_what_was_written_stays(self):
        for whom, words in (
            ("nobody", "there is nobody called"),
            ("ebba@", "is no mail address"),
            ("keeper", "own"),
            (" ", "write a name"),
        ):
            answer = self.share(whom, words="Do come.")
            self.assertContains(answer, words, status_code=400)
            self.assertContains(answer, "Do come.", status_code=400)
        self.assertContains(self.share("ebba", "captain"), "choose what", status_code=400)
        self.assertEqual((Member.objects.count(), mail.outbox), (0, []))

    def test_an_address_without_an_account_is_offered_a_part_and_makes_one(self):
        self.assertContains(self.share("Malin@skarholm.example", "recorder"), "as soon as they follow the link")
        link = re.search(r"http://testserver(/offers/\S+)", mail.outbox[0].body)[1]
        new = Client()
        self.assertContains(new.get(link), "speaks it")
        short = new.post(link, {"username": "malin", "password1": "x", "password2": "x"})
        self.assertContains(short, "too short", status_code=400)
        done = new.post(link, {"username": "malin", "password1": "salt-and-wind-9", "password2": "salt-and-wind-9"})
        self.assertRedirects(done, f"{self.address}/record", fetch_redirect_response=False)
        self.assertEqual(get_user_model().objects.get(username="malin").email, "malin@skarholm.example")
        self.assertEqual(self.row.members.get().role, "recorder")
        self.assertEqual(new.get(link).status_code, 410)  # once

    def test_where_nobody_makes_accounts_an_offer_waits_for_one(self):
        self.share("malin@skarholm.example")
        link, new = f"/offers/{Offer.objects.get().token}", Client()
        with self.settings(SIGN_UP="closed"):
            self.assertContains(new.get(link), "ask them for one")
            new.post(link, {"username": "malin", "password1": "salt-and-wind-9", "password2": "salt-and-wind-9"})
        self.assertFalse(get_user_model().objects.filter(username="malin").exists())
        self.assertEqual(Offer.objects.count(), 1)

    def test_an_offer_is_taken_up_with_an_account_that_is_there_and_takes_nothing_away(self):
        self.share("ebba", "editor")
        offer = Offer.objects.create(show=self.row, address="e@elsewhere.example", role="looker")
        self.theirs.post(f"/offers/{offer.token}")
        self.assertEqual([member.role for member in self.row.members.all()], ["editor"])
        self.assertFalse(Offer.objects.exists())

    def test_an_offer_that_is_withdrawn_leads_nowhere(self):
        self.share("a@skarholm.example")
        offer = Offer.objects.get()
        self.client.post(f"{self.address}/people/link", {"offer": offer.address})
        self.assertEqual(Client().get(f"/offers/{offer.token}").status_code, 410)

    def test_another_part_and_none(self):
        self.share("ebba")
        self.part("", role="looker")
        refused = self.theirs.post(f"{self.address}/edit", {}, content_type="application/json")
        self.assertEqual(
            (refused.status_code, refused.json()["error"][:36]), (403, "you may not change this show; ask ke")
        )
        self.assertContains(self.theirs.get(f"{self.address}/"), "ask keeper", status_code=403)
        run = Run.objects.create(show=self.row, by=self.ebba, rate=16_000)
        run.voice = Upload.objects.create(
            owner=self.owner, by=self.ebba, name="v.wav", size=0, piece_bytes=9, growing=True
        )
        run.save()
        piece = f"/library/uploads/{run.voice.pk}/0"
        self.assertEqual(self.theirs.put(piece, b"abc", content_type="application/octet-stream").status_code, 200)
        self.part("away")
        self.assertEqual(self.theirs.get(f"{self.address}/look").status_code, 404)
        self.assertEqual(self.theirs.put(piece, b"abc", content_type="application/octet-stream").status_code, 404)
        self.assertNotContains(self.theirs.get("/"), "The lamp")

    def test_one_leaves_and_puts_out_of_the_way_only_for_oneself(self):
        self.share("ebba")
        self.theirs.post(f"{self.address}/archive", {"aside": "1"})
        self.assertNotContains(self.theirs.get("/"), "<h2")
        self.assertContains(self.theirs.get("/?archived=1"), "The lamp")
        self.assertContains(self.client.get("/"), "The lamp")
        self.theirs.post(f"{self.address}/people/leave")
        self.assertEqual(self.theirs.get(f"{self.address}/people").status_code, 404)

    def test_what_an_editor_brings_becomes_the_owners_and_is_seen_by_all_who_have_a_part(self):
        self.share("ebba")
        self.client, mine = self.theirs, self.client
        picture = asset(self.ebba, "sea.png", png())
        thing = {"id": "p", "kind": "picture", "asset": picture.sha256, "width": 90, "height": 90}
        answer = self.edit(self.row, {"do": "add-object", "slide": "one", "object": thing})
        self.assertEqual(answer.status_code, 200)
        self.assertEqual([a.id for a in in_rows.load(Show.objects.get()).assets], [picture.sha256])
        picture.delete()
        self.assertEqual(mine.get(f"/library/media/{picture.sha256}").status_code, 200)
        self.assertEqual(self.theirs.get(f"/library/media/{picture.sha256}").status_code, 200)
        mine.post(f"{self.address}/people/{self.ebba.pk}", {"how": "away"})
        self.assertEqual(self.theirs.get(f"/library/media/{picture.sha256}").status_code, 404)

    def test_a_file_that_no_shared_show_uses_stays_ones_own(self):
        self.share("ebba")
        other = asset(self.owner, "secret.wav", wav(1.0))
        self.assertEqual(self.theirs.get(f"/library/media/{other.sha256}").status_code, 404)

    def test_a_copy_has_its_own_media(self):
        picture = asset(self.owner, "sea.png", png())
        thing = {"id": "p", "kind": "picture", "asset": picture.sha256, "width": 90, "height": 90}
        self.edit(self.row, {"do": "add-object", "slide": "one", "object": thing})
        self.share("ebba")
        self.theirs.post(f"{self.address}/duplicate")
        copy = Show.objects.get(owner=self.ebba)
        self.assertEqual([a.id for a in in_rows.load(copy).assets], [picture.sha256])

    def test_handed_over_with_all_that_was_made_of_it(self):
        voice = asset(self.owner, "voice.wav", wav(2.0))
        edition = publish(self.row, False)
        run = Run.objects.create(show=self.row, by=self.owner, rate=16_000)
        Passage.objects.create(
            run=run, number=0, slide="one", said="", start_ms=0, end_ms=900, cues={}, ink=[], voice=voice
        )
        self.share("ebba", "looker")
        self.part("own")
        self.row.refresh_from_db()
        edition.refresh_from_db()
        self.assertEqual((self.row.owner, edition.owner), (self.ebba, self.ebba))
        self.assertEqual([(m.person, m.role) for m in self.row.members.all()], [(self.owner, "editor")])
        Asset.objects.filter(owner=self.owner).delete()
        self.assertEqual(Passage.objects.get().voice.sha256, voice.sha256)
        self.assertEqual(self.client.post(f"{self.address}/delete").status_code, 403)

    def test_a_link_by_which_anybody_may_look_and_no_more(self):
        picture = asset(self.owner, "sea.png", png())
        thing = {"id": "p", "kind": "picture", "asset": picture.sha256, "width": 90, "height": 90}
        self.edit(self.row, {"do": "add-object", "slide": "one", "object": thing})
        self.client.post(f"{self.address}/people/link", {"look": "1"})
        self.row.refresh_from_db()
        link, stranger = f"/l/{self.row.look_token}/", Client()
        page = stranger.get(link).content.decode()
        self.assertIn(f"{link}media/{picture.sha256}", page)
        self.assertEqual(stranger.get(f"{link}media/{picture.sha256}").status_code, 200)
        other = asset(self.owner, "other.wav", wav(1.0))
        self.assertEqual(stranger.get(f"{link}media/{other.sha256}").status_code, 404)
        self.client.post(f"{self.address}/people/link", {"look": "0"})
        self.assertEqual(
            (stranger.get(link).status_code, stranger.get(f"{link}media/{picture.sha256}").status_code), (410, 404)
        )

    def test_who_looks_sees_the_show_as_it_is_now(self):
        self.share("ebba", "looker")
        self.assertContains(self.theirs.get(f"{self.address}/look"), "Lamp")
        keeping.edit(self.row.pk, 0, read_command({"do": "set-show", "values": {"title": "Lamps"}}))
        self.assertContains(self.theirs.get(f"{self.address}/look"), "<title>Lamps")
