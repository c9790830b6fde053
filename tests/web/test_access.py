"""Every address of the site, asked by everybody: what is answered is what the table in ``docs/access.md`` says."""

import re
from pathlib import Path
from typing import NamedTuple

from django.contrib.auth import get_user_model
from django.db import transaction
from django.test import Client, override_settings
from django.urls import URLPattern, URLResolver, get_resolver
from django.utils import timezone

from ritornel.comments.models import Comment
from ritornel.films.models import Film
from ritornel.formats.shows import FORMATS
from ritornel.library.models import Fetch, Upload
from ritornel.publishing.editions import publish
from ritornel.publishing.models import Invitation
from ritornel.publishing.standing import standing_of
from ritornel.shows.models import Arrival, Member, Offer, Show
from ritornel.takes.models import Companion, Passage, Run, Take
from ritornel.voices.models import Recording
from tests.files import png, wav
from tests.made import LAMP, show, slide, step, text
from tests.material import QUICK_HASHER, OwnerCase, asset

TABLE = Path(__file__).parents[2] / "docs" / "access.md"
QUERY = "slide=one&at=0"
ROLES = ("looker", "recorder", "editor", "owner")
WHO = ("anybody", "signed in", "own", *ROLES)


class Line(NamedTuple):
    """A line of the table: an address, how it is asked, and who may at least."""

    address: str
    method: str
    who: str


def table() -> list[Line]:
    found = re.findall(r"^\| `([^`]*)` \| (\w+) \| ([\w ]+) \|", TABLE.read_text(), re.MULTILINE)
    return [Line(*line) for line in found]


def addresses(of: URLResolver | None = None, before: str = "") -> list[str]:
    """Every address of the site, as it is written in the URLs."""
    found = []
    for one in (of or get_resolver()).url_patterns:
        if isinstance(one, URLPattern):
            found.append(f"/{before}{one.pattern}")
        else:
            found += addresses(one, f"{before}{one.pattern}")
    return found


