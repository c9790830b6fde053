"""Shows in rows: every edit is kept, with its history, and nothing else changes."""

import uuid
from datetime import timedelta

from django.contrib.auth import get_user_model
from hypothesis import given
from hypothesis.extra.django import TestCase as PropertyCase

from ritornel.core.edits import read_command
from ritornel.shows import in_rows, keeping, stepping
from ritornel.shows.models import Change, Entry, Show, Slide
from tests.examples import examples
from tests.made import LAMP, SHOWS, show, slide, step
from tests.material import OwnerCase


class Rows(PropertyCase):
    @examples(25)
    @given(SHOWS)
    def test_a_show_comes_back_as_it_was_kept(self, made):
        owner, _ = get_user_model().objects.get_or_create(username="keeper")
        row = keeping.create(owner, made)
        in_rows.forget()
        kept = in_rows.load(row)
        self.assertEqual((kept.slides, kept.pace, kept.beds), (made.slides, made.pace, made.beds))


class History(OwnerCase):
    def setUp(self):
        super().setUp()
        self.row = self.keep(show(slide(step("a"), id="one", script=LAMP), slide(id="two"), slide(id="three")))
        self.start = in_rows.load(self.row)

    def done(self, **command):
        self.row.refresh_from_db()
        return keeping.edit(self.row.pk, self.row.revision, read_command(command))

    def undone(self):
        self.row.refresh_from_db()
        return stepping.undo(self.row.pk, self.row.revision).after

    def redone(self):
        self.row.refresh_from_db()
        return stepping.redo(self.row.pk, self.row.revision).after

    def test_undo_and_redo_go_through_every_kind_of_change(self):
        commands = [
            {"do": "set-slides", "slides": ["one"], "values": {"hold": 900}},
            {"do": "delete-slides", "slides": ["two"]},
            {"do": "move-slides", "slides": ["three"], "before": "one"},
            {"do": "set-show", "values": {"title": "New", "pace": {"wpm": 100}}},
            {"do": "set-chapter", "slide": "three", "title": "Part"},
            {"do": "add-slide", "after": "three"},
            {"do": "add-bed", "id": "sea", "values": {"asset": "tune"}},
            {"do": "add-bed", "id": "wind", "values": {"asset": "tune"}},
            {"do": "set-bed", "bed": "sea", "values": {"loop": False}},
            {"do": "delete-bed", "bed": "sea"},
        ]
        states = [self.start]
        for command in commands:
            states.append(self.done(**command).after)
        for expected in reversed(states[:-1]):
            self.undone()
            self.assertEqual(in_rows.load(self.row_again()), expected)
        for expected in states[1:]:
            self.redone()
            self.assertEqual(in_rows.load(self.row_again()), expected)

    def row_again(self):
        self.row.refresh_from_db()
        in_rows.forget()
        return self.row

    def test_the_ends_of_the_history(self):
        with self.assertRaises(stepping.NothingThere):
            self.undone()
        with self.assertRaises(stepping.NothingThere):
            self.redone()

    def test_an_edit_after_an_undo_begins_a_new_line_and_the_old_one_is_kept(self):
        self.done(do="set-show", values={"title": "First"})
        self.undone()
        self.done(do="set-show", values={"title": "Second"})
        with self.assertRaises(stepping.NothingThere):
            self.redone()
        self.assertEqual(list(Entry.objects.values_list("superseded", flat=True)), [True, False])

    def test_an_edit_that_changes_nothing_leaves_no_trace(self):
        self.done(do="move-slides", slides=["one"], before="two")
        self.assertEqual(Entry.objects.count(), 0)

    def test_what_was_done_on_an_older_revision_is_done_on_the_newest_if_they_do_not_meet(self):
        self.by("other", do="set-show", values={"title": "First"})
        self.by("mine", do="set-slides", slides=["one"], values={"hold": 900})
        now = in_rows.load(self.row_again())
        self.assertEqual((now.title, now.slides[0].hold_ms), ("First", 900))

    def test_what_others_changed_meanwhile_is_not_changed_back_unseen(self):
        self.by("other", do="set-slides", slides=["one"], values={"hold": 900})
        for command in (
            {"do": "set-slides", "slides": ["one", "two"], "values": {"hold": 700}},
            {"do": "delete-slides", "slides": ["one"]},
        ):
            with self.assertRaises(keeping.Collision):
                self.by("mine", **command)
        for act in (stepping.undo, stepping.redo):
            with self.assertRaises(keeping.Collision):
                act(self.row.pk, 0, keeping.Author("mine", "x"))
        self.assertEqual(in_rows.load(self.row_again()).slides[0].hold_ms, 900)
        self.assertEqual(stepping.undo(self.row.pk, 0, keeping.Author("other", "x")).after, self.start)

    def test_ones_own_edits_do_not_meet(self):
        for hold in (700, 900):
            self.by("mine", do="set-slides", slides=["one"], values={"hold": hold})
        self.assertEqual(in_rows.load(self.row_again()).slides[0].hold_ms, 900)

    def test_a_command_that_comes_again_is_not_carried_out_again(self):
        command = read_command({"do": "add-slide"})
        first = keeping.edit(self.row.pk, 0, command, keeping.Author("mine", "a"))
        again = keeping.edit(self.row.pk, 0, command, keeping.Author("mine", "a"))
        self.assertEqual((len(again.after.slides), again.row.revision), (4, first.row.revision))
        for _ in range(2):
            stepping.undo(self.row.pk, 0, keeping.Author("mine", "b"))
        self.assertEqual((in_rows.load(self.row_again()), self.row.revision), (self.start, 2))

    def test_what_was_kept_last_is_the_very_same_show_until_its_row_says_otherwise(self):
        kept = self.done(do="set-slides", slides=["one"], values={"hold": 900})
        self.row.refresh_from_db()
        self.assertIs(in_rows.load(self.row), kept.after)
        one = self.row.slides.get(key="one")
        one.document = one.document.replace("900", "700")
        one.save()
        for changed, hold in (
            ({"revision": self.row.revision + 1}, 700),
            ({"kept_at": self.row.kept_at - timedelta(days=1)}, 500),
        ):
            Show.objects.filter(pk=self.row.pk).update(**changed)
            self.row.refresh_from_db()
            self.assertEqual(in_rows.load(self.row).slides[0].hold_ms, hold)
            Slide.objects.filter(pk=one.pk).update(document=one.document.replace("700", "500"))

    def test_a_revision_that_is_not_known_any_more_is_refused(self):
        self.by("other", do="set-show", values={"title": "First"})
        Change.objects.all().delete()
        for base in (0, 5):
            with self.assertRaises(keeping.Collision):
                keeping.edit(self.row.pk, base, read_command({"do": "add-slide"}), keeping.Author("mine", "x"))
        self.assertEqual(in_rows.load(self.row_again()).title, "First")

    def by(self, page: str, **command):
        """Carried out by a page that has not seen what others did."""
        by = keeping.Author(page, str(uuid.uuid4()))
        return keeping.edit(self.row.pk, 0, read_command(command), by)
