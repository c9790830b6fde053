"""Where a slide with a plane stands still, for pictures of it."""

from unittest import TestCase

from ritornel.core.score import compile
from ritornel.core.score.stops import stop_ends
from tests.made import show, slide, step

VIEWS = [{"id": "a", "x": 640, "y": 360, "width": 1280}, {"id": "b", "x": 300, "y": 300, "width": 300}]


def goes(view: str, trigger: str, **values) -> dict:
    return {"id": f"to-{view}-{trigger}", "kind": "view", "view": view, "trigger": trigger, "duration": 500, **values}


class Stops(TestCase):
    def ends(self, *steps: dict, **of) -> tuple[list[int], list[tuple[int, int]]]:
        made = show(slide(*steps, id="s", views=VIEWS, **{"plane": {"width": 1280, "height": 720}, **of}))
        score = compile(made)
        moves = [(s.start_ms, s.end_ms) for g in score.times[0].groups for s in g.steps if s.step.kind == "view"]
        return stop_ends(made.slides[0], score.times[0]), [*moves, (score.length_ms, score.length_ms)]

    def test_each_ends_just_before_the_stage_goes_on_and_the_last_with_the_slide(self):
        ends, moves = self.ends(goes("a", "alongside"), step("x"), goes("b", "cue"), goes("a", "following", delay=200))
        self.assertEqual(ends, [moves[1][0] - 1, moves[2][0] - 1, moves[3][0] - 1])
        self.assertEqual(moves[2][0] - moves[1][1], 200)

    def test_one_that_begins_with_all_of_it_has_that_as_its_first(self):
        ends, moves = self.ends(goes("b", "cue"))
        self.assertEqual(ends, [moves[0][0] - 1, moves[1][0] - 1])
        at_once, _ = self.ends(goes("b", "alongside", delay=0, off=True))
        self.assertEqual(len(at_once), 1)

    def test_one_without_a_plane_has_its_end(self):
        self.assertEqual(self.ends(step("x"), plane=None)[0], [self.ends(step("x"), plane=None)[1][-1][0] - 1])
        self.assertEqual(self.ends(plane=None, hold=0)[0], [])
