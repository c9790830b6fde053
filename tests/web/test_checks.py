"""The line check's page: what is found at once and by looking closely, set aside, tried, and looked at again."""

from unittest.mock import patch

from django.utils import timezone

from ritornel.jobs.apart import TooMuch
from ritornel.jobs.models import Job
from ritornel.shows import closely as close
from ritornel.shows import in_rows
from ritornel.shows.models import Looked, Show
from tests.files import wav
from tests.made import show, slide, text
from tests.material import OwnerCase, asset

PALE = text("words", "Who can read this?", x=80, y=200, width=900, size=40, height=60, colour="#eeeeee")
NAMED = {"kind": "contrast", "object": "words", "reason": "It is fog."}


class Checks(OwnerCase):
    def setUp(self):
        super().setUp()
        pale = {"id": "pale", "background": "#ffffff", "objects": [PALE], "hold": 3000}
        self.row = self.keep(show(slide(id="one", hold=3000), pale, {**pale, "id": "again", "hold": 4000}))
        self.address = f"/shows/{self.row.pk}/check"

    def told(self) -> dict:
        return self.client.get(f"{self.address}/closely").json()

    def found(self) -> list[tuple[str, str]]:
        while (told := self.told())["waiting"]:
            pass
        return [(one["rule"], one["slide"]) for one in told["found"]]

    def test_slides_are_looked_at_closely_once_for_all_that_looks_alike(self):
        first = self.told()
        self.assertEqual((first["found"], first["waiting"], first["spelling"]), ([], 3, True))
        self.assertEqual(self.found(), [("contrast", "pale"), ("contrast", "again")])
        with patch("ritornel.shows.closely.done_apart", side_effect=AssertionError):
            told = self.told()
        self.assertEqual(told["found"][0]["message"][:9], "slide 2: ")
        self.assertEqual(Looked.objects.count(), 3)

    def test_after_an_edit_only_what_changed_is_looked_at_again(self):
        self.found()
        self.edit(self.row, {"do": "set-objects", "slide": "pale", "values": {"words": {"colour": "#111111"}}})
        looked = []
        with patch("ritornel.shows.closely.begin"):
            told = self.told()
        self.assertEqual(told["waiting"], 2)  # the slide, and the one after it, which comes out of it
        with patch("ritornel.shows.closely._looked", side_effect=lambda work, show, places, files: looked.extend(places) or {p: [] for p in places}):  # fmt: skip
            self.told()
            self.told()
        self.assertEqual(sorted(looked), [1, 2])

    def test_a_slide_that_takes_too_long_is_passed_over_and_the_others_are_not(self):
        real = close.done_apart

        def apart(seconds, work, document, places, *rest, **more):
            if 1 in places:
                raise TooMuch
            return real(seconds, work, document, places, *rest, **more)

        with patch("ritornel.shows.closely.done_apart", side_effect=apart):
            self.assertEqual(self.found(), [("contrast", "again")])
        self.assertEqual(Job.objects.get(kind=close.KIND).state, Job.DONE)

    def test_what_is_set_aside_is_told_apart_and_travels_with_the_show(self):
        self.edit(self.row, {"do": "set-findings-aside", "findings": [{**NAMED, "slide": "pale"}]})
        self.assertEqual(self.found(), [("contrast", "again")])
        (one,) = self.told()["aside"]
        self.assertEqual((one[0]["slide"], one[1]), ("pale", "It is fog."))
        content = b"".join(self.client.get(f"/shows/{self.row.pk}/document").streaming_content)
        self.assertIn(b"It is fog.", content)

    def test_a_mend_is_shown_before_it_is_kept(self):
        self.found()
        mend = next(one["mend"] for one in self.told()["found"] if one["slide"] == "pale")
        body = {"slide": "pale", "command": mend["command"]}
        told = self.client.post(f"{self.address}/trial", body, content_type="application/json").json()
        self.assertNotEqual(told["before"], told["after"])
        self.assertTrue(told["after"]["picture"].startswith("data:image/png;base64,"))
        self.assertEqual(in_rows.load(Show.objects.get(pk=self.row.pk)).slides[1].objects[0].colour, "#eeeeee")
        gone = {"slide": "pale", "command": {"do": "delete-slides", "slides": ["pale"]}}
        told = self.client.post(f"{self.address}/trial", gone, content_type="application/json").json()
        self.assertEqual((told["after"], told["lengths"][0] - told["lengths"][1] >= 3000), (None, True))
        for wrong in ({"slide": "pale", "command": {"do": "nothing"}}, {"slide": 3}, {"slide": "pale", "command": []}):
            answer = self.client.post(f"{self.address}/trial", wrong, content_type="application/json")
            self.assertEqual(answer.status_code, 400, wrong)
            self.assertTrue(answer.json()["error"])

    def test_of_thousands_a_page_is_told_those_it_shows_and_how_many_there_are(self):
        row = self.keep(show(*({"id": f"s{n}", "hold": 25_000} for n in range(330))))
        state = self.client.get(f"/shows/{row.pk}/state?near=s329").json()
        told = [one["slide"] for one in state["findings"]]
        self.assertEqual((len(told), told[-1], state["found"]), (100, "s329", 330))

    def test_the_mix_is_listened_to_where_something_is_heard(self):
        horn = asset(self.owner, "horn.wav", wav(2.0))
        horns = [{"id": f"h{n}", "kind": "sound", "asset": horn.sha256, "gain_db": 20} for n in range(4)]
        row = self.keep(show(slide(id="one", hold=3000, objects=tuple(horns))))
        rules = {one["rule"] for one in self.client.get(f"/shows/{row.pk}/check/closely").json()["found"]}
        rules |= {one["rule"] for one in self.client.get(f"/shows/{row.pk}/check/closely").json()["found"]}
        self.assertIn("held-down", rules)

    def test_what_was_found_long_ago_is_forgotten(self):
        self.found()
        Looked.objects.update(looked_at=timezone.now() - Looked.STAYS * 1.1)
        self.assertEqual(close.tidy(), 3)

    def test_only_its_owner_sees_it(self):
        self.client.force_login(self.other)
        for ending in ("", "/closely"):
            self.assertEqual(self.client.get(f"{self.address}{ending}").status_code, 404, ending)
        body = {"slide": "pale", "command": {"do": "delete-slides", "slides": ["pale"]}}
        answer = self.client.post(f"{self.address}/trial", body, content_type="application/json")
        self.assertEqual(answer.status_code, 404)
