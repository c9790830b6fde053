from unittest import TestCase

from ritornel.core.edits import BadEdit
from ritornel.core.model import Show
from ritornel.core.score import compile
from tests.made import LAMP, edited, show, slide, spans, step


class Dragging(TestCase):
    def setUp(self):
        first = slide(step("a"), step("a2", "alongside", delay=300), step("b"), script=LAMP, id="one")
        self.show = show(first, slide(id="two"))
        self.before = compile(self.show)

    def dragged(self, **command) -> tuple[Show, int]:
        changed = edited(self.show, slide="one", **command)
        return changed, compile(changed).length_ms - self.before.length_ms

    def test_a_build_that_opens_a_cue_takes_it_along_and_the_show_grows_by_as_much(self):
        changed, grown = self.dragged(do="drag-build", step="a", by=730)
        self.assertEqual(grown, 730)
        self.assertEqual(changed.slides[0].waits, {"1": 1636 + 730})

    def test_any_other_build_changes_its_delay(self):
        changed, _ = self.dragged(do="drag-build", step="a2", by=-1000)
        self.assertEqual(changed.slides[0].running_order[1].delay_ms, 0)

    def test_stretching_the_end_and_the_start(self):
        longer, _ = self.dragged(do="stretch-build", step="a2", edge="end", by=250)
        self.assertEqual(longer.slides[0].running_order[1].duration_ms, 850)
        later, _ = self.dragged(do="stretch-build", step="a2", edge="start", by=200)
        step_ = later.slides[0].running_order[1]
        self.assertEqual((step_.delay_ms, step_.duration_ms), (500, 400))

    def test_an_end_that_is_dragged_too_far_stops(self):
        shortest, _ = self.dragged(do="stretch-build", step="a2", edge="end", by=-9999)
        self.assertEqual(shortest.slides[0].running_order[1].duration_ms, 50)
        earliest, _ = self.dragged(do="stretch-build", step="a2", edge="start", by=-9999)
        self.assertEqual(spans(compile(earliest).times[0])["a2"], (1636, 1636 + 900))

    def test_a_cue_with_a_mark_moves_its_mark(self):
        voiced = edited(
            self.show,
            do="set-slides",
            slides=["one"],
            values={"narration": {"asset": "tune", "out": 6000, "marks": [2000, 4000]}},
        )
        changed = edited(voiced, do="drag-cue", slide="one", cue=2, by=-500)
        self.assertEqual(changed.slides[0].narration.marks, (2000, 3500))

    def test_a_cue_cannot_go_before_what_is_settled(self):
        changed, _ = self.dragged(do="drag-cue", cue=2, by=-99_999)
        self.assertEqual(changed.slides[0].waits["2"], 0)

    def test_the_end_of_a_slide_sets_its_hold(self):
        changed, grown = self.dragged(do="drag-slide-end", by=2500)
        self.assertEqual((changed.slides[0].hold_ms, grown), (1200 + 2500, 2500))
        _, shrunk = self.dragged(do="drag-slide-end", by=-99_999)
        self.assertEqual(shrunk, -1200)

    def test_or_its_fixed_length(self):
        fixed = edited(self.show, do="set-slides", slides=["one"], values={"length": 9000})
        changed = edited(fixed, do="drag-slide-end", slide="one", by=-700)
        self.assertEqual((changed.slides[0].length_ms, changed.slides[0].hold_ms), (8300, None))

    def test_what_is_gone_is_refused(self):
        for command in ({"do": "drag-cue", "cue": 7, "by": 1}, {"do": "drag-build", "step": "x", "by": 1}):
            with self.assertRaisesRegex(BadEdit, "any more"):
                self.dragged(**command)


class ApplyingATake(TestCase):
    def test_is_one_edit(self):
        instants = [{"kind": "slide", "at": 0, "slide": "slide-1"}, {"kind": "end", "at": 7310}]
        changed = edited(show(slide()), do="apply-take", take={"instants": instants})
        self.assertEqual(compile(changed).length_ms, 7300)

    def test_of_some_slides_alone(self):
        start = show(slide(id="one", hold=2000), slide(id="two", hold=2000))
        instants = [{"kind": "slide", "at": at, "slide": name} for at, name in ((0, "one"), (5000, "two"))] + [{"kind": "end", "at": 9000}]  # fmt: skip
        changed = edited(start, do="apply-take", take={"instants": instants}, slides=["two"])
        self.assertEqual([s.hold_ms for s in changed.slides], [2000, 4000])
