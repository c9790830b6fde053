"""What a stranger's page or file can send: refused in words, nothing kept, nothing broken, nothing told to others."""

import json
from unittest.mock import patch

from django.db import connection

from ritornel.core.model.stored import stored_slide
from ritornel.shows import in_rows, keeping
from ritornel.shows.models import Entry, Show, Slide
from tests.files import png
from tests.made import LAMP, edits, show, slide, step, text
from tests.material import OwnerCase, asset


class HostileEdits(OwnerCase):
    def setUp(self):
        super().setUp()
        self.row = self.keep(
            show(
                slide(
                    step("a", effect="fade"),
                    script=LAMP,
                    objects=(text("t", "One"), {"id": "p", "kind": "picture"}),
                    id="one",
                )
            )
        )

    def refused(self, body: str | bytes) -> str:
        before = in_rows.load(self.row)
        answer = self.client.post(f"/shows/{self.row.pk}/edit", body, content_type="application/json")
        self.assertEqual(answer.status_code, 400, answer.content[:300])
        self.row.refresh_from_db()
        self.assertEqual((self.row.revision, in_rows.load(self.row)), (0, before))
        return answer.json()["error"]

    def command(self, **command) -> str:
        return self.refused(json.dumps(edits(0, command)))

    def test_bodies_that_are_no_edits(self):
        whole = json.dumps(edits(0, "undo"))
        for body in (
            "", "null", "[]", "{}", '"x"', b"\xff\xfe", "[" * 50_000, json.dumps(edits(0)), json.dumps(edits(0, 5)),
            whole.replace('"have": 0', '"have": 1e999'), whole.replace('"have": 0', '"have": Infinity'), whole.replace('"base": 0', '"base": "0"'),
            whole.replace('"base": 0', '"base": ' + "9" * 5000), whole.replace('"base": 0', '"base": -1'), json.dumps(edits(0, "do")),
            whole.replace('"page": "page-1"', '"page": ""'), json.dumps(edits(0, *["undo"] * 201)), json.dumps(edits(0, "undo", near=["x"] * 51)),
            json.dumps(edits(0, {"do": "set-show", "values": {"title": "TITLE"}})).replace("TITLE", "\\ud800"),
        ):  # fmt: skip
            self.assertTrue(self.refused(body), str(body)[:40])

    def test_values_that_no_show_may_have(self):
        place = {"x": 1e9}
        self.assertIn("x must be", self.command(do="set-objects", slide="one", values={"t": place}))
        self.assertIn("300 long", self.command(do="set-chapter", slide="one", title="x" * 400))
        self.assertIn("hold must be", self.command(do="set-slides", values={"hold": 10**12}))
        self.assertIn("cues by their numbers", self.command(do="set-slides", values={"waits": {"9" * 5000: 1}}))
        self.assertIn("cannot be set", self.command(do="set-slides", values={"unreadable": "x"}))
        for odd in ({"asset": {"x": 1}}, {"asset": []}, {"asset": 5}):
            self.assertIn("asset must be text", self.command(do="set-objects", slide="one", values={"p": odd}))
            self.assertTrue(self.command(do="add-bed", values=odd))
        full = "x" * 49_990 + " [1] [2]"
        self.assertIn("script must be", self.command(do="set-slides", values={"script": full + "x" * 20}))
        self.assertIn("must be at most 1,000 long", self.command(do="delete-steps", slide="one", steps=["a"] * 1001))

    def test_settings_are_checked_against_what_the_effect_declares(self):
        def set_(**values) -> str:
            return self.command(do="set-steps", slide="one", steps=["a"], values=values)

        self.assertIn("“fade” has no setting “size”", set_(params={"size": 5}))
        self.assertIn("size must be between 0 and 95 %, and is 200", set_(effect="grow", params={"size": 200}))
        self.assertIn("size must be between 0 and 95 %, and is True", set_(effect="grow", params={"size": True}))
        self.assertIn("there is no entrance “swirl”", set_(effect="swirl"))
        self.assertIn("side must be one of left, top-left", set_(effect="slide", params={"side": "under"}))
        self.assertIn("is no easing", set_(easing="swoosh"))
        self.assertIn(
            "transition “iris” is not known", self.command(do="set-slides", values={"transition": {"type": "iris"}})
        )
        wrong = {"type": "push", "subtype": "sideways"}
        self.assertIn("has no form “sideways”", self.command(do="set-slides", values={"transition": wrong}))
        built = {"do": "add-builds", "slide": "one", "objects": ["t"], "effect": "swirl"}
        self.assertIn("there is no entrance", self.command(**built))

    def test_what_a_document_brought_stays_settable_around(self):
        odd = slide(step("a", effect="swirl"), transition={"type": "iris"}, id="one")
        row = self.keep(show(odd))
        longer = {"transition": {"type": "iris", "duration": 700}}
        answer = self.edit(row, {"do": "set-slides", "slides": ["one"], "values": longer})
        self.assertEqual(answer.status_code, 200)
        answer = self.edit(row, {"do": "set-steps", "slide": "one", "steps": ["a"], "values": {"delay": 100}})
        self.assertEqual(answer.status_code, 200)

    def test_what_nobody_foresaw_is_a_sentence_and_a_line_in_the_log(self):
        for broken in (
            "ritornel.core.edits.compile",
            "ritornel.core.edits.findings",
            "ritornel.shows.keeping.patch_to",
        ):
            with patch(broken, side_effect=ZeroDivisionError), self.assertLogs("ritornel", "ERROR") as log:
                words = self.command(do="set-show", values={"title": "Other"})
            self.assertIn("nothing was changed", words)
            self.assertIn("ZeroDivisionError", log.output[0])
        with patch("ritornel.core.edits.compile", side_effect=MemoryError), self.assertLogs("ritornel", "ERROR"):
            self.command(do="set-show", values={"title": "Other"})
        self.assertEqual(Entry.objects.count(), 0)

    def test_a_show_that_would_last_for_ever(self):
        values = {"repeat": 1000, "duration": 86_400_000}
        self.assertIn("longer than 11.6 days", self.command(do="set-steps", slide="one", steps=["a"], values=values))

    def test_trials_too(self):
        for command in ({"do": "set-objects", "slide": "one", "values": {"t": {"x": 1e9}}}, {"do": []}, {}):
            answer = self.client.post(
                f"/shows/{self.row.pk}/try", {"commands": [command]}, content_type="application/json"
            )
            self.assertEqual((answer.status_code, bool(answer.json()["error"])), (400, True))

    def test_nothing_is_computed_while_the_database_is_locked(self):
        def not_locked(show_):
            self.assertFalse(connection.in_atomic_block and len(connection.savepoint_ids) > depth)
            return compiled(show_)

        from ritornel.core.score import compile as compiled

        depth = len(connection.savepoint_ids)
        with patch("ritornel.core.edits.compile", side_effect=not_locked) as seen:
            self.assertEqual(self.edit(self.row, {"do": "set-show", "values": {"title": "New"}}).status_code, 200)
        self.assertTrue(seen.called)

    def test_bodies_beyond_the_limit(self):
        answer = self.client.post(f"/shows/{self.row.pk}/edit", b" " * 17_000_000, content_type="application/json")
        self.assertEqual((answer.status_code, "larger" in answer.json()["error"]), (413, True))


