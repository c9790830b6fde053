"""Who may see an edition: those who were invited, until a day, so often; and watching that is counted without names."""

import io
from datetime import timedelta

from allauth.account.models import EmailAddress
from django.core import mail
from django.test import Client
from django.utils import timezone
from PIL import Image

from ritornel.accounts.addresses import set_confirmed
from ritornel.jobs import running
from ritornel.jobs.models import Job
from ritornel.library.models import Asset
from ritornel.publishing import reading
from ritornel.publishing.models import Edition, Invitation
from tests.files import png
from tests.made import show, slide
from tests.material import OwnerCase, asset


class Seeing(OwnerCase):
    def setUp(self):
        super().setUp()
        held: Asset = asset(self.owner, "lamp.png", png())
        picture = {"id": "p", "kind": "picture", "asset": held.sha256}
        self.row = self.keep(
            show(slide(id="one", objects=(picture,), hold=900), slide(id="two", hold=900), title="Talk")
        )
        self.media = f"media/{held.sha256}"
        self.stranger = Client()

    def published(self, **wished) -> Edition:
        answer = self.client.post(f"/shows/{self.row.pk}/publish", {"at_end": "stop", **wished})
        self.assertEqual(answer.status_code, 302, answer.content[:2000])
        return Edition.objects.latest("pk")

    def parts(self, edition: Edition, client: Client | None = None) -> list[int]:
        """How an edition's page, the rest of it and its media are answered."""
        base = f"/e/{edition.token}/"
        return [
            (client or self.stranger).get(base + part).status_code for part in ("", "slides", self.media, "first.png")
        ]

    def link(self, number: int) -> str:
        return next(word for word in mail.outbox[number].body.split() if word.startswith("http"))

    def test_only_those_who_were_invited_see_it_by_links_of_their_own(self):
        edition = self.published(who="invited", invited="Keeper@skarholm.test, two@skarholm.test")
        self.assertEqual([m.to for m in mail.outbox], [["keeper@skarholm.test"], ["two@skarholm.test"]])
        self.assertIn("Talk", mail.outbox[0].subject)
        self.assertEqual(self.parts(edition), [403, 404, 404, 404])
        shown = self.stranger.get(f"/e/{edition.token}/").content.decode()
        self.assertNotIn("Talk", shown)
        self.assertIn("for those who were invited", shown)
        self.assertEqual(
            self.stranger.get("/oembed", {"url": f"http://testserver/e/{edition.token}/"}).status_code, 404
        )
        came = self.stranger.get(self.link(0))
        self.assertEqual((came.status_code, came["Location"]), (302, f"/e/{edition.token}/"))
        self.assertEqual(self.parts(edition)[:3], [200, 200, 200])
        one, two = Invitation.objects.order_by("address")
        self.assertEqual((bool(one.opened_at), two.opened_at), (True, None))
        self.assertIn("1 of 2 have opened it", self.client.get(f"/shows/{self.row.pk}/publish").content.decode())
        self.client.post(f"/invitations/{one.pk}/withdraw")
        self.assertEqual(self.parts(edition), [403, 404, 404, 404], "who came by it sees nothing more")
        self.assertEqual(self.stranger.get(self.link(0)).status_code, 410)
        other = Client()
        other.get(self.link(1))
        self.assertEqual(self.parts(edition, other)[:3], [200, 200, 200])

    def test_who_was_invited_sees_it_signed_in_and_its_owner_always(self):
        edition = self.published(who="invited", invited="two@skarholm.test")
        signed_in = Client()
        signed_in.force_login(self.other)
        EmailAddress.objects.create(user=self.other, email="two@skarholm.test")
        self.assertEqual(self.parts(edition, signed_in)[:3], [403, 404, 404])  # said, and not confirmed
        set_confirmed(self.other, "two@skarholm.test")
        self.assertEqual(self.parts(edition, signed_in)[:3], [200, 200, 200])
        self.assertEqual(self.parts(edition, self.client)[:3], [200, 200, 200])
        one = Invitation.objects.get()
        self.assertEqual(signed_in.post(f"/invitations/{one.pk}/withdraw").status_code, 404)

    def test_a_standing_address_never_plays_one_for_invited_people(self):
        everybody = self.published()
        self.published(who="invited", invited="two@skarholm.test")
        page = self.client.get(f"/shows/{self.row.pk}/publish")
        self.assertEqual(page.context["standing"]["edition"].pk, everybody.pk)

    def test_until_a_day_and_so_often(self):
        day = timezone.localdate() + timedelta(days=2)
        edition = self.published(ends="day", day=day.isoformat())
        self.assertEqual(
            edition.until, timezone.make_aware(timezone.datetime(day.year, day.month, day.day)) + timedelta(days=1)
        )
        self.assertEqual(self.parts(edition)[0], 200)
        Edition.objects.filter(pk=edition.pk).update(until=timezone.now() - timedelta(seconds=1))
        self.assertEqual(self.parts(edition), [410, 404, 404, 404])
        self.assertEqual(self.client.get(f"/e/{edition.token}/").status_code, 200, "its owner looks at it all the same")
        twice = self.published(times="most", most="2")
        self.assertEqual([self.stranger.get(f"/e/{twice.token}/").status_code for _ in range(3)], [200, 200, 410])
        self.assertEqual(
            self.stranger.get(f"/e/{twice.token}/slides").status_code, 200, "who watches it sees it to its end"
        )
        self.assertIn("opened 2 of 2 times", self.client.get(f"/shows/{self.row.pk}/publish").content.decode())

    def test_what_cannot_be_is_said_and_what_was_typed_stays(self):
        for wished, words in (
            ({"who": "invited", "invited": ""}, "nobody is invited yet"),
            ({"who": "invited", "invited": "keeper"}, "is no mail address"),
            ({"ends": "day", "day": "2020-01-01"}, "is past"),
            ({"ends": "day", "day": "soon"}, "is no date"),
            ({"times": "most", "most": "none"}, "write a number"),
        ):
            answer = self.client.post(f"/shows/{self.row.pk}/publish", {"at_end": "stop", **wished})
            self.assertEqual(answer.status_code, 200)
            self.assertIn(words, answer.content.decode())
        answer = self.client.post(
            f"/shows/{self.row.pk}/publish", {"who": "invited", "invited": "one@skarholm.test, oops"}
        )
        self.assertIn("one@skarholm.test, oops", answer.content.decode())
        self.assertFalse(Edition.objects.exists())

    def test_it_can_be_read_slide_by_slide_where_no_script_runs(self):
        edition = self.published()
        job = Job.objects.create(owner=self.owner, kind=reading.STILLS, subject=edition.token)
        reading.draw_stills(running.AtWork(job))
        self.assertIn(f"/e/{edition.token}/read", self.stranger.get(f"/e/{edition.token}/").content.decode())
        page = self.stranger.get(f"/e/{edition.token}/read").content.decode()
        self.assertEqual(page.count("<section"), 2)
        for number in (1, 2):
            still = self.stranger.get(f"/e/{edition.token}/stills/{number}.webp")
            with Image.open(io.BytesIO(still.getvalue())) as picture:
                self.assertEqual(picture.size, (640, 360))
        self.assertEqual(self.stranger.get(f"/e/{edition.token}/stills/3.webp").status_code, 404)
        invited = self.published(who="invited", invited="two@skarholm.test")
        for part in ("read", "stills/1.webp"):
            self.assertEqual(self.stranger.get(f"/e/{invited.token}/{part}").status_code, 404)

    def test_watching_is_counted_by_slides_and_by_nothing_else(self):
        edition = self.published()
        address = f"/e/{edition.token}/seen"
        for reached, left in ((0, 0), (1, 1), (1, 0)):
            answer = self.stranger.post(address, {"reached": reached, "left": left}, content_type="application/json")
            self.assertEqual((answer.status_code, answer.cookies), (204, {}))
        for wrong in ("{", '{"reached": -1, "left": 0}', '{"reached": 99999, "left": 0}'):
            self.assertEqual(self.stranger.post(address, wrong, content_type="text/plain").status_code, 204)
        edition.refresh_from_db()
        self.assertEqual((edition.reached, edition.left), ([1, 2], [2, 1]))
        page = self.client.get(f"/shows/{self.row.pk}/publish").content.decode()
        self.assertIn("watched 3 times, 2 to the last slide; left most often on slide 1", page)
        self.assertIn('points="0.00,0.0 50.00,0.0 50.00,33.3 100.00,33.3"', page)
        quiet = self.published(counted="no")
        self.stranger.post(f"/e/{quiet.token}/seen", {"reached": 1, "left": 1}, content_type="application/json")
        quiet.refresh_from_db()
        self.assertEqual(quiet.reached, [])
        self.assertNotIn("seen", self.stranger.get(f"/e/{quiet.token}/").context["page"])
