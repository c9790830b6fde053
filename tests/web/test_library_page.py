"""The library's page: found, named, credited, replaced everywhere, deleted with a warning."""

from datetime import timedelta
from importlib import import_module
from io import BytesIO
from zipfile import ZipFile

from django.utils import timezone

from ritornel.core.edits import read_command
from ritornel.core.model.reading import read_show
from ritornel.library.models import Asset
from ritornel.publishing.editions import publish
from ritornel.shelves.using import used_by
from ritornel.shows import in_rows, keeping, stepping
from ritornel.shows.arriving import arrive, look
from tests.files import png, wav
from tests.material import OwnerCase, asset


class Library(OwnerCase):
    def setUp(self):
        super().setUp()
        self.snow = asset(self.owner, "first snow.png", png(), licence="CC BY 4.0", credit="Aure Lindvik")
        self.dusk = asset(self.owner, "dusk.png", png(colour="#402030"))
        self.bells = asset(self.owner, "bells.wav", wav(1.0))

    def keep(self, title: str, *objects: dict, **more):
        slides = [{"id": f"s{n}", "objects": [o]} for n, o in enumerate(objects)]
        return keeping.create(self.owner, read_show({"title": title, "slides": slides, **more}))

    def picture(self, key: str = "p", of: Asset | None = None) -> dict:
        return {"id": key, "kind": "picture", "asset": (of or self.snow).sha256}

    def shown(self, **asked) -> list[str]:
        answer = self.client.get("/library/", asked)
        self.assertEqual(answer.status_code, 200)
        return [item["asset"].name for item in answer.context["items"]]

    def send(self, asset_: Asset, values: dict, what: str = ""):
        return self.client.post(f"/library/assets/{asset_.sha256}{what}", values, content_type="application/json")

    def test_found_by_kind_by_words_and_by_where_it_is_used(self):
        row = self.keep("Winter", self.picture(), beds=[{"asset": self.bells.sha256}])
        self.assertEqual(self.shown(), ["bells.wav", "dusk.png", "first snow.png"])
        for asked, names in (
            ({"kind": "sound"}, ["bells.wav"]),
            ({"words": "aure snow"}, ["first snow.png"]),
            ({"words": "cc by"}, ["first snow.png"]),
            ({"words": "gale"}, []),
            ({"used": row.pk}, ["bells.wav", "first snow.png"]),
            ({"used": "nowhere"}, ["dusk.png"]),
            ({"used": "nowhere", "kind": "sound"}, []),
            ({"used": "no-such-show"}, []),
            ({"kind": "no kind", "page": "x"}, ["bells.wav", "dusk.png", "first snow.png"]),
        ):
            self.assertEqual(self.shown(**asked), names, asked)
        page = self.client.get("/library/", {"used": row.pk})
        self.assertContains(page, "First snow: Aure Lindvik, CC BY 4.0")
        self.assertContains(page, "Winter</a> bed")
        self.assertContains(page, "pcm_s16le")

    def test_a_file_that_is_called_something_else_is_there_as_before(self):
        row = self.keep("Winter", self.picture())
        edition = publish(row, loops=False)
        for name, kept in (("lamp.gif", "lamp.gif.png"), ("First snow", "First snow.png"), ("b.PNG", "b.PNG")):
            self.assertEqual(self.send(self.snow, {"name": name}).json()["asset"]["name"], kept)
            for address in (f"/library/media/{self.snow.sha256}", f"/e/{edition.token}/media/{self.snow.sha256}"):
                self.assertEqual(self.client.get(address).getvalue(), self.snow.path.read_bytes())
        Asset.objects.filter(pk=self.snow.pk).update(name="no ending at all")  # as it could be called before
        packed = BytesIO(self.client.get(f"/shows/{row.pk}/zip").getvalue())
        self.assertIn(f"media/{self.snow.sha256}.png", ZipFile(packed).namelist())
        arrival = arrive(self.other, "winter.zip", packed)
        arrival, _ = look(arrival, 60)
        self.assertEqual((arrival.refused, self.other.assets.get().name), ("", "no ending at all.png"))

    def test_files_that_lay_under_an_ending_are_put_under_their_hash(self):
        path = self.snow.path
        content = path.read_bytes()
        path.replace(path.with_name(f"{path.name}.png"))
        import_module("ritornel.library.migrations.0005_paths_without_names").without_endings(None, None)
        self.assertEqual(path.read_bytes(), content)

    def test_two_thousand_lie_in_pages_of_sixty(self):
        like = {"owner": self.owner, "kind": "picture", "mime": "image/png", "size": 1}
        Asset.objects.bulk_create(Asset(**like, sha256=f"{n:064x}", name=f"picture {n}.png") for n in range(2000))
        began = timezone.now()
        self.assertEqual(len(self.shown()), 60)
        self.assertEqual(self.shown(page=34)[-1], "first snow.png")
        self.assertEqual(self.shown(words="picture 1999"), ["picture 1999.png"])
        self.assertLess(timezone.now() - began, timedelta(seconds=5))

    def test_another_account_has_a_library_of_its_own(self):
        self.client.force_login(self.other)
        self.assertEqual(self.shown(), [])
        self.assertEqual(self.send(self.snow, {"credit": "Me"}).status_code, 404)
        self.assertEqual(self.client.delete(f"/library/assets/{self.snow.sha256}").status_code, 404)
        self.assertEqual(self.send(self.snow, {"asset": self.dusk.sha256}, "/replace").status_code, 400)
        self.snow.refresh_from_db()
        self.assertEqual(self.snow.credit, "Aure Lindvik")

    def test_whose_it_is_is_written_and_the_credits_of_its_shows_follow(self):
        row = self.keep("Winter", self.picture())
        keeping.edit(row.pk, row.revision, command("add-credits", ids=["credits"]))
        self.assertEqual(self.credits(row), ["First snow: Aure Lindvik, CC BY 4.0"])
        answer = self.send(self.snow, {"credit": " M. Brantholm\n", "licence": "CC0 1.0", "name": "a/b snow.png"})
        self.assertEqual(answer.json()["asset"]["credit"], "M. Brantholm")
        self.assertEqual(self.credits(row), ["B snow: M. Brantholm, CC0 1.0"])
        for bad in ({"name": " "}, {"credit": "x" * 301}, {"kind": "sound"}, {"licence": 5}):
            refused = self.send(self.snow, bad)
            self.assertEqual(refused.status_code, 400, bad)
            self.assertTrue(refused.json()["error"])
        self.assertEqual(self.credits(row), ["B snow: M. Brantholm, CC0 1.0"])

    def credits(self, row) -> list[str]:
        row.refresh_from_db()
        return [p.text for o in in_rows.load(row).slides[-1].objects if getattr(o, "tells", "") for p in o.paragraphs]

    def test_what_is_used_is_deleted_only_if_one_says_so_and_its_shows_stay_readable(self):
        row = self.keep("Winter", self.picture("p"), self.picture("q"), beds=[{"asset": self.bells.sha256}])
        self.assertEqual(self.client.delete(f"/library/assets/{self.dusk.sha256}").status_code, 200)
        for thing, where in ((self.snow, "“Winter” 1, 2"), (self.bells, "“Winter” bed")):
            refused = self.client.delete(f"/library/assets/{thing.sha256}")
            self.assertEqual(refused.status_code, 409)
            self.assertIn(where, refused.json()["error"])
            self.assertTrue(Asset.objects.filter(pk=thing.pk).exists())
            self.assertEqual(self.client.delete(f"/library/assets/{thing.sha256}?used=1").status_code, 200)
        self.assertEqual(Asset.objects.filter(owner=self.owner).count(), 0)
        for path in ("", "state", "document", "contact"):
            self.assertEqual(self.client.get(f"/shows/{row.pk}/{path}").status_code, 200, path)

    def test_another_takes_its_place_in_every_show_and_each_takes_it_back(self):
        rows = [self.keep("Winter", self.picture(), self.picture("q", self.dusk)), self.keep("Spring", self.picture())]
        answer = self.send(self.snow, {"asset": self.dusk.sha256}, "/replace")
        self.assertEqual(answer.json(), {"shows": 2, "where": "“Spring” 1; “Winter” 1"})
        self.assertEqual(set(used_by(self.owner)), {self.dusk.sha256})
        for row in rows:
            row.refresh_from_db()
            stepping.undo(row.pk, row.revision)
        self.assertEqual(set(used_by(self.owner)), {self.snow.sha256, self.dusk.sha256})
        for other, words in ((self.bells.sha256, "a picture is wanted"), ("f" * 64, "take it in first")):
            refused = self.send(self.snow, {"asset": other}, "/replace")
            self.assertEqual(refused.status_code, 400)
            self.assertIn(words, refused.json()["error"])
        self.assertIn("no show uses", self.send(self.bells, {"asset": self.snow.sha256}, "/replace").json()["error"])


def command(do: str, **values):
    return read_command({"do": do, **values})
