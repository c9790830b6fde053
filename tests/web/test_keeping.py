"""Shows in rows: every edit is kept, with its history, and nothing else changes."""

from django.contrib.auth import get_user_model
from hypothesis import given, settings
from hypothesis.extra.django import TestCase as PropertyCase

from ritornel.core.edits import read_command
from ritornel.shows import keeping
from ritornel.shows.models import Entry
from tests.made import LAMP, SHOWS, show, slide, step
from tests.material import OwnerCase


class Rows(PropertyCase):
    @settings(max_examples=25, deadline=None)
    @given(SHOWS)
    def test_a_show_comes_back_as_it_was_kept(self, made):
        owner, _ = get_user_model().objects.get_or_create(username="keeper")
        kept = keeping.load(keeping.create(owner, made))
        self.assertEqual((kept.slides, kept.pace, kept.beds), (made.slides, made.pace, made.beds))


class History(OwnerCase):
    def setUp(self):
        super().setUp()
        self.row = self.keep(show(slide(step("a"), id="one", script=LAMP), slide(id="two"), slide(id="three")))
        self.start = keeping.load(self.row)

    def done(self, **command):
        self.row.refresh_from_db()
        return keeping.edit(self.row.pk, self.row.revision, read_command(command))

    def undone(self):
        self.row.refresh_from_db()
        return keeping.undo(self.row.pk, self.row.revision).after

    def redone(self):
        self.row.refresh_from_db()
        return keeping.redo(self.row.pk, self.row.revision).after

    def test_undo_and_redo_go_through_every_kind_of_change(self):
        commands = [
            {"do": "set-slides", "slides": ["one"], "values": {"hold": 900}},
            {"do": "delete-slides", "slides": ["two"]},
            {"do": "move-slides", "slides": ["three"], "before": "one"},
            {"do": "set-show", "values": {"title": "New", "pace": {"wpm": 100}}},
            {"do": "set-chapter", "slide": "three", "title": "Part"},
            {"do": "add-slide", "after": "three"},
            {"do": "set-bed", "values": {"asset": "tune"}},
        ]
        states = [self.start]
        for command in commands:
            states.append(self.done(**command).after)
        for expected in reversed(states[:-1]):
            self.undone()
            self.assertEqual(keeping.load(self.row_again()), expected)
        for expected in states[1:]:
            self.redone()
            self.assertEqual(keeping.load(self.row_again()), expected)

    def row_again(self):
        self.row.refresh_from_db()
        return self.row

    def test_the_ends_of_the_history(self):
        with self.assertRaises(keeping.NothingThere):
            self.undone()
        with self.assertRaises(keeping.NothingThere):
            self.redone()

    def test_an_edit_after_an_undo_begins_a_new_line_and_the_old_one_is_kept(self):
        self.done(do="set-show", values={"title": "First"})
        self.undone()
        self.done(do="set-show", values={"title": "Second"})
        with self.assertRaises(keeping.NothingThere):
            self.redone()
        self.assertEqual(list(Entry.objects.values_list("superseded", flat=True)), [True, False])

    def test_an_edit_that_changes_nothing_leaves_no_trace(self):
        self.done(do="move-slides", slides=["one"], before="two")
        self.assertEqual(Entry.objects.count(), 0)

    def test_a_stale_revision_is_refused(self):
        self.done(do="set-show", values={"title": "First"})
        with self.assertRaises(keeping.StaleRevision):
            keeping.edit(self.row.pk, 0, read_command({"do": "set-show", "values": {"title": "Late"}}))
        self.assertEqual(keeping.load(self.row_again()).title, "First")
