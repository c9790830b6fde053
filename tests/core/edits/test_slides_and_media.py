"""Commands of slides, of the show and of media: what each does, what it leaves alone, what it refuses."""

from unittest import TestCase

from ritornel.core.edits import BadEdit
from ritornel.core.edits.slides import file_name_order
from ritornel.core.model import Asset
from ritornel.core.score import compile
from tests.made import LAMP, clip, edited, show, slide, spans, step, text


class SlidesAndShow(TestCase):
    def test_a_new_slide_looks_like_the_one_it_follows(self):
        made = show(slide(id="a", background="#112233", transition={"type": "pushWipe"}), slide(id="b"))
        after = edited(made, do="add-slide", after="a").slides
        self.assertEqual([s.id for s in after], ["a", "slide-1", "b"])
        self.assertEqual((after[1].background, after[1].transition.type), ("#112233", "pushWipe"))
        self.assertEqual(edited(show(), do="add-slide").slides[0].background, "#fffdf7")

    def test_names_are_sorted_as_people_do(self):
        names = ["page 10", "Page 2", "page 2b", "9", "10", "a"]
        ordered = sorted(names, key=lambda n: file_name_order(Asset(id=n, kind="picture", name=n)))
        self.assertEqual(ordered, ["9", "10", "a", "Page 2", "page 2b", "page 10"])
        file_name_order(Asset(id="x", kind="picture", name="7" * 300))

    def test_pictures_become_slides_in_order(self):
        assets = [{"id": n, "kind": "picture", "name": f"{n}.png"} for n in ("p10", "p9")] + [
            {"id": "s", "kind": "sound"}
        ]
        made = show(slide(id="one"), assets=assets, width=640, height=360)
        after = edited(made, do="add-picture-slides", assets=["p10", "p9"], hold=900).slides
        self.assertEqual(
            [(s.objects[0].asset, s.hold_ms, s.transition.type) for s in after[1:]],
            [("p9", 900, "cut"), ("p10", 900, "cut")],
        )
        self.assertEqual((after[1].objects[0].width, after[1].objects[0].height, after[1].title), (640, 360, "P9"))
        for wrong in ([], ["gone"], ["s"], ["p9", "gone"]):
            with self.assertRaisesRegex(BadEdit, "choose pictures"):
                edited(made, do="add-picture-slides", assets=wrong)
        with self.assertRaisesRegex(BadEdit, "is not known"):
            edited(made, do="add-picture-slides", assets=["p9"], transition={"type": "iris"})

    def test_slides_move_together_in_their_order_and_chapters_with_them(self):
        chapters = [{"first": "a", "title": "A"}, {"first": "c", "title": "C"}]
        made = show(*(slide(id=k) for k in "abcd"), chapters=chapters)
        moved = edited(made, do="move-slides", slides=["d", "c"], before="a")
        self.assertEqual(([s.id for s in moved.slides], [c.title for c in moved.chapters]), (list("cdab"), ["C", "A"]))
        self.assertEqual([s.id for s in edited(made, do="move-slides", slides=["a"]).slides], list("bcda"))

    def test_a_chapter_begins_at_what_is_left_of_it(self):
        chapters = [{"first": "a", "title": "A"}, {"first": "c", "title": "C"}]
        made = show(*(slide(id=k) for k in "abcd"), chapters=chapters)

        def firsts(*gone: str) -> list[tuple[str, str]]:
            return [(c.title, c.first) for c in edited(made, do="delete-slides", slides=list(gone)).chapters]

        self.assertEqual(firsts("a"), [("A", "b"), ("C", "c")])
        self.assertEqual(firsts("a", "b"), [("C", "c")])
        self.assertEqual(firsts("c", "d"), [("A", "a")])
        self.assertEqual(firsts("b", "d"), [("A", "a"), ("C", "c")])

    def test_chapters_are_set_renamed_and_taken_away(self):
        made = edited(show(slide(id="a"), slide(id="b")), do="set-chapter", slide="b", title=" Two ")
        made = edited(made, do="set-chapter", slide="a", title="One")
        self.assertEqual(
            [(c.id, c.title, c.first) for c in made.chapters], [("chapter-2", "One", "a"), ("chapter-1", "Two", "b")]
        )
        made = edited(made, do="set-chapter", slide="a", title="Uno")
        self.assertEqual([c.title for c in made.chapters], ["Uno", "Two"])
        self.assertEqual([c.title for c in edited(made, do="set-chapter", slide="a", title="  ").chapters], ["Two"])
        with self.assertRaisesRegex(BadEdit, "that slide"):
            edited(made, do="set-chapter", slide="gone", title="x")

    def test_a_bed_is_laid_changed_and_taken_away(self):
        laid = edited(show(slide(script="Good evening.")), do="add-bed", values={"asset": "tune"})
        (bed,) = laid.beds
        self.assertEqual(
            (bed.id, bed.fade_in_ms, bed.fade_out_ms, bed.gain_db, bed.loop), ("bed-1", 1000, 2000, 0, True)
        )
        two = edited(laid, do="add-bed", id="wind", values={"asset": "wind", "gain_db": -30})
        other = two.beds[1]
        changed, kept = edited(two, do="set-bed", bed="bed-1", values={"gain_db": -3}).beds
        self.assertEqual((changed.asset, changed.gain_db, changed.fade_in_ms), ("tune", -3, 1000))
        self.assertEqual((kept, other.id, other.asset, other.gain_db), (other, "wind", "wind", -30))
        self.assertEqual(edited(two, do="delete-bed", bed="bed-1").beds, (other,))
        self.assertEqual(edited(two, do="set-bed", bed="wind", values={"gain_db": None}).beds[1].gain_db, 0)
        for gone in ({"do": "set-bed", "bed": "x", "values": {}}, {"do": "delete-bed", "bed": "x"}):
            with self.assertRaisesRegex(BadEdit, "that bed is not in the show any more"):
                edited(two, **gone)
        with self.assertRaisesRegex(BadEdit, "there already"):
            edited(two, do="add-bed", id="wind", values={})

    def test_some_of_the_pace_is_set_and_the_rest_stays(self):
        made = edited(show(slide()), do="set-show", values={"pace": {"wpm": 99}, "title": "T"})
        self.assertEqual((made.pace.wpm, made.pace.cps, made.title), (99, 15, "T"))
        self.assertIsNone(
            edited(edited(made, do="set-show", values={"target": 5}), do="set-show", values={"target": None}).target_ms
        )
        for name in ("slides", "width", "id", "odd"):
            with self.assertRaisesRegex(BadEdit, f"{name} cannot be set"):
                edited(made, do="set-show", values={name: 5})

    def test_a_wait_is_set_and_given_back(self):
        made = edited(show(slide(step("a"), step("b"), id="one")), do="set-wait", slide="one", cue=2, wait=70)
        made = edited(made, do="set-wait", slide="one", cue=1, wait=50)
        self.assertEqual(made.slides[0].waits, {"2": 70, "1": 50})
        self.assertEqual(edited(made, do="set-wait", slide="one", cue=2, wait=None).slides[0].waits, {"1": 50})


