"""Whatever edits make can be kept, read, played, exported and taken in again; and everything can be taken back."""

import json
from typing import Any
from unittest.mock import patch

from hypothesis import given
from hypothesis import strategies as st
from hypothesis.extra.django import SimpleTestCase

from ritornel.core.edits import BadEdit, apply, read_command
from ritornel.core.model import Show, limits
from ritornel.core.model.patch import patch_to, patched
from ritornel.core.model.reading import BadDocument, read_show
from ritornel.core.model.stored import stored_slide
from ritornel.core.model.writing import encoded, plain, write_show
from ritornel.core.score import compile, forget
from tests.examples import examples
from tests.made import LAMP, SHOWS, edited, show, slide, step, text


@st.composite
def commands(draw: st.DrawFn, made: Show) -> dict[str, Any]:
    """An edit of any kind, also at the edges of what is allowed; perhaps one that cannot be done."""
    ids = [s.id for s in made.slides] or ["none"]
    one = draw(st.sampled_from(made.slides)) if made.slides else None
    focus = one.id if one else "none"
    objects = [o.id for o in one.objects] if one else []
    thing = draw(st.sampled_from(objects)) if objects else "none"
    steps = [s.id for s in one.running_order] if one and one.running_order else ["none"]
    far = draw(st.sampled_from([99_990, -99_990, 0, 5.5]))
    ms = draw(st.integers(-3000, 9000))
    return draw(
        st.sampled_from(
            [
                {"do": "add-slide", "after": draw(st.sampled_from([None, *ids]))},
                {"do": "delete-slides", "slides": [focus]},
                {"do": "duplicate-slides", "slides": [focus]},
                {"do": "move-slides", "slides": [focus], "before": ids[0]},
                {
                    "do": "add-object",
                    "slide": focus,
                    "object": {"kind": "text", "x": far, "paragraphs": [{"text": "New"}]},
                },
                {"do": "set-objects", "slide": focus, "values": {thing: {"x": far, "y": far}}},
                {"do": "duplicate-objects", "slide": focus, "objects": [thing]},
                {"do": "delete-objects", "slide": focus, "objects": [thing]},
                {
                    "do": "add-builds",
                    "slide": focus,
                    "objects": [thing],
                    "effect": "fade",
                    "order": "each",
                    "by": "line",
                },
                {"do": "move-steps", "slide": focus, "steps": steps[:1], "cue": 0, "new_cue": True},
                {"do": "delete-steps", "slide": focus, "steps": steps[:2]},
                {"do": "set-slides", "slides": [focus], "values": {"hold": abs(ms), "script": f"[1] {ms} [2] words."}},
                {"do": "set-chapter", "slide": focus, "title": "Chapter " * draw(st.sampled_from([0, 1, 37, 60]))},
                {"do": "drag-cue", "slide": focus, "cue": 1, "by": ms},
                {"do": "stretch-build", "slide": focus, "step": steps[0], "edge": "start", "by": ms},
                {"do": "drag-slide-end", "slide": focus, "by": ms},
                {
                    "do": "set-show",
                    "values": {"title": "T" * draw(st.sampled_from([1, 300, 301])), "pace": {"wpm": 99.5}},
                },
                {"do": "add-bed", "values": {"asset": "tune", "gain_db": -6.0}},
            ]
        )
    )


class AnyChain(SimpleTestCase):
    @examples(60)
    @given(SHOWS, st.data())
    def test_of_edits_undos_and_redos(self, made: Show, data: st.DataObject):
        states, place = [made], 0
        warm = [(made, compile(made))]
        for _ in range(data.draw(st.integers(1, 8))):
            turn = data.draw(st.sampled_from(["edit", "edit", "edit", "undo", "redo"]))
            if turn == "undo" and place > 0:
                place -= 1
                back = patched(states[place + 1], patch_to(states[place + 1], states[place]))
                self.assertEqual(back.slides, states[place].slides)
            elif turn == "redo" and place + 1 < len(states):
                place += 1
            elif turn == "edit":
                try:
                    changed = apply(states[place], read_command(data.draw(commands(states[place]))))
                except BadEdit:
                    continue
                states[place + 1 :] = [changed]
                place += 1
            self.assert_good(states[place])
            warm.append((states[place], compile(states[place])))
        for state, compiled in warm:  # what was computed of the states before changes nothing
            forget()
            self.assertEqual(compile(state), compiled)

    def assert_good(self, made: Show):
        compile(made)
        again = read_show(write_show(made))
        self.assertEqual(again, made)
        self.assertEqual(write_show(again), write_show(made))
        for one in made.slides:
            self.assertEqual(stored_slide(one.id, encoded(one).decode()), one)
            self.assertTrue(all(o.lineage for o in one.objects))


