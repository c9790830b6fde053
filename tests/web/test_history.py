"""What was done, read, looked at and returned to; named moments."""

from django.urls import reverse
from django.utils.timezone import localtime

from ritornel.core.edits import read_command
from ritornel.shows import earlier, in_rows, keeping, stepping
from ritornel.shows.models import Moment
from tests.made import show, slide, text
from tests.material import OwnerCase


class History(OwnerCase):
    def setUp(self):
        super().setUp()
        one = slide(id="one", title="The bath", objects=(text("t", "Glass"),))
        self.row = self.keep(show(one, slide(id="two")))
        self.start = in_rows.load(self.row)
        self.done(do="set-objects", slide="one", values={"t": {"x": 50}})
        self.done(do="set-slides", slides=["one", "two"], values={"hold": 900})
        self.done(do="delete-slides", slides=["two"])

    def done(self, **command):
        self.row.refresh_from_db()
        return keeping.edit(self.row.pk, self.row.revision, read_command(command))

    def address(self, name: str, *args):
        return reverse(f"history:{name.removeprefix('-') or 'history'}", args=[self.row.pk, *args])

    def get(self, **query):
        return self.client.get(self.address(""), query)

    def now(self):
        self.row.refresh_from_db()
        in_rows.forget()
        return in_rows.load(self.row)

    def test_edits_are_told_with_what_they_touched(self):
        told = " ".join(self.get().content.decode().split())
        for words in (
            "Moved “Glass”, on “The bath”", "Set the hold, on 2 slides", "Deleted “Slide 2”", "As it was at first",
        ):  # fmt: skip
            self.assertIn(words, told)

    def test_any_point_is_looked_at_and_nothing_changes(self):
        before = self.now()
        self.assertEqual([len(self.get(at=n).context["slides"]) for n in (0, 2, 3)], [2, 2, 1])
        self.assertEqual(earlier.state_at(self.row, 0).slides, self.start.slides)
        self.assertEqual(earlier.state_at(self.row, 1).slides[0].objects[1].x, 50)
        picture = self.client.get(self.address("-picture"), {"at": 1, "slide": "two"})
        self.assertEqual((picture.status_code, picture["Content-Type"]), (200, "image/png"))
        self.assertEqual(self.client.get(self.address("-picture"), {"slide": "two"}).status_code, 404)
        self.assertEqual(self.now(), before)

    def test_returning_is_an_edit_that_one_undo_takes_back(self):
        before, then = self.now(), earlier.state_at(self.row, 1)
        answer = self.client.post(self.address("-return") + "?at=1")
        self.assertRedirects(answer, reverse("desk:desk", args=[self.row.pk]), fetch_redirect_response=False)
        self.assertEqual(self.now().slides, then.slides)
        self.assertIn(
            f"Returned to {localtime(self.row.history.get(number=1).made_at):%H:%M}, on 2 slides",
            self.get().content.decode(),
        )
        stepping.undo(self.row.pk, self.row.revision)
        self.assertEqual(self.now(), before)

    def test_what_was_undone_can_be_looked_at_until_it_is_edited_past(self):
        self.now()
        stepping.undo(self.row.pk, self.row.revision)
        self.row.refresh_from_db()
        self.assertEqual(len(earlier.state_at(self.row, 3).slides), 1)
        self.assertEqual(self.get(at=99).context["number"], 3)

    def test_a_named_moment_stays_for_good(self):
        self.client.post(self.address("-name") + "?at=0", {"name": "before the dress rehearsal"})
        moment = Moment.objects.get()
        self.row.refresh_from_db()
        self.row.history.all().delete()
        self.row.history_place = 0
        self.row.save()
        shown = self.get(moment=moment.pk).context
        self.assertEqual((shown["looked_at"], len(shown["slides"])), ("“before the dress rehearsal”", 2))
        self.client.post(self.address("-return") + f"?moment={moment.pk}")
        self.assertEqual(self.now().slides, self.start.slides)
        self.assertTrue(self.get(moment=moment.pk).context["is_now"])
        self.client.post(self.address("-name"), {"name": "  "})
        self.assertEqual(Moment.objects.count(), 1)
        self.client.post(self.address("-forget", moment.pk))
        self.assertEqual(Moment.objects.count(), 0)

    def test_odd_addresses_break_nothing_and_nobody_else_sees_it(self):
        for query in ({"at": "x"}, {"at": "9" * 40}, {"page": "x"}, {"at": "-1"}):
            self.assertEqual(self.get(**query).status_code, 200)
        self.assertEqual(self.get(moment="x").status_code, 404)
        self.client.logout()
        self.assertEqual(self.get().status_code, 302)

    def test_guides_are_kept_with_the_show_and_undone_like_anything(self):
        self.done(do="set-show", values={"guides": [{"axis": "x", "at": 64.5}]})
        self.assertEqual([(g.axis, g.at) for g in self.now().guides], [("x", 64.5)])
        stepping.undo(self.row.pk, self.row.revision)
        self.assertEqual(self.now().guides, ())
