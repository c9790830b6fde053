"""Accounts: who may make one, forgotten passwords, second factors, one's own page, and leaving."""

import io
import re
import zipfile
from datetime import timedelta

import msgspec
from allauth.mfa.totp.internal.auth import format_hotp_value, hotp_value
from django.contrib.auth import get_user_model
from django.core import mail
from django.core.cache import cache
from django.test import Client, override_settings
from django.utils import timezone

from ritornel.accounts.addresses import address_of, confirmed_addresses, person_at, set_confirmed
from ritornel.accounts.models import Admission, Happening, Profile
from ritornel.comments.models import Comment
from ritornel.formats.show_document import DOCUMENT
from ritornel.oneself.leaving import delete_left
from ritornel.shows.models import Member, Show
from tests.made import show, slide
from tests.material import OwnerCase

PASSWORD, ANOTHER = "four-flashes", "salt-and-wind-9"
ADDRESS = "keeper@skarholm.example"


class AccountCase(OwnerCase):
    def setUp(self):
        super().setUp()
        cache.clear()
        set_confirmed(self.owner, ADDRESS)
        self.client, self.anybody = Client(), Client()

    def sign_in(self, client: Client, name: str = "keeper", password: str = PASSWORD):
        return client.post("/sign-in", {"login": name, "password": password})

    def again(self, client: Client) -> None:
        """Show once more who signed in."""
        client.post("/account/again", {"password": PASSWORD})

    def link_in(self, number: int = -1) -> str:
        return re.search(r"http://testserver(/\S+)", mail.outbox[number].body).group(1)


class ComingIn(AccountCase):
    def test_by_name_and_by_confirmed_address(self):
        for name in ("keeper", ADDRESS, ADDRESS.upper()):
            with self.subTest(name):
                self.assertRedirects(self.sign_in(Client(), name), "/", fetch_redirect_response=False)

    def test_nobody_makes_an_account_where_nobody_may(self):
        new = {"username": "malin", "email": "malin@skarholm.example", "password1": ANOTHER}
        for who in ("closed", "invited"):
            with self.settings(SIGN_UP=who):
                self.assertContains(self.anybody.post("/sign-up", new), "Accounts are not made here")
        self.assertFalse(get_user_model().objects.filter(username="malin").exists())

    @override_settings(SIGN_UP="open")
    def test_an_address_is_whose_it_is_only_once_it_is_confirmed(self):
        new = {"username": "malin", "email": "malin@skarholm.example", "password1": ANOTHER}
        self.assertRedirects(self.anybody.post("/sign-up", new), "/")
        malin = get_user_model().objects.get(username="malin")
        self.assertEqual((confirmed_addresses(malin), person_at("malin@skarholm.example")), (set(), None))
        self.assertEqual(mail.outbox[-1].to, ["malin@skarholm.example"])
        link = self.link_in()
        self.assertContains(self.anybody.get(link), "malin@skarholm.example")
        self.anybody.post(link)
        self.assertEqual(person_at("Malin@Skarholm.example"), malin)

    @override_settings(SIGN_UP="invited")
    def test_an_admission_makes_one_account_whose_address_is_known(self):
        admission = Admission.objects.create(address="malin@skarholm.example")
        link = f"/sign-up/{admission.token}"
        self.assertRedirects(self.anybody.get(link), "/sign-up")
        self.anybody.post("/sign-up", {"username": "malin", "email": "malin@skarholm.example", "password1": ANOTHER})
        self.assertEqual(address_of(get_user_model().objects.get(username="malin")), "malin@skarholm.example")
        self.assertEqual(Client().get(link).status_code, 410)

    def test_a_password_is_twelve_letters_and_not_the_name(self):
        with self.settings(SIGN_UP="open"):
            for bad in ("short", "lighthouse-malin", "password1234"):
                told = self.anybody.post(
                    "/sign-up", {"username": "lighthouse-malin", "email": "m@s.example", "password1": bad}
                )
                self.assertContains(told, 'aria-invalid="true"')

    def test_a_forgotten_password_is_replaced_by_a_link_that_works_once(self):
        self.assertRedirects(self.anybody.post("/forgotten", {"email": ADDRESS}), "/forgotten/sent")
        self.assertEqual(mail.outbox[-1].alternatives[0].mimetype, "text/html")
        self.assertIn("You are written to because", mail.outbox[-1].body)
        link = self.link_in()
        form = self.anybody.get(link, follow=True)
        self.anybody.post(form.redirect_chain[-1][0], {"password1": ANOTHER, "password2": ANOTHER})
        self.assertEqual(self.sign_in(Client()).status_code, 200)
        self.assertEqual(self.sign_in(Client(), password=ANOTHER).status_code, 302)
        self.assertContains(Client().get(link), "does not work any more")

    def test_of_an_unknown_address_nothing_is_said_and_nothing_sent(self):
        self.assertRedirects(self.anybody.post("/forgotten", {"email": "who@skarholm.example"}), "/forgotten/sent")
        self.assertEqual(mail.outbox, [])