class Media(TestCase):
    def test_a_clip_starts_on_a_cue_or_with_the_slide(self):
        made = show(slide(step("p", "following", 0, kind="pause", object="film"), objects=(clip("film"),), id="one"))
        cued = edited(made, do="start-media", slide="one", object="film", on="cue")
        self.assertEqual(
            [(s.kind, s.trigger, s.object) for s in cued.slides[0].running_order[1:]], [("play", "cue", "film")]
        )
        self.assertEqual(edited(cued, do="start-media", slide="one", object="film", on="cue"), cued)
        back = edited(cued, do="start-media", slide="one", object="film", on="slide").slides[0]
        self.assertEqual([s.kind for s in back.running_order], ["pause"])

    def test_copies_of_objects_take_their_builds_along(self):
        made = show(slide(step("a"), step("b", object="t"), objects=(text("t", "x"),), id="one"))
        copied = edited(made, do="duplicate-objects", slide="one", objects=["t"]).slides[0]
        self.assertEqual(
            [(s.id, s.object, s.trigger) for s in copied.running_order][1:],
            [("b", "t", "cue"), ("build-1", "object-1", "alongside")],
        )
        gone = edited(made, do="delete-objects", slide="one", objects=["t"]).slides[0]
        self.assertEqual(([o.id for o in gone.objects], [s.id for s in gone.running_order]), (["box"], ["a"]))

    def test_to_the_front_and_to_the_back(self):
        made = show(slide(objects=(text("t", "x"), text("u", "y")), id="one"))
        stacked = {
            to: [o.id for o in edited(made, do="restack", slide="one", objects=["t"], to=to).slides[0].objects]
            for to in ("front", "back")
        }
        self.assertEqual((stacked["front"], stacked["back"]), (["box", "u", "t"], ["t", "box", "u"]))


