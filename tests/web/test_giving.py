"""Slides given to people: who may give, who is asked, what is still to do, and whose voice may be chosen."""

from django.contrib.auth import get_user_model
from django.core import mail
from django.test import Client, TestCase

from ritornel.accounts.addresses import set_confirmed
from ritornel.shows import in_rows
from ritornel.shows.giving import initials_of, may_speak
from ritornel.shows.models import Assignment, Member
from ritornel.takes.models import Passage, Run
from tests.files import wav
from tests.made import show, slide
from tests.material import OwnerCase, asset


class Initials(TestCase):
    def test_as_few_letters_as_tell_people_apart(self):
        self.assertEqual(
            dict(initials_of(["keeper", "curator", "captain"])), {"keeper": "K", "curator": "Cu", "captain": "Ca"}
        )
        self.assertEqual(dict(initials_of(["anna", "annabel"])), {"anna": "Ann", "annabel": "Ann"})


class Giving(OwnerCase):
    def setUp(self):
        super().setUp()
        self.row = self.keep(
            show(
                *(slide(id=name, script=f"This is {name}.") for name in ("one", "two", "three", "four")), title="Lamps"
            )
        )
        self.ebba = get_user_model().objects.create_user("ebba")
        set_confirmed(self.ebba, "ebba@skarholm.example")
        self.member = Member.objects.create(show=self.row, person=self.ebba, role=Member.Role.RECORDER)
        self.theirs = Client()
        self.theirs.force_login(self.ebba)

    def give(self, *slides: str, to: str = "ebba", client: Client | None = None):
        body = {"slides": slides, "to": to}
        return (client or self.client).post(f"/shows/{self.row.pk}/given", body, content_type="application/json")

    def passage(self, on: str, number: int) -> Passage:
        run, _ = Run.objects.get_or_create(show=self.row, by=self.ebba, rate=16_000)
        voice = asset(self.owner, "voice.wav", wav(1.0 + number))
        return Passage.objects.create(run=run, number=number, slide=on, said="", start_ms=0, end_ms=900, voice=voice)

    def test_who_is_given_slides_is_asked_with_a_way_back_to_speak_them(self):
        self.assertEqual(
            self.give("two", "three", "four").json()["given"], dict.fromkeys(("two", "three", "four"), "ebba")
        )
        self.assertEqual(
            (mail.outbox[0].to, mail.outbox[0].subject),
            (["ebba@skarholm.example"], "Slides 2 to 4 of “Lamps” are yours"),
        )
        self.assertIn(f"http://testserver/shows/{self.row.pk}/record#two", mail.outbox[0].body)
        self.give("two", "three")
        self.assertEqual(len(mail.outbox), 1)  # nothing new
        self.assertEqual(self.give("two", to="").json()["given"], dict.fromkeys(("three", "four"), "ebba"))

    def test_what_is_theirs_to_do_says_what_is_missing(self):
        self.give("two", "four")
        page = self.theirs.get("/mine").content.decode()
        self.assertIn("2 of 2 to do", page)
        self.assertIn("not spoken yet", page)
        self.assertIn(f"/shows/{self.row.pk}/record#four", page)
        self.member.delete()
        self.assertContains(self.theirs.get("/mine"), "Nothing is given to you")

    def test_only_who_has_a_part_is_given_slides_that_are_there_by_who_edits(self):
        self.assertContains(self.give("one", to="visitor"), "has no part in this show", status_code=400)
        self.assertContains(self.give("gone"), "not there any more", status_code=400)
        self.assertEqual(self.give("one", client=self.theirs).status_code, 403)
        self.assertEqual(Assignment.objects.count(), 0)

    def test_a_recorder_chooses_voices_of_their_own_slides_and_what_else_they_spoke_stays(self):
        loaded = in_rows.load(self.row)
        self.assertEqual(may_speak(self.ebba, self.row, loaded), {"one", "two", "three", "four"})
        self.give("one", to="keeper")
        self.assertEqual(may_speak(self.ebba, self.row, loaded), {"two", "three", "four"})
        self.give("two")
        self.assertEqual(may_speak(self.ebba, self.row, loaded), {"two"})
        self.assertEqual(len(may_speak(self.owner, self.row, loaded)), 4)
        own, other = self.passage("two", 0), self.passage("one", 1)

        def choose(client: Client, one: Passage):
            return client.post(
                f"/shows/{self.row.pk}/passages/chosen", {"passages": [one.pk]}, content_type="application/json"
            )

        self.assertContains(choose(self.theirs, other), "given to somebody else", status_code=403)
        self.assertEqual(choose(self.theirs, own).status_code, 200)
        self.assertEqual(choose(self.client, other).status_code, 200)
        plan = self.theirs.get(f"/shows/{self.row.pk}/record").context["page"]["plan"]
        self.assertEqual([one["given"] for one in plan], ["keeper", "ebba", "", ""])
        ledger = self.theirs.get(f"/shows/{self.row.pk}/passages").json()
        self.assertEqual([one["given"] for one in ledger["slides"]], ["keeper", "ebba", "", ""])

    def test_whose_part_is_taken_away_has_nothing_to_do_there(self):
        self.give("two")
        self.client.post(f"/shows/{self.row.pk}/people/{self.ebba.pk}", {"how": "away"})
        self.assertEqual(Assignment.objects.count(), 0)