class SecondFactor(AccountCase):
    def guarded(self) -> str:
        """Turn codes on for the keeper, who has just signed in; return the secret."""
        self.sign_in(self.client)
        self.again(self.client)
        secret = re.search(r'select-all">(\w+)<', self.client.get("/account/second/app").content.decode()).group(1)
        with self.captureOnCommitCallbacks(execute=True):
            told = self.client.post("/account/second/app", {"code": self.code(secret)}, follow=True)
        self.assertContains(told, "Recovery codes")
        return secret

    def code(self, secret: str, later: int = 0) -> str:
        return format_hotp_value(hotp_value(secret, int(timezone.now().timestamp()) // 30 + later))

    def test_a_password_alone_does_not_open_what_is_guarded(self):
        secret = self.guarded()
        codes = re.findall(r"<li>(\d{8})</li>", self.client.get("/account/second/codes").content.decode())
        self.assertEqual(len(codes), 10)
        self.assertIn("Codes are asked for", [m.subject for m in mail.outbox])
        came = Client()
        self.assertRedirects(self.sign_in(came), "/sign-in/code")
        self.assertEqual(came.get("/").status_code, 302)
        self.assertContains(came.post("/sign-in/code", {"code": "000000"}), "This code is not right")
        self.assertRedirects(came.post("/sign-in/code", {"code": self.code(secret, 1)}), "/")
        with_paper = Client()
        self.sign_in(with_paper)
        self.assertRedirects(with_paper.post("/sign-in/code", {"code": codes[0]}), "/")
        again = Client()
        self.sign_in(again)
        self.assertContains(again.post("/sign-in/code", {"code": codes[0]}), "This code is not right")

    def test_codes_are_not_guessed_one_after_another(self):
        secret = self.guarded()
        came = Client()
        self.sign_in(came)
        for _ in range(5):
            self.assertContains(came.post("/sign-in/code", {"code": "000000"}), "This code is not right")
        self.assertContains(came.post("/sign-in/code", {"code": self.code(secret, 1)}), "Wait five minutes")
        self.assertEqual(came.get("/").status_code, 302)

    def test_what_guards_an_account_changes_only_for_who_has_just_shown_who_they_are(self):
        self.sign_in(self.client)
        for address in ("/account/second/app", "/account/second/keys/new", "/account/second/codes/new"):
            with self.subTest(address):
                again = f"/account/again?next={address}"
                self.assertRedirects(self.client.get(address), again, fetch_redirect_response=False)
        self.client.post("/account/address", {"email": "new@skarholm.example", "action_add": "1"})
        self.assertEqual(mail.outbox, [])
        self.assertContains(self.client.post("/account/again", {"password": "wrong"}), "This is not your password")
        self.again(self.client)
        self.assertEqual(self.client.get("/account/second/app").status_code, 200)

    def test_sessions_elsewhere_are_ended(self):
        other = Client()
        self.sign_in(other)
        self.sign_in(self.client)
        self.assertContains(self.client.get("/account/sessions"), "Sign out everywhere else")
        self.client.post("/account/sessions")
        self.assertEqual((other.get("/").status_code, self.client.get("/").status_code), (302, 200))


class OwnPage(AccountCase):
    def setUp(self):
        super().setUp()
        self.sign_in(self.client)

    def test_days_are_written_as_one_likes(self):
        when = timezone.localtime(self.owner.date_joined)
        self.assertContains(self.client.get("/account"), f"here since {when.day} {when:%b %Y}")
        self.client.post("/account/likes", {"dates": "de"})
        self.assertContains(self.client.get("/account"), f"here since {when.day}. ")
        self.assertContains(self.client.post("/account/likes", {"dates": "xx"}), "Not kept", status_code=400)
        self.assertFalse(Profile.objects.get(person=self.owner).wants_notices)

    def test_one_is_called_as_one_likes_unless_another_is(self):
        self.client.post("/account/likes", {"dates": "sv", "name": "lighthouse-keeper"})
        told = self.client.post("/account/likes", {"dates": "sv", "name": "Visitor"})
        self.assertContains(told, "there is somebody called", status_code=400)
        self.assertContains(told, 'value="Visitor"', status_code=400)
        bad = self.client.post("/account/likes", {"dates": "sv", "name": "a<b"})
        self.assertContains(bad, "Not kept", status_code=400)
        self.assertEqual(self.sign_in(Client(), "lighthouse-keeper").status_code, 302)

    def test_another_address_counts_once_it_is_confirmed(self):
        self.again(self.client)
        self.client.post("/account/address", {"email": "new@skarholm.example", "action_add": "1"})
        self.assertEqual(address_of(self.owner), ADDRESS)
        self.client.post(self.link_in(-1 if "confirm" in mail.outbox[-1].body else 0))
        self.assertEqual(address_of(self.owner), "new@skarholm.example")

    def test_all_of_it_is_one_zip_whose_shows_come_in_again(self):
        row = self.keep(show(slide(id="one", hold=3000), title="The lamp"))
        Comment.objects.create(show=row, by=self.owner, name="keeper", words="A breath more.")
        answer = self.client.get("/account/data.zip")
        with zipfile.ZipFile(io.BytesIO(b"".join(answer.streaming_content))) as archive:
            self.assertIsNone(archive.testzip())
            facts = msgspec.json.decode(archive.read("account.json"))
            said = msgspec.json.decode(archive.read("comments.json"))
            names = [name for name in archive.namelist() if name.startswith("shows/")]
            content = archive.read(names[0])
        self.assertEqual((facts["name"], facts["addresses"], len(names)), ("keeper", [ADDRESS], 1))
        self.assertEqual([one["words"] for one in said], ["A breath more."])
        with zipfile.ZipFile(io.BytesIO(content)) as one:
            self.assertEqual(msgspec.json.decode(one.read(DOCUMENT))["title"], row.title)

    def test_leaving_takes_a_week_and_can_be_taken_back(self):
        given, kept = (self.keep(show(slide(id="one", hold=3000))) for _ in range(2))
        Member.objects.create(show=given, person=self.other, role=Member.Role.EDITOR)
        leave = {"how": "leave", "password": PASSWORD, f"show-{given.pk}": str(self.other.pk)}
        wrong = self.client.post("/account/leave", {**leave, "password": "wrong"})
        self.assertContains(wrong, "this is not your password", status_code=400)
        stranger = {**leave, f"show-{kept.pk}": str(self.other.pk)}
        self.assertContains(self.client.post("/account/leave", stranger), "no part in it", status_code=400)
        given.refresh_from_db()
        self.assertEqual(given.owner, self.owner)
        self.client.post("/account/leave", leave)
        given.refresh_from_db()
        self.assertEqual(given.owner, self.other)
        self.assertEqual(delete_left(), [])
        self.assertContains(self.client.get("/account"), "Come back")
        self.client.post("/account/leave", {"how": "stay"})
        self.assertNotContains(self.client.get("/account"), "Come back")
        self.client.post("/account/leave", leave)
        Profile.objects.update(leaves_at=timezone.now() - timedelta(seconds=1))
        self.assertEqual(delete_left(), ["keeper"])
        self.assertEqual([*Show.objects.all()], [given])
        self.assertEqual(Happening.objects.filter(who="keeper", what=Happening.What.DELETED).count(), 1)


class Log(AccountCase):
    def test_who_signed_in_failed_and_deleted_is_written_down_for_a_year(self):
        Happening.objects.create(who="old", what=Happening.What.SIGNED_IN, at=timezone.now() - timedelta(days=366))
        self.sign_in(self.client, password="wrong")
        self.sign_in(self.client, ADDRESS)
        row = self.keep(show(slide(id="one", hold=3000)))
        self.client.post(f"/shows/{row.pk}/delete")
        lines = [(h.who, h.what, h.address) for h in Happening.objects.exclude(address=None).order_by("pk")]
        self.assertEqual(
            lines,
            [
                ("keeper", "failed to sign in", "127.0.0.1"),
                ("keeper", "signed in", "127.0.0.1"),
                ("keeper", "deleted", "127.0.0.1"),
            ],
        )