class Stretching(TestCase):
    def ends(self, edge: str, by: int, *steps, key: str = "b") -> tuple[int, int]:
        made = show(slide(*steps, id="one"))
        return spans(compile(edited(made, do="stretch-build", slide="one", step=key, edge=edge, by=by)).times[0])[key]

    def test_a_dragged_start_keeps_its_end_however_often_it_repeats(self):
        steps = (step("a", "following", 100), step("b", "alongside", 333, delay=100, repeat=3))
        for by in (-500, -100, -50, -1, 1, 7, 100, 500, 5000):
            start, end = self.ends("start", by, *steps)
            self.assertEqual(end, 1099, by)
            self.assertAlmostEqual(start, min(max(0, 100 + by), 1099 - 150), delta=2)
            self.assertEqual((end - start) % 3, 0)

    def test_a_dragged_end_keeps_its_start(self):
        steps = (step("a", "following", 100), step("b", "alongside", 300, delay=100, repeat=2))
        self.assertEqual(self.ends("end", 101, *steps), (100, 100 + 2 * 351))
        self.assertEqual(self.ends("end", -5000, *steps), (100, 200))

    def test_one_that_is_shorter_than_the_least_keeps_its_start_and_end(self):
        self.assertEqual(self.ends("start", 30, step("b", "following", 20, delay=500)), (500, 520))

    def test_an_unmarked_neighbour_bounds_nothing(self):
        voice = {"out": 9000, "lead": 0, "marks": [None, 2000, None]}
        made = show(slide(step("a"), step("b"), step("c"), id="one", narration=voice))
        moved = [
            edited(made, do="drag-cue", slide="one", cue=2, by=by).slides[0].narration.marks[1] for by in (-5000, 700)
        ]
        self.assertEqual(moved, [0, 2700])

    def test_of_several_marks_the_nearest_ones_bound_it(self):
        voice = {"out": 9000, "lead": 0, "marks": [500, 1000, 2000, 3000, 4000]}
        made = show(slide(*(step(k) for k in "abcde"), id="one", narration=voice))
        moved = [
            edited(made, do="drag-cue", slide="one", cue=3, by=by).slides[0].narration.marks[2] for by in (-5000, 5000)
        ]
        self.assertEqual(moved, [1000, 3000])

    def test_a_marked_cue_is_dragged_between_its_neighbours(self):
        voice = {"out": 9000, "lead": 0, "marks": [1000, 2000, 3000]}
        made = show(slide(step("a"), step("b"), step("c"), id="one", narration=voice))
        marks = lambda cue, by: edited(made, do="drag-cue", slide="one", cue=cue, by=by).slides[0].narration.marks  # noqa: E731
        self.assertEqual(marks(2, 500), (1000, 2500, 3000))
        self.assertEqual((marks(2, 9000), marks(2, -9000)), ((1000, 3000, 3000), (1000, 1000, 3000)))
        self.assertEqual((marks(1, -9000), marks(3, 7000)), ((0, 2000, 3000), (1000, 2000, 10_000)))

    def test_a_cue_that_a_later_mark_pulls_is_dragged_by_its_wait(self):
        voice = {"out": 9000, "lead": 0, "marks": [None, 900]}
        made = show(slide(step("a"), step("b"), id="one", narration=voice))
        self.assertEqual(edited(made, do="drag-cue", slide="one", cue=1, by=-300).slides[0].waits, {"1": 600})
        self.assertEqual(edited(made, do="drag-cue", slide="one", cue=1, by=-3000).slides[0].waits, {"1": 0})

    def test_a_slides_end_is_dragged_down_to_what_it_needs(self):
        made = show(slide(step("a", "following", 600), id="one", hold=1000), slide(id="two", length=5000))
        end = lambda key, by: edited(made, do="drag-slide-end", slide=key, by=by).slides  # noqa: E731
        self.assertEqual([end("one", by)[0].hold_ms for by in (250, -250, -9000)], [1250, 750, 0])
        self.assertEqual([end("two", by)[1].length_ms for by in (250, -9000)], [5250, 0])

    def test_marks_in_the_script_waits_and_the_voice_follow_a_cue_that_moves(self):
        voice = {"out": 9000, "marks": [100, 200]}
        made = show(slide(step("a"), step("b"), id="one", script=f"{LAMP} [3] More.", waits={"1": 10, "2": 20},
                          cue_advance={"2": "clock"}, narration=voice))  # fmt: skip
        gone = edited(made, do="delete-steps", slide="one", steps=["a"]).slides[0]
        self.assertEqual((gone.waits, gone.cue_advance, gone.narration.marks), ({"1": 20}, {"1": "clock"}, (200,)))
        self.assertEqual(gone.script, "The lamp floats. One finger turns it, [1] all four tons. [2] More.")
        ends = show(slide(step("a"), step("b"), id="one", script="It [1] floats [2]. [3] Oh."))
        self.assertEqual(
            edited(ends, do="delete-steps", slide="one", steps=["b"]).slides[0].script, "It [1] floats. [2] Oh."
        )
