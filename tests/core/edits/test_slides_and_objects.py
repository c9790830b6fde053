from unittest import TestCase

from ritornel.core.edits import COMMANDS, BadEdit, apply, read_command
from ritornel.core.model import Show
from ritornel.core.model.reading import read_show
from tests.made import clip, edited, show, slide, step, text

PICTURES = [{"id": f"p{n}", "kind": "picture", "name": f"Page {n}.png", "width": 4, "height": 3} for n in (1, 2, 10)]


def ids(changed: Show) -> list[str]:
    return [s.id for s in changed.slides]


class Slides(TestCase):
    def test_pictures_become_slides_in_the_order_of_their_names(self):
        changed = edited(
            read_show({"assets": PICTURES}),
            do="add-picture-slides", assets=["p10", "p1", "p2"], fit="fill", hold=2500,
            transition={"type": "pushWipe", "duration": 400},
        )  # fmt: skip
        self.assertEqual([s.objects[0].asset for s in changed.slides], ["p1", "p2", "p10"])
        first = changed.slides[0]
        self.assertEqual((first.title, first.hold_ms, first.transition.duration_ms), ("Page 1", 2500, 400))
        self.assertEqual((first.objects[0].width, first.objects[0].height, first.objects[0].fit), (1280, 720, "fill"))

    def test_what_is_no_picture_is_refused(self):
        with self.assertRaisesRegex(BadEdit, "choose pictures"):
            edited(show(slide()), do="add-picture-slides", assets=["tune"])

    def test_chapters_follow_their_slides(self):
        chaptered = show(
            *(slide(id=i) for i in "abcd"),
            chapters=[{"id": "x", "title": "X", "first": "a"}, {"id": "y", "title": "Y", "first": "c"}],
        )
        gone = edited(chaptered, do="delete-slides", slides=["a"])
        self.assertEqual([(c.id, c.first) for c in gone.chapters], [("x", "b"), ("y", "c")])
        both = edited(chaptered, do="delete-slides", slides=["a", "b"])
        self.assertEqual([(c.id, c.first) for c in both.chapters], [("y", "c")])
        moved = edited(chaptered, do="move-slides", slides=["c", "d"], before="a")
        self.assertEqual((ids(moved), [c.id for c in moved.chapters]), (["c", "d", "a", "b"], ["y", "x"]))

    def test_a_chapter_begins_is_renamed_and_ends(self):
        begun = edited(show(slide(id="a"), slide(id="b")), do="set-chapter", slide="b", title=" Two ")
        self.assertEqual([(c.title, c.first) for c in begun.chapters], [("Two", "b")])
        self.assertEqual(edited(begun, do="set-chapter", slide="b", title="2").chapters[0].title, "2")
        self.assertEqual(edited(begun, do="set-chapter", slide="b", title="").chapters, ())

    def test_copies_keep_their_lineage(self):
        changed = edited(show(slide(id="a")), do="duplicate-slides", slides=["a"])
        one, other = changed.slides
        self.assertEqual((one.objects[0].lineage, other.objects[0].lineage), ("box", "box"))
        self.assertNotEqual(one.id, other.id)

    def test_values_for_one_or_for_all(self):
        start = show(slide(id="a"), slide(id="b"))
        one = edited(start, do="set-slides", slides=["b"], values={"hold": 900})
        self.assertEqual([s.hold_ms for s in one.slides], [None, 900])
        every = edited(one, do="set-slides", values={"transition": {"type": "pushWipe"}, "hold": None})
        self.assertEqual([(s.transition.type, s.hold_ms) for s in every.slides], [("pushWipe", None)] * 2)

    def test_what_must_not_be_set_is_refused(self):
        for values in ({"id": "z"}, {"objects": []}, {"colour": "#000000"}):
            with self.assertRaisesRegex(BadEdit, "cannot be set here"):
                edited(show(slide()), do="set-slides", values=values)

    def test_the_show_its_pace_and_its_bed(self):
        changed = edited(show(slide()), do="set-show", values={"title": "T", "target": 60_000, "pace": {"wpm": 120}})
        self.assertEqual((changed.title, changed.target_ms, changed.pace.wpm, changed.pace.cps), ("T", 60_000, 120, 15))
        bedded = edited(changed, do="add-bed", values={"asset": "tune", "gain_db": -20})
        self.assertEqual((bedded.beds[0].asset, bedded.beds[0].gain_db, bedded.beds[0].loop), ("tune", -20, True))
        self.assertEqual(edited(bedded, do="delete-bed", bed="bed-1").beds, ())