class Checked(SimpleTestCase):
    """An edit's result goes through the checks of reading, is compiled and looked through, or there is none."""

    def setUp(self):
        self.show = show(slide(step("a"), script=LAMP, id="one", objects=(text("t", "One"),)), slide(id="two"))

    def refused(self, **command) -> str:
        with self.assertRaises(BadEdit) as caught:
            edited(self.show, **command)
        return str(caught.exception)

    def test_titles_of_chapters_and_values_of_beds(self):
        self.assertIn("title must be at most 300 long", self.refused(do="set-chapter", slide="one", title="x" * 301))
        self.assertEqual(edited(self.show, do="set-chapter", slide="one", title="x" * 300).chapters[0].title, "x" * 300)
        self.assertIn("gain_db must be 24 or less", self.refused(do="add-bed", values={"gain_db": 25}))
        self.assertIn("wpm must be more than 0", self.refused(do="set-show", values={"pace": {"wpm": 0}}))

    def test_the_most_that_a_show_may_have(self):
        with patch.object(limits, "BUILDS", 1):
            build = {"do": "add-builds", "slide": "two", "objects": ["box"]}
            self.assertIn("may have 1 builds at most, and this would have 2", self.refused(**build))
        with patch.object(limits, "SCRIPT_CHARACTERS", len(LAMP) + 3):
            edited(self.show, do="set-slides", slides=["two"], values={"script": "abc"})
            self.assertIn(
                "characters of script", self.refused(do="set-slides", slides=["two"], values={"script": "abcd"})
            )
        with patch.object(limits, "TEXT_CHARACTERS", 5):
            line = [{"text": "Three"}]
            edited(self.show, do="set-objects", slide="one", values={"t": {"paragraphs": line}})
            more = {"t": {"paragraphs": [*line, {"text": "!"}]}}
            self.assertIn("characters of text", self.refused(do="set-objects", slide="one", values=more))
        with patch.object(limits, "OBJECTS", 3):
            self.assertIn("3 objects", self.refused(do="add-object", slide="two", object={"kind": "shape"}))
        with patch.object(limits, "SLIDES", 2):
            self.assertIn("2 slides", self.refused(do="add-slide"))
        with patch.object(limits, "BUILDS_ON_A_SLIDE", 2):
            lines = [{"text": str(n)} for n in range(3)]
            made = edited(self.show, do="set-objects", slide="one", values={"t": {"paragraphs": lines}})
            with self.assertRaisesRegex(BadEdit, "2 builds at most"):
                edited(made, do="add-builds", slide="one", objects=["t"], by="line")

    def test_a_show_that_would_last_too_long(self):
        most = limits.LENGTH_MS
        with patch.object(limits, "LENGTH_MS", 20_000):
            self.assertIn(
                "longer than 0.0 days", self.refused(do="set-slides", slides=["two"], values={"length": 20_000})
            )
            edited(
                self.show,
                do="set-slides",
                slides=["two"],
                values={"length": 20_000 - compile(self.show).times[0].length_ms},
            )
        self.assertEqual(most // 86_400_000, 11)

    def test_whatever_breaks_while_it_is_compiled_or_looked_through_breaks_before_it_is_kept(self):
        for broken in ("compile", "findings"):
            with (
                patch(f"ritornel.core.edits.{broken}", side_effect=ZeroDivisionError),
                self.assertRaises(ZeroDivisionError),
            ):
                edited(self.show, do="set-show", values={"title": "x"})

    def test_slides_that_an_edit_did_not_touch_are_the_same_things(self):
        changed = edited(self.show, do="set-slides", slides=["two"], values={"hold": 5})
        self.assertIs(changed.slides[0], self.show.slides[0])

    def test_copies_near_the_edge_stay_on_the_plane(self):
        made = show(slide(objects=({"id": "far", "kind": "shape", "x": 99_990, "y": -50.5},), id="one"))
        copy = edited(made, do="duplicate-objects", slide="one", objects=["far"]).slides[0].objects[-1]
        self.assertEqual((copy.x, copy.y, copy.lineage), (100_000, -26.5, "far"))

    def test_fresh_ids_are_short_whatever_ids_there_are(self):
        made = show(slide(id="slide-" + "9" * 74), slide(id="slide-7"), slide(id="slide-08"))
        self.assertEqual(edited(made, do="add-slide").slides[-1].id, "slide-9")

    def test_new_objects_avoid_ids_and_lineages(self):
        made = show(
            slide(
                objects=({"id": "x", "kind": "shape", "lineage": "object-4"}, {"id": "object-2", "kind": "shape"}),
                id="one",
            )
        )
        new = edited(made, do="add-object", slide="one", object={"kind": "shape"}).slides[0].objects[-1]
        self.assertEqual((new.id, new.lineage), ("object-5", "object-5"))


class Lineages(SimpleTestCase):
    def lineages(self, *slides) -> list[list[str]]:
        made = read_show({"slides": [{"objects": list(objects)} for objects in slides]})
        return [[o.lineage for o in s.objects] for s in made.slides]

    def test_what_says_nothing_of_being_the_same_is_not(self):
        self.assertEqual(
            self.lineages([{}], [{}], [{"id": "object-1"}]), [["object-1"], ["object-1-2"], ["object-1-3"]]
        )

    def test_what_names_another_is_the_same(self):
        self.assertEqual(self.lineages([{"id": "a"}], [{"id": "b", "lineage": "a"}]), [["a"], ["a"]])
        self.assertEqual(self.lineages([{"id": "a"}], [{"id": "a", "lineage": "a"}]), [["a"], ["a"]])

    def test_given_names_meet_no_other(self):
        self.assertEqual(self.lineages([{"id": "a"}, {"id": "a-2"}], [{"id": "a"}]), [["a", "a-2"], ["a-3"]])

    def test_the_same_text_under_the_same_id_is_still_to_be_read(self):
        words = text("t", "x" * 90)
        self.assertEqual(compile(show(slide(objects=(words,)), slide(objects=(words,)))).times[1].hold_ms, 6000)


class EqualBytes(SimpleTestCase):
    def test_equal_shows_give_equal_bytes_however_they_came_to_be(self):
        one = read_show(
            {"slides": [{"objects": [{"id": "a", "x": 0.0, "width": 320, "opacity": 1.0}], "waits": {"2": 5, "1": 6}}]}
        )
        other = read_show(
            {
                "slides": [
                    {"transition": {"type": "cut"}, "objects": [{"id": "a", "x": -0.0}], "waits": {"1": 6, "2": 5}}
                ]
            }
        )
        self.assertEqual(one, other)
        self.assertEqual(write_show(one), write_show(other))
        self.assertEqual(plain(one.slides[0].objects[0]), {"kind": "shape", "id": "a", "lineage": "a"})

    @examples(40)
    @given(SHOWS)
    def test_what_is_written_and_read_is_equal_in_bytes_too(self, made: Show):
        again = read_show(write_show(made))
        self.assertEqual((again, encoded(again)), (made, encoded(made)))

    def test_whole_numbers_are_written_as_such(self):
        (thing,) = read_show({"slides": [{"objects": [{"x": 5.0, "y": 5.25, "rotation": 1e-9}]}]}).slides[0].objects
        self.assertEqual({k: plain(thing)[k] for k in ("x", "y", "rotation")}, {"x": 5, "y": 5.25, "rotation": 1e-9})
        self.assertIn(b'"x":5,', encoded(thing))


class Patches(SimpleTestCase):
    def test_the_last_slide_deleted_and_taken_back(self):
        made = show(slide(id="only"))
        none = edited(made, do="delete-slides", slides=["only"])
        self.assertEqual(patched(none, patch_to(none, made)).slides, made.slides)
        self.assertEqual(patched(made, patch_to(made, none)).slides, ())

    def test_a_state_that_rules_would_refuse_today_comes_back_as_it_was(self):
        made = show(slide(id="one"), slide(id="two"))
        bad = {"id": "two", "hold": -5}
        back = patched(made, {"slides": {"two": bad}, "order": ["two", "one", "gone"]})
        self.assertEqual([s.id for s in back.slides], ["two", "one"])
        self.assertEqual(json.loads(back.slides[0].unreadable), bad)


class BadShows(SimpleTestCase):
    def test_too_much_is_said_in_a_sentence(self):
        for document, words in (
            ({"slides": [{}] * 1001}, "there may be 1,000 slides at most"),
            ({"slides": [{"objects": [{}] * 501}]}, "slide 1: there may be 500 objects at most"),
            ({"slides": [{"running_order": [{}] * 2501}]}, "slide 1: there may be 2,500 builds at most"),
            ({"slides": [{"narration": {"marks": [5] * 2501}}]}, "there may be 2,500 marks at most"),
            (
                {"slides": [{"objects": [{"x": 0}] * 400}] * 38},
                "a show may have 15,000 objects at most, and this would have 15,200",
            ),
            ({"slides": [{"hold": 86_400_001}]}, "slide 1: hold must be 86400000 or less"),
            (
                {"slides": [{"running_order": [{"params": {"a": [1]}}]}]},
                "a must be a number, true, false or a short text",
            ),
            ({"slides": [{"running_order": [{"params": {"a": 1e10}}]}]}, "a must be a number"),
            ({"slides": [{"running_order": [{"params": {"a": "a" * 301}}]}]}, "or a short text"),
            ({"slides": [{"running_order": [{"params": {"path": "M0 0L" + "1 " * 15_000}}]}]}, "or a short text"),
            (
                {"slides": [{"running_order": [{"params": {"path": "M0 0L" + "1 " * 14_900}}] * 130}]},
                "a show may have 1,500,000 characters in settings of builds at most",
            ),
            (
                {
                    "effects": [{"name": "a", "steps": [{"id": "s", "params": {"path": "M0 0L" + "1 " * 14_900}}] * 50}]
                    * 2
                },
                "a show may have 1,500,000 characters in settings of builds at most",
            ),
        ):
            with self.assertRaises(BadDocument) as caught:
                read_show(document)
            self.assertIn(words, str(caught.exception))
