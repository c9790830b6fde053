"""House styles for the desk: every style by slides of the show itself, and what was set by hand."""

from ritornel.core.styles import STYLES
from ritornel.shows import in_rows
from tests.made import edits, show, slide, text
from tests.material import OwnerCase


class HouseStyles(OwnerCase):
    def setUp(self):
        super().setUp()
        slides = [slide(objects=(text(f"t{n}", f"Line {n}", size=50, x=90, y=80),), id=f"s{n}") for n in range(6)]
        self.row = self.keep(show(*slides))
        self.client.force_login(self.owner)

    def ask(self, **body):
        return self.client.post(f"/shows/{self.row.pk}/styles", body, content_type="application/json")

    def edit(self, *commands):
        self.row.refresh_from_db()
        body = edits(self.row.revision, *commands)
        return self.client.post(f"/shows/{self.row.pk}/edit", body, content_type="application/json")

    def test_every_style_shows_a_few_slides_the_one_asked_for_first_and_keeps_nothing(self):
        answer = self.ask(slides=["s3", "gone"]).json()
        self.assertEqual([s["name"] for s in answer["styles"]], list(STYLES))
        for told in answer["styles"]:
            self.assertEqual(len(told["slides"]), 4)
            style = STYLES[told["name"]]
            self.assertIn(told["slides"][0]["background"], style.palette.values())
        self.assertEqual((answer["by_hand"], in_rows.load(self.row).style), ([], ""))

    def test_what_is_on_its_way_and_what_is_by_hand(self):
        set_fog = {"do": "set-style", "style": "fog"}
        listed = self.ask(commands=[set_fog]).json()["by_hand"]
        self.assertEqual({one["slide"] for one in listed}, {f"s{n}" for n in range(6)})
        self.assertIn("place", listed[0]["fields"])
        self.assertEqual(self.edit(set_fog).status_code, 200)
        self.assertEqual(self.edit({"do": "follow-style", "slide": "s0", "objects": ["t0", "box"]}).status_code, 200)
        self.assertNotIn("s0", {one["slide"] for one in self.ask().json()["by_hand"]})

    def test_own_styles_come_first_and_a_style_that_there_is_not_is_refused_in_words(self):
        self.edit({"do": "set-style", "style": "enamel"}, {"do": "keep-style", "name": "Ours"})
        first, *others = self.ask().json()["styles"]
        self.assertEqual((first["name"], first["own"], others[0]["own"]), ("Ours", True, False))
        refused = self.edit({"do": "set-style", "style": "none such"})
        self.assertEqual(
            (refused.status_code, refused.json()["error"]), (400, "there is no house style called “none such”")
        )
        self.row.refresh_from_db()
        kept = in_rows.load(self.row)
        self.assertEqual((kept.style, [s.name for s in kept.styles]), ("Ours", ["Ours"]))


class Outlines(OwnerCase):
    def test_a_text_is_read_or_refused_in_words(self):
        self.client.force_login(self.owner)

        def ask(body, name="talk.md"):
            return self.client.post(f"/shows/outlined?name={name}", body, content_type="application/octet-stream")

        answer = ask("\ufeff# The lamp\n\nGood evening.\n\n- one\n".encode())
        self.assertEqual(
            answer.json()["slides"],
            [
                {
                    "title": "The lamp",
                    "depth": 1,
                    "lines": [{"text": "one", "marker": "bullet"}],
                    "script": "Good evening.",
                }
            ],
        )
        for body, words in (
            (b"", "there are no words in it"),
            (b"\xff\xfe\x00a", "is not text in UTF-8"),
            (b"x" * 4_000_001, "part it in two"),
        ):
            refused = ask(body)
            self.assertEqual(refused.status_code, 400)
            self.assertIn(words, refused.json()["error"])
        self.client.logout()
        self.assertEqual(ask(b"# a").status_code, 401)
