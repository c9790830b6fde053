"""Every field of a show's head is kept, compared, taken back and told, as all go through the one list of them."""

from unittest.mock import patch

from django.contrib.auth import get_user_model
from django.test import TestCase
from msgspec.structs import replace

from ritornel.core.edits.places import places_changed
from ritornel.core.model import OwnEffect, Pace, Step
from ritornel.core.model.captions import CaptionLook
from ritornel.core.model.head import HEAD, IN_DOCUMENTS
from ritornel.core.model.patch import patch_to, patched
from ritornel.core.model.show import Guide, SetAside
from ritornel.core.styles import STYLES
from ritornel.desk import projection
from ritornel.shows import in_rows, keeping
from ritornel.shows.models import Show
from tests.made import show, slide

OTHER = {
    "title": "Another evening",
    "width": 1920,
    "height": 1080,
    "target_ms": 720_000,
    "language": "nb",
    "pace": Pace(wpm=111.0),
    "captions": CaptionLook(size="large"),
    "guides": (Guide("x", 320.0),),
    "style": next(iter(STYLES)),
    "styles": (replace(next(iter(STYLES.values())), name="own"),),
    "words": ("Skarholm",),
    "set_aside": (SetAside(kind="small-text", slide="s1", reason="It is a map."),),
    "effects": (OwnEffect(name="Ours", steps=(Step(id="a", effect="fade"),)),),
}
"""For each field a value that no new show has: a field that is new in the list needs one here."""


class Heads(TestCase):
    def setUp(self):
        self.owner = get_user_model().objects.create_user("head")
        self.plain = show(slide())

    def test_all_of_them_are_looked_at_here(self):
        self.assertEqual(set(OTHER), set(HEAD))

    def test_each_is_kept_and_read_again(self):
        for name, value in OTHER.items():
            with self.subTest(name):
                row = keeping.create(self.owner, replace(self.plain, **{name: value}))
                in_rows.forget()
                self.assertEqual(getattr(in_rows.load(Show.objects.get(pk=row.pk)), name), value)

    def test_one_without_a_column_is_kept_with_the_others_of_its_kind(self):
        columns = in_rows._COLUMNS - {"guides", "pace"}
        with patch.object(in_rows, "_COLUMNS", columns):
            made = replace(self.plain, guides=OTHER["guides"], pace=OTHER["pace"])
            row = Show.objects.get(pk=keeping.create(self.owner, made).pk)
            in_rows.forget()
            again = in_rows.load(row)
        self.assertEqual((again.guides, again.pace), (made.guides, made.pace))
        self.assertLessEqual({"guides", "pace"}, set(row.more))
        self.assertEqual((row.guides, row.pace), ([], {}))

    def test_each_is_where_two_can_meet_and_can_be_taken_back(self):
        for name, value in OTHER.items():
            with self.subTest(name):
                other = replace(self.plain, **{name: value})
                self.assertEqual({place[0] for place in places_changed(self.plain, other)}, {name})
                self.assertEqual(patched(other, patch_to(other, self.plain)), self.plain)
                self.assertEqual(patched(self.plain, patch_to(self.plain, other)), other)

    def test_pages_get_each_but_own_styles(self):
        row = keeping.create(self.owner, self.plain)
        told = projection.state(row, in_rows.load(row))["show"]
        self.assertEqual({IN_DOCUMENTS[name] for name in HEAD} - told.keys(), {"styles"})

    def test_one_that_cannot_be_read_is_as_in_a_new_show_and_takes_nothing_with_it(self):
        row = keeping.create(self.owner, replace(self.plain, title="Kept"))
        Show.objects.filter(pk=row.pk).update(pace={"wpm": "fast"}, guides="nowhere")
        in_rows.forget()
        again = in_rows.load(Show.objects.get(pk=row.pk))
        self.assertEqual((again.title, again.pace, again.guides), ("Kept", Pace(), ()))