class Objects(TestCase):
    def test_added_in_front_with_an_id_of_its_own(self):
        changed = edited(show(slide()), do="add-object", slide="slide-1", object={"kind": "shape", "form": "ellipse"})
        self.assertEqual([o.id for o in changed.slides[0].objects], ["box", "object-1"])

    def test_a_bad_object_is_refused_in_words(self):
        with self.assertRaisesRegex(BadEdit, "width must be more than 0"):
            edited(show(slide()), do="set-objects", slide="slide-1", values={"box": {"width": 0}})
        with self.assertRaises(BadEdit):
            edited(show(slide()), do="set-objects", slide="slide-1", values={"gone": {"x": 0}})

    def test_deleted_with_their_builds(self):
        start = show(slide(step("a"), step("b", object="words"), objects=(text("words", "x"),), script="[1] a [2] b"))
        changed = edited(start, do="delete-objects", slide="slide-1", objects=["box"]).slides[0]
        self.assertEqual(([o.id for o in changed.objects], [s.id for s in changed.running_order]), (["words"], ["b"]))
        self.assertEqual(changed.script, "a [1] b")

    def test_duplicated_with_their_builds_alongside(self):
        changed = edited(show(slide(step("a"))), do="duplicate-objects", slide="slide-1", objects=["box"]).slides[0]
        self.assertEqual(
            [(s.object, s.trigger) for s in changed.running_order], [("box", "cue"), ("object-1", "alongside")]
        )
        self.assertEqual((changed.objects[1].lineage, changed.objects[1].x), ("box", 24))

    def test_restacked(self):
        start = show(slide(objects=(text("t", "x"),)))
        changed = edited(start, do="restack", slide="slide-1", objects=["box"], to="front")
        self.assertEqual([o.id for o in changed.slides[0].objects], ["t", "box"])

    def test_words_in_a_shape_stand_right_in_front_of_it_and_in_its_group(self):
        start = show(slide(objects=(text("t", "x"),)))
        words = {"kind": "text", "paragraphs": [{"text": "Four tons"}]}
        for within, group, told in (
            ("box", "", [("box", "w"), ("w", "w"), ("t", "")]),
            ("box", "g", [("box", "g"), ("w", "g"), ("t", "")]),
            ("gone", "", [("box", ""), ("t", ""), ("w", "")]),
        ):
            grouped = edited(start, do="set-objects", slide="slide-1", values={"box": {"group": group}})
            made = edited(grouped, do="add-object", slide="slide-1", object={**words, "id": "w"}, within=within)
            self.assertEqual([(o.id, o.group) for o in made.slides[0].objects], told)

    def test_a_clip_starts_on_a_cue_or_with_the_slide(self):
        start = show(slide(objects=(clip("film"),)))
        on_cue = edited(start, do="start-media", slide="slide-1", object="film", on="cue")
        self.assertEqual([(s.kind, s.trigger) for s in on_cue.slides[0].running_order], [("play", "cue")])
        self.assertEqual(edited(on_cue, do="start-media", slide="slide-1", object="film", on="slide"), start)


class Commands(TestCase):
    def test_every_command_has_words_for_the_history(self):
        self.assertGreaterEqual(len(COMMANDS), 24)
        self.assertEqual(read_command({"do": "set-slides", "values": {"hold": 1}}).label, "set the hold of every slide")
        self.assertEqual(
            read_command({"do": "set-objects", "slide": "s", "values": {"o": {"x": 1}}}).label, "move an object"
        )

    def test_an_unknown_or_misshapen_command_is_refused(self):
        for values in (
            {"do": "explode"},
            {},
            {"do": "drag-cue", "slide": "s", "cue": "x", "by": 1},
            {"do": "restack", "more": 1},
        ):
            with self.assertRaises(BadEdit):
                read_command(values)

    def test_a_refused_command_leaves_the_show_as_it_was(self):
        start = show(slide())
        with self.assertRaises(BadEdit):
            apply(start, read_command({"do": "set-slides", "slides": ["gone"], "values": {"hold": 1}}))
        self.assertEqual(start, show(slide()))
