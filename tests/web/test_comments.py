"""What people say about a show: at what, to whom, how long it can be changed, and who is written to."""

import csv
import io
from datetime import timedelta

from django.contrib.auth import get_user_model
from django.core import mail
from django.test import Client
from django.utils import timezone

from ritornel.accounts.addresses import set_confirmed
from ritornel.accounts.models import Profile
from ritornel.comments.digests import send_digests
from ritornel.comments.models import Comment, Reading
from ritornel.shows.models import Member
from tests.made import show, slide, step, text
from tests.material import OwnerCase

SCRIPT = "The lamp turns. [1] It floats on a bath."


class Comments(OwnerCase):
    def setUp(self):
        super().setUp()
        self.row = self.keep(
            show(
                slide(step("t"), objects=(text("t", "Lamp"),), id="one", script=SCRIPT),
                slide(id="two", hold=3000),
                title="Lamps",
            )
        )
        self.ebba = get_user_model().objects.create_user("ebba")
        set_confirmed(self.ebba, "ebba@skarholm.example")
        Member.objects.create(show=self.row, person=self.ebba, role=Member.Role.LOOKER)
        self.theirs = Client()
        self.theirs.force_login(self.ebba)
        self.address = f"/shows/{self.row.pk}/comments"

    def say(self, words: str, client: Client | None = None, under: str = "", **place):
        body = {"words": words, "under": under} | ({"place": place} if place else {})
        return (client or self.client).post(f"{self.address}/say", body, content_type="application/json")

    def act(self, comment: Comment, how: str, client: Client | None = None, words: str = ""):
        body = {"how": how, "words": words}
        return (client or self.client).post(f"{self.address}/{comment.pk}", body, content_type="application/json")

    def listed(self, client: Client | None = None) -> list[dict]:
        return (client or self.client).get(f"{self.address}/list").json()["comments"]

    def test_it_stands_where_it_was_said_in_the_order_of_the_show(self):
        self.say("The end is long.", slide="two")
        self.say("Which lamp?", self.theirs, slide="one", object="t")
        self.say("Slower here.", slide="one", start=20, end=29)
        self.say("A beat more.", slide="one", instant=500)
        self.say("Good.")
        found = [(one["number"], one["at"], one["name"]) for one in self.listed()]
        self.assertEqual(
            found,
            [
                (5, "the show", "keeper"),
                (2, "slide 1, Lamp", "ebba"),
                (3, "slide 1, “It floats”", "keeper"),
                (4, "slide 1, at 0:00", "keeper"),
                (1, "slide 2", "keeper"),
            ],
        )

    def test_it_moves_with_its_slide_and_says_when_that_is_gone(self):
        self.say("The end is long.", slide="two")
        self.edit(self.row, {"do": "delete-slides", "slides": ["two"]})
        self.assertEqual(self.listed()[0]["at"], "at a slide that is gone")
        self.edit(self.row, "undo")
        self.assertEqual(self.listed()[0]["at"], "slide 2")

    def test_answers_stand_under_it_and_settling_is_for_who_said_it_and_editors(self):
        self.say("Which lamp?", self.theirs, slide="one")
        first = Comment.objects.get()
        self.say("The great one.", under=str(first.pk))
        self.assertEqual([a["words"] for a in self.listed()[0]["answers"]], ["The great one."])
        mine = Comment.objects.get(name="keeper")
        self.assertContains(self.act(mine, "settle", self.theirs), "only keeper and who edits", status_code=400)
        self.assertEqual(self.act(first, "settle").json()["comments"][0]["settled"], "keeper")
        self.assertEqual(self.act(first, "unsettle", self.theirs).json()["comments"][0]["settled"], "")

    def test_ones_own_words_are_changed_for_an_hour_and_deleted_and_had_back(self):
        self.say("Which lmp?", self.theirs, slide="one")
        comment = Comment.objects.get()
        self.assertContains(self.act(comment, "edit", words="Ha"), "the words of ebba", status_code=400)
        self.assertEqual(
            self.act(comment, "edit", self.theirs, "Which lamp?").json()["comments"][0]["words"], "Which lamp?"
        )
        self.assertEqual(self.act(comment, "delete", self.theirs).json()["comments"], [])
        self.assertEqual(len(self.act(comment, "back", self.theirs).json()["comments"]), 1)
        Comment.objects.update(made_at=timezone.now() - timedelta(minutes=61))
        self.assertContains(self.act(comment, "edit", self.theirs, "Later"), "more than an hour ago", status_code=400)
        self.assertEqual(self.act(comment, "delete").status_code, 200)  # its owner

    def test_one_that_was_answered_keeps_its_place_without_its_words(self):
        self.say("Silly.", self.theirs)
        first = Comment.objects.get()
        self.say("Not at all.", under=str(first.pk))
        self.act(first, "delete", self.theirs)
        found = self.listed()[0]
        self.assertEqual((found["words"], found["deleted"], len(found["answers"])), ("", True, 1))

    def test_what_cannot_be_said_is_refused_with_words(self):
        for words, place, told in (
            ("  ", {}, "write something first"),
            ("x" * 2001, {}, "say it in two"),
            ("Here", {"slide": "none"}, "not there any more"),
        ):
            self.assertContains(self.say(words, **place), told, status_code=400)
        self.assertEqual(self.say("Here", under="nonsense").status_code, 404)
        self.assertEqual(Comment.objects.count(), 0)

    def test_who_is_called_is_written_to_if_they_want(self):
        self.say("Is this right, @Ebba? And @nobody.")
        self.assertEqual([m.to for m in mail.outbox], [["ebba@skarholm.example"]])
        self.assertIn(f"{self.address}#", mail.outbox[0].body)
        Profile.objects.create(person=self.ebba, wants_notices=False)
        self.say("@ebba again")
        self.say("mail@ebba.example is an address")
        self.assertEqual(len(mail.outbox), 1)

    def test_a_digest_comes_once_an_hour_about_what_was_not_seen(self):
        self.say("One.")
        self.assertEqual(send_digests(), 0)  # it was just said
        Comment.objects.update(made_at=timezone.now() - timedelta(minutes=3))
        self.assertEqual(send_digests(), 1)
        self.assertEqual((mail.outbox[0].to, "keeper: One." in mail.outbox[0].body), (["ebba@skarholm.example"], True))
        self.say("Two.")
        Comment.objects.filter(words="Two.").update(made_at=timezone.now() - timedelta(minutes=3))
        self.assertEqual(send_digests(), 0)  # within the hour
        Reading.objects.update(told_at=timezone.now() - timedelta(minutes=61))
        self.theirs.get(f"{self.address}/list?seen=1")
        self.assertEqual(send_digests(), 0)  # it was seen
        Reading.objects.update(seen_at=None)
        self.assertEqual(send_digests(), 1)
        self.assertIn("Two.", mail.outbox[1].body)

    def test_as_a_table_no_cell_is_a_formula(self):
        self.say("=HYPERLINK(1)", slide="one")
        table = list(csv.reader(io.StringIO(self.client.get(f"{self.address}.csv").content.decode())))
        self.assertEqual((table[0][0], table[1][4]), ("number", "'=HYPERLINK(1)"))

    def test_who_has_no_part_sees_and_says_nothing(self):
        stranger = Client()
        stranger.force_login(self.other)
        self.assertEqual(self.say("Hello", stranger).status_code, 404)
        self.assertEqual(stranger.get(f"{self.address}/list").status_code, 404)
