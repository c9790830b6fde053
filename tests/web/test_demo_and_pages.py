"""The demo data, signing in, and the pages that say that something is wrong."""

from io import StringIO
from unittest import TestCase as PlainCase

from django.core.management import call_command
from django.template import Context, Template
from django.test import Client, override_settings

from ritornel.core.sound.activity import levels, speech_spans
from ritornel.formats.samples import mono
from ritornel.library.models import Asset
from ritornel.shows import in_rows
from ritornel.shows.demo import PASSWORD, USER
from ritornel.shows.demo.making import make_demo
from ritornel.shows.models import Show
from tests.material import OwnerCase


class Demo(OwnerCase):
    def test_made_once_with_material_and_licences(self):
        call_command("make_demo", stdout=StringIO())
        titles = sorted(Show.objects.values_list("title", flat=True))
        self.assertEqual(titles, ["A bad evening", "How the lamp turns", "Round the skerry", "Winter opening"])
        self.assertFalse(Asset.objects.filter(licence="").exists())
        row = Show.objects.get(title="How the lamp turns")
        Show.objects.filter(pk=row.pk).update(title="Changed")
        self.assertEqual(
            {r.title for r in make_demo()}, {"A bad evening", "Changed", "Round the skerry", "Winter opening"}
        )
        slides = in_rows.load(row).slides
        self.assertEqual([s.id for s in slides if s.narration is None or s.narration.heard != "words"], [])
        for slide in slides:
            sound = mono(Asset.objects.get(sha256=slide.narration.asset).path, 16_000)
            begins = [start for start, _ in speech_spans(levels(sound, 16_000))]
            for mark in slide.narration.marks:
                self.assertLess(min(abs(mark - at) for at in begins), 80, "a cue stands where its passage begins")
        self.client.logout()
        signed_in = self.client.post("/sign-in", {"login": USER, "password": PASSWORD}, follow=True)
        self.assertContains(signed_in, "Changed")
        page = self.client.get("/")
        self.assertContains(page, "Winter opening")
        self.assertContains(page, "9 slides")


class SigningIn(OwnerCase):
    def test_a_wrong_password_says_so_and_many_lock(self):
        self.client.logout()
        wrong = {"login": "keeper", "password": "wrong"}
        self.assertContains(self.client.post("/sign-in", wrong), "do not belong together")
        with override_settings(AXES_FAILURE_LIMIT=3):
            for _ in range(3):
                answer = self.client.post("/sign-in", wrong)
            self.assertContains(answer, "Too many tries", status_code=429)
            right = {"login": "keeper", "password": "four-flashes"}
            self.assertContains(self.client.post("/sign-in", right), "Too many tries", status_code=429)

    def test_in_and_out(self):
        self.client.logout()
        answer = self.client.post("/sign-in", {"login": "keeper", "password": "four-flashes", "next": ""}, follow=True)
        self.assertContains(answer, "No shows yet")
        self.assertRedirects(self.client.post("/sign-out"), "/sign-in")


class Pages(OwnerCase):
    def test_what_is_not_there_says_so(self):
        answer = self.client.get("/nowhere")
        self.assertContains(answer, "Nothing is here", status_code=404)

    def test_a_change_without_a_token_is_refused_in_words(self):
        strict = Client(enforce_csrf_checks=True)
        strict.force_login(self.owner)
        self.assertContains(strict.post("/shows/new"), "reload it", status_code=403)

    def test_pages_say_what_may_run_on_them(self):
        answer = self.client.get("/")
        policy = answer["Content-Security-Policy"]
        self.assertIn("default-src 'none'", policy)
        self.assertIn("frame-ancestors 'none'", policy)
        self.assertEqual(answer["X-Content-Type-Options"], "nosniff")


class Writing(PlainCase):
    def rendered(self, source: str, **values) -> str:
        return Template(source).render(Context(values))

    def test_times(self):
        self.assertEqual(self.rendered("{{ t|minutes }} {{ t|tenths }}", t=252_499), "4:12 4:12.4")
        self.assertEqual(
            self.rendered("{{ a|signed_seconds }} {{ b|signed_seconds }}", a=1440, b=-5000), "+1.4 s −5.0 s"
        )

    def test_data_cannot_break_out_of_its_block(self):
        block = self.rendered("{{ d|data_block:'page' }}", d={"title": "</script><b>&"})
        self.assertEqual(block.count("<"), 2)
        self.assertIn(r"\u003C/script\u003E\u003Cb\u003E\u0026", block)
