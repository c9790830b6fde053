"""What an administrator looks after."""

from django.core import mail
from django.test import Client

from ritornel.accounts.models import Admission, Happening, Profile
from ritornel.jobs.models import Job
from ritornel.library.room import left_to, room_of
from ritornel.publishing.editions import publish
from tests.made import show, slide
from tests.material import OwnerCase


class Administration(OwnerCase):
    def setUp(self):
        super().setUp()
        self.other.is_staff = self.other.is_superuser = True
        self.other.save()
        self.client.force_login(self.other)

    def act(self, what: str, name: str, *chosen: int):
        return self.client.post(f"/admin/{what}/", {"action": name, "_selected_action": chosen}, follow=True)

    def test_its_first_page_says_how_it_goes(self):
        Job.objects.create(owner=self.owner, kind="hear", subject="a", state=Job.FAILED, words="the disk is full")
        self.assertContains(self.client.get("/admin/"), "0 wait, 0 are done, 1 failed")
        self.assertContains(self.client.get("/admin/jobs/job/"), "the disk is full")

    def test_nobody_comes_in_past_the_second_factor(self):
        self.assertEqual(
            Client().post("/admin/login/", {"username": "visitor", "password": "four-flashes"}).url,
            "/sign-in?next=/admin/login/",
        )
        mine = Client()
        mine.force_login(self.owner)
        told = mine.post("/admin/login/", {"username": "visitor", "password": "four-flashes"})
        self.assertContains(told, "Not allowed", status_code=403)
        self.assertEqual(mine.get("/account").context["user"], self.owner)

    def test_a_quota_holds_for_one_person(self):
        Profile.objects.create(person=self.owner, room_bytes=1000)
        self.assertEqual((room_of(self.owner), left_to(self.owner)), (1000, 1000))
        self.assertContains(self.client.get("/admin/auth/user/"), "1000\N{NO-BREAK SPACE}bytes")

    def test_who_is_let_in_is_sent_a_link(self):
        self.client.post("/admin/accounts/admission/add/", {"address": "Malin@skarholm.example"})
        admission = Admission.objects.get(address="malin@skarholm.example")
        self.assertIn(f"http://testserver/sign-up/{admission.token}", mail.outbox[0].body)

    def test_editions_are_withdrawn_and_it_is_written_down(self):
        edition = publish(self.keep(show(slide(id="one", hold=3000), title="The lamp")), False)
        self.act("publishing/edition", "withdraw", edition.pk)
        self.assertContains(Client().get(f"/e/{edition.token}/"), "no longer shown", status_code=410)
        line = Happening.objects.get(what=Happening.What.WITHDREW)
        self.assertEqual((line.who, line.about), ("visitor", "edition 1 of “The lamp”"))

    def test_somebody_is_signed_out_everywhere(self):
        theirs = Client()
        theirs.post("/sign-in", {"login": "keeper", "password": "four-flashes"})
        self.assertEqual(theirs.get("/").status_code, 200)
        self.act("auth/user", "end_sessions", self.owner.pk)
        self.assertEqual(theirs.get("/").status_code, 302)
