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
        moved = {"do": "set-objects", "slide": "s2", "values": {"t2": {"y": 100, "colour": "#d5dbdd"}}}
        told = self.ask(commands=[set_fog, moved]).json()
        self.assertEqual([(one["slide"], one["fields"]) for one in told["by_hand"]], [("s2", ["place", "colour"])])
        self.assertEqual([one["object"] for one in told["troubles"]], ["t2"])
        self.assertIn("cannot be read on what is behind it", told["troubles"][0]["words"])
        self.assertEqual(self.edit(set_fog, moved).status_code, 200)
        self.assertEqual(self.edit({"do": "follow-style", "slide": "s2", "objects": ["t2", "box"]}).status_code, 200)
        told = self.ask().json()
        self.assertEqual((told["by_hand"], told["troubles"]), ([], []))
        self.assertEqual([style["troubles"] for style in told["styles"]], [[]] * len(told["styles"]))

    def test_own_styles_come_first_and_a_style_that_there_is_not_is_refused_in_words(self):
        self.edit({"do": "set-style", "style": "enamel"}, {"do": "keep-style", "name": "Ours"})
        told = [(style["name"], style["own"]) for style in self.ask().json()["styles"]]
        self.assertEqual(told[:3], [("as-it-came", True), ("Ours", True), ("broadside", False)])
        refused = self.edit({"do": "set-style", "style": "none such"})
        self.assertEqual(
            (refused.status_code, refused.json()["error"]), (400, "there is no house style called “none such”")
        )
        self.row.refresh_from_db()
        kept = in_rows.load(self.row)
        self.assertEqual((kept.style, [s.name for s in kept.styles]), ("Ours", ["as-it-came", "Ours"]))


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