@override_settings(PASSWORD_HASHERS=[QUICK_HASHER])
class Access(OwnerCase):
    def setUp(self):
        super().setUp()
        self.picture = asset(self.owner, "lamp.png", png())
        self.sound = asset(self.owner, "voice.wav", wav(3.0))
        things = (
            text("t", "Lamp"),
            {"id": "p", "kind": "picture", "asset": self.picture.sha256, "width": 9, "height": 9},
        )
        voice = {"asset": self.sound.sha256, "in": 0, "out": 3000}
        self.row = self.keep(
            show(
                slide(step("t"), objects=things, id="one", script=LAMP, narration=voice), slide(id="two", script="Two.")
            )
        )
        self.people = {"owner": self.owner, "stranger": self.other}
        for role in ("looker", "recorder", "editor"):
            person = get_user_model().objects.create_user(role, password="four-flashes")
            self.people[role] = person
            Member.objects.create(show=self.row, person=person, role=role)
        self.clients = {"anonymous": Client()}
        for name, person in self.people.items():
            self.clients[name] = Client()
            self.clients[name].force_login(person)
        self.filled = self.fill()

    def fill(self) -> dict[str, str]:
        """One of everything; what stands in addresses for it, by the beginning of the address and the parameter."""
        row, owner = self.row, self.owner
        Show.objects.filter(pk=row.pk).update(look_token="look")
        edition = publish(row, False)
        invitation = Invitation.objects.create(edition=edition, address="ebba@skarholm.example")
        run = Run.objects.create(show=row, by=owner, rate=16_000, ended_at=timezone.now())
        passage = Passage.objects.create(
            run=run, number=0, slide="one", said="", start_ms=0, end_ms=900, cues={}, ink=[]
        )
        upload = Upload.objects.create(owner=owner, name="a.wav", size=9, piece_bytes=9, growing=True)
        recording = Recording.objects.create(
            upload=Upload.objects.create(owner=owner, name="r.wav", size=0, piece_bytes=9, growing=True),
            show=row, slide="one", rate=16_000,
        )  # fmt: skip
        film = Film.objects.create(owner=owner, show=row, title="Film", of="all", wished={}, pieces=[])
        return {
            "show_id": row.pk,
            "arrival_id": Arrival.objects.create(owner=owner, name="a.zip", media=0, refused="no").pk,
            "style": "enamel",
            "cue": 1,
            "stop": 0,
            "slide": "one",
            "moment_id": row.moments.create(name="then", document="{}").pk,
            "upload_id": upload.pk,
            "number": 0,
            "fetch_id": Fetch.objects.create(owner=owner, address="https://skarholm.example/a.png", refused="no").pk,
            "sha256": self.picture.sha256,
            "what": "stage",
            "take_id": Take.objects.create(show=row, document={"instants": []}, planned={}).pk,
            "code": Companion.objects.create(
                show=row, code="ABCD", expires_at=timezone.now() + timezone.timedelta(hours=1)
            ).code,
            "film_id": film.pk,
            "edition_id": edition.pk,
            "invitation_id": invitation.pk,
            "person_id": self.people["looker"].pk,
            "item": "none",
            "comment_id": Comment.objects.create(show=row, by=owner, name="keeper", words="Good.").pk,
            "key": "none",
            "uidb36": "1",
            "pk": 999,
            "name": next(name for name, one in FORMATS.items() if one.writes),
            "token": edition.token,
            "/library/media/<str:sha256>/<str:what> sha256": self.sound.sha256,
            "/library/media/<str:sha256>/<str:what> what": "peaks",
            "/s/ token": standing_of(row).token,
            "/i/ token": invitation.token,
            "/l/ token": "look",
            "/offers/ token": Offer.objects.create(show=row, address="a@skarholm.example", role="looker").token,
            "/shows/<uuid:show_id>/runs/ name": run.pk,
            "/shows/<uuid:show_id>/passages/ number": passage.pk,
            "/shows/<uuid:show_id>/recordings/ name": recording.pk,
        }

    def address_of(self, written: str) -> str:
        def value(match: re.Match) -> str:
            name = match[1].rpartition(":")[2]
            own = next(
                (
                    v
                    for k, v in self.filled.items()
                    if " " in k and written.startswith(k.rpartition(" ")[0]) and k.endswith(f" {name}")
                ),
                None,
            )
            return str(own if own is not None else self.filled[name])

        return re.sub(r"<([^>]+)>", value, written)

    def answers(self, line: Line) -> dict[str, str]:
        """What everybody is answered: “in”, or how they are kept out."""
        address, found = self.address_of(line.address), {}
        for name, client in self.clients.items():
            with transaction.atomic():
                session = client.cookies.copy()
                answer = client.generic(line.method, address, b"", content_type="application/json", QUERY_STRING=QUERY)
                client.cookies = session  # also of who was signed out
                transaction.set_rollback(True)
            found[name] = self.told(answer)
        return found

    @staticmethod
    def told(answer) -> str:
        if answer.status_code == 401 or answer.headers.get("Location", "").startswith("/sign-in?"):
            return "sign in"
        return {403: "may not", 404: "nothing"}.get(answer.status_code, "in")

    def test_everybody_is_answered_what_the_table_says(self):
        for line in table():
            with self.subTest(f"{line.method} {line.address}: {line.who}"):
                found = self.answers(line)
                self.assertEqual(found, self.wanted(line, found))

    def test_what_is_administered_is_for_administrators(self):
        self.people["owner"].is_staff = self.people["owner"].is_superuser = True
        self.people["owner"].save()
        below = (
            "/admin/",
            "/admin/auth/user/",
            "/admin/accounts/happening/",
            "/admin/jobs/job/",
            "/admin/publishing/edition/",
        )
        for address in below:
            for name, client in self.clients.items():
                with self.subTest(address, who=name):
                    self.assertEqual(client.get(address, follow=True).redirect_chain == [], name == "owner")
        person = self.people["looker"].pk
        self.assertEqual(
            self.clients["editor"].post(f"/admin/auth/user/{person}/delete/", {"post": "yes"}).status_code, 302
        )
        self.assertTrue(get_user_model().objects.filter(pk=person).exists())

    def wanted(self, line: Line, found: dict[str, str]) -> dict[str, str]:
        if line.who == "anybody":
            return dict.fromkeys(found, "nothing" if line.address in NOT_THERE else "in")
        if line.who == "signed in":
            return {
                name: "sign in" if name == "anonymous" else "nothing" if line.address in NOT_THERE else "in"
                for name in found
            }
        kept_out = "nothing" if line.who == "own" else "may not"
        least = ROLES.index("owner" if line.who == "own" else line.who)
        roles = {
            role: "in" if n >= least and line.address not in NOT_THERE else kept_out if n < least else "nothing"
            for n, role in enumerate(ROLES)
        }
        return {"anonymous": "sign in", "stranger": "nothing", **roles}

    def test_no_address_is_missing_in_the_table(self):
        there = {address for address in addresses() if not address.startswith("/admin/")}
        self.assertEqual({line.address for line in table()} ^ there, set())
        self.assertLessEqual({line.who for line in table()}, set(WHO))


NOT_THERE = {
    "/library/outside/previews/<str:item>",
    "/library/outside/heard/<str:item>",
    "/library/media/<str:sha256>/pages/<int:number>",
    "/films/<uuid:film_id>",
    "/l/<str:token>/media/<str:sha256>/<str:what>",
    "/e/<str:token>/media/<str:sha256>/<str:what>",
    "/e/<str:token>/stills/<int:number>.webp",
    "/oembed",
    "/account/second/app/off",
    "/account/second/codes",
    "/account/second/codes.txt",
}
"""Of these there is nothing behind the address that is asked: whoever is let in finds nothing either."""
