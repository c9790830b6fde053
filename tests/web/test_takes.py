"""Takes beside their plan, and beside each other."""

from ritornel.core.score import compile
from ritornel.shows import in_rows
from ritornel.takes.models import Take
from tests.made import LAMP, show, slide, step
from tests.material import OwnerCase


class Takes(OwnerCase):
    def setUp(self):
        super().setUp()
        self.row = self.keep(show(slide(step("a"), step("b"), script=LAMP, id="one"), slide(id="two")))
        instants = [
            {"kind": "slide", "at": 0, "slide": "one"},
            {"kind": "cue", "at": 1000, "slide": "one", "cue": 1},
            {"kind": "cue", "at": 1200, "slide": "one", "cue": 2},
            {"kind": "end", "at": 6000},
        ]
        self.answer = self.client.post(
            f"/shows/{self.row.pk}/takes", {"instants": instants}, content_type="application/json"
        )

    def test_takes_stand_beside_each_other_are_named_applied_and_deleted(self):
        address = f"/shows/{self.row.pk}/takes"
        other = {"instants": [{"kind": "slide", "at": 0, "slide": "two"}, {"kind": "end", "at": 30_000}]}
        self.client.post(address, other, content_type="application/json")
        second, first = Take.objects.all()
        page = self.client.get(address).content.decode()
        self.assertIn("leaves out slide 2", page)
        self.assertIn("% longer than planned", page)
        self.assertEqual(page.count('class="take-line'), 2)
        alone = self.client.get(f"{address}?take={first.pk}").content.decode()
        self.assertEqual((alone.count('class="take-line'), "Apply this take" in alone), (1, True))
        self.client.post(f"/takes/{first.pk}/change", {"name": "calm", "note": "slow at the end"})
        self.assertContains(self.client.get(address), "slow at the end")
        self.client.post(f"{address}/apply", {"take": [second.pk], "slide": "two", "beside": [first.pk, second.pk]})
        self.assertEqual([s.hold_ms for s in in_rows.load(self.row).slides], [None, 30_000])
        self.client.post(f"{address}/apply", {"take": [first.pk, second.pk]})
        self.assertEqual(in_rows.load(self.row).slides[0].waits["1"], 1000)
        self.client.post(f"/takes/{first.pk}/change", {"delete": "yes"})
        self.assertEqual(Take.objects.count(), 1)
        self.assertContains(
            self.client.post(f"{address}/apply", {"take": ["x"]}, follow=True), "Choose at least one take"
        )
        self.client.force_login(self.other)
        self.assertEqual(self.client.get(address).status_code, 404)
        self.assertEqual(self.client.post(f"/takes/{second.pk}/change", {"delete": "yes"}).status_code, 404)

    def test_kept_compared_and_applied_as_one_edit(self):
        page = self.client.get(self.answer.json()["take"])
        self.assertContains(page, "rushed: cue 2")
        self.assertContains(page, "not run")
        self.assertContains(page, "0:05.3")
        applied = self.client.post(f"{self.answer.json()['take']}/apply")
        self.assertRedirects(applied, f"/shows/{self.row.pk}/")
        slide_ = in_rows.load(self.row).slides[0]
        self.assertEqual((slide_.waits, slide_.hold_ms), ({"1": 1000, "2": 0}, 4200))
        self.assertIsNone(self.edit(self.row, "undo").json()["slides"]["one"]["document"]["hold"])

    def test_what_would_not_last_as_it_was_given_is_said_before_it_is_applied_and_lasts_as_was_said(self):
        voice = {"asset": "tune", "out": 3000}
        row = self.keep(show(slide(id="said", title="The bath", narration=voice), slide(id="next")))
        instants = [
            {"kind": "slide", "at": 0, "slide": "said"},
            {"kind": "slide", "at": 1200, "slide": "next"},
            {"kind": "end", "at": 3200},
        ]
        answer = self.client.post(f"/shows/{row.pk}/takes", {"instants": instants}, content_type="application/json")
        page = self.client.get(answer.json()["take"])
        self.assertContains(page, "“The bath” lasts 0:03.6, given were 0:01.2: its voice takes longer.")
        self.assertContains(page, "Applied, the show lasts 0:05.6")
        self.client.post(f"{answer.json()['take']}/apply")
        self.assertEqual([t.length_ms for t in compile(in_rows.load(row)).times], [3600, 2000])

    def test_the_newest_is_told_to_its_owner(self):
        address = f"/shows/{self.row.pk}/takes/last"
        told = self.client.get(address).json()
        self.assertEqual((told["take"]["instants"][0]["kind"], told["given"][:7]), ("slide", "take of"))
        other = self.keep(show(slide()))
        self.assertEqual(self.client.get(f"/shows/{other.pk}/takes/last").json(), {"take": None, "given": ""})
        self.client.force_login(self.other)
        self.assertEqual(self.client.get(address).status_code, 404)

    def test_a_take_that_cannot_be_read_is_refused(self):
        bad = self.client.post(
            f"/shows/{self.row.pk}/takes", {"instants": [{"kind": "nap", "at": 0}]}, content_type="application/json"
        )
        self.assertEqual(bad.status_code, 400)
        self.assertEqual(Take.objects.count(), 1)

    def test_only_its_owner_sees_it(self):
        self.client.force_login(self.other)
        self.assertEqual(self.client.get(self.answer.json()["take"]).status_code, 404)