class WhatWasKeptBefore(OwnerCase):
    """Rows that today's rules would refuse are read all the same."""

    def setUp(self):
        super().setUp()
        self.row = self.keep(show(*(slide(id=k, title=k.title()) for k in ("one", "two", "three"))))
        self.bad = '{"id": "two", "title": "Two", "objects": [{"kind": "shape", "id": "s", "x": 1e7}]}'

    def test_a_show_with_one_bad_slide_opens_with_that_slide_named_and_the_rest_intact(self):
        for document in (self.bad, "{", '{"id": "two", "hold": -5}', "[" * 5000):
            Slide.objects.filter(key="two").update(document=document)
            page = self.client.get(f"/shows/{self.row.pk}/")
            self.assertContains(page, "Slide 2 cannot be read")
            self.assertEqual([s.title for s in in_rows.load(self.row).slides][::2], ["One", "Three"])
            self.assertEqual(
                self.edit(self.row, {"do": "set-slides", "slides": ["one"], "values": {"hold": 5}}).status_code, 200
            )
            self.assertEqual(self.edit(self.row, "undo").status_code, 200)
            self.assertEqual(Slide.objects.get(key="two").document, document)

    def test_what_could_not_be_read_is_not_lost_whatever_is_done(self):
        Slide.objects.filter(key="two").update(document=self.bad)
        for command in (
            {"do": "duplicate-slides", "slides": ["two"]}, {"do": "delete-slides", "slides": ["two"]}, "undo", "redo", "undo",
            {"do": "move-slides", "slides": ["two"], "before": "one"},
        ):  # fmt: skip
            self.assertEqual(self.edit(self.row, command).status_code, 200, command)
        held = {s.id: s.unreadable for s in in_rows.load(self.row).slides}
        self.assertEqual((held["two"], held["slide-1"], held["one"]), (self.bad, self.bad, ""))
        readable = self.bad.replace("1e7", "17")
        mended = stored_slide("slide-1", json.dumps({"id": "slide-1", "unreadable": readable}))
        self.assertEqual((mended.id, mended.objects[0].x, mended.unreadable), ("slide-1", 17, ""))

    def test_bad_chapters_beds_and_pace_do_not_keep_a_show_away(self):
        self.row.chapters.create(key="c", title="x", first="gone", place=0)
        self.row.beds.create(key="b", document='{"id": "b", "gain_db": 900}')
        Show.objects.filter(pk=self.row.pk).update(pace={"wpm": -1})
        self.row.refresh_from_db()
        self.assertEqual(self.client.get(f"/shows/{self.row.pk}/").status_code, 200)
        self.assertEqual(self.edit(self.row, {"do": "set-show", "values": {"title": "Still here"}}).status_code, 200)
        self.assertEqual(self.row.beds.count(), 1)

    def test_the_only_slide_deleted_one_added_and_all_taken_back(self):
        row = self.keep(show(slide(id="only", title="Only")))
        for command in (
            {"do": "delete-slides", "slides": ["only"]},
            {"do": "add-slide", "after": None},
            "undo",
            "undo",
        ):
            self.assertEqual(self.edit(row, command).status_code, 200, command)
        self.assertEqual([s.title for s in in_rows.load(row).slides], ["Only"])

    def test_what_today_was_kept_and_then_could_not_be_read(self):
        far = {"id": "far", "kind": "shape", "x": 99_990, "y": 99_999}
        row = self.keep(show(slide(objects=(far,), id="slide-" + "9" * 74)))
        for command in (
            {"do": "duplicate-objects", "slide": "slide-" + "9" * 74, "objects": ["far"]}, {"do": "add-slide", "after": None},
        ):  # fmt: skip
            self.assertEqual(self.edit(row, command).status_code, 200)
        loaded = in_rows.load(row)
        self.assertEqual(
            [(o.x, o.y) for o in loaded.slides[0].objects if o.id != "box"], [(99_990, 99_999), (100_000, 100_000)]
        )
        self.assertEqual([s.unreadable for s in loaded.slides], ["", ""])

    def test_a_renumbered_mark_in_a_full_script_is_refused_in_words(self):
        script = ("x" * 49_990 + " [1] [9]").ljust(50_000, "y")
        row = self.keep(show(slide(step("a"), step("b", "alongside"), script=script, id="one")))
        answer = self.edit(row, {"do": "move-steps", "slide": "one", "steps": ["b"], "cue": 0, "new_cue": True})
        self.assertEqual((answer.status_code, "at most 50,000 long" in answer.json()["error"]), (400, True))
        self.assertEqual(len(in_rows.load(row).slides[0].script), 50_000)


class TwoOwners(OwnerCase):
    def test_one_owners_names_never_reach_another(self):
        document = slide(objects=({"id": "p", "kind": "picture"},), id="one")
        pages = []
        for owner, name in ((self.owner, "secret plan.png"), (self.other, "holiday.png")):
            document["objects"][1]["asset"] = asset(owner, name, png()).sha256
            row = keeping.create(owner, show(document))
            self.client.force_login(owner)
            pages.append(self.client.get(f"/shows/{row.pk}/state?near=one").json()["slides"]["one"]["names"]["p"])
        self.assertEqual(pages, ["Secret plan", "Holiday"])
