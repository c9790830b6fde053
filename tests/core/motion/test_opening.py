"""A slide opens in the form of a picture, from where that stands, until it covers the stage."""

from unittest import TestCase

from ritornel.core.score import compile, evaluate
from tests.core.motion.seen import new_seen
from tests.made import show, slide

LENS = {"id": "lens", "kind": "picture", "x": 200, "y": 100, "width": 200, "height": 400, "frame": {"mask": "ellipse"}}
PLATE = {"id": "plate", "kind": "shape", "x": 700, "y": 300, "width": 400, "height": 300}
BARE = {"id": "b", "object": "box", "kind": "exit", "effect": "appear", "trigger": "alongside"}  # that each slide has
FREE = {**PLATE, "id": "free", "form": "path", "path": "M0 0L1 0L0 1Z"}


def box_at(share: float, before=(), after=(), subtype: str = "fromOwn", builds=()) -> tuple[float, ...]:
    """The middle and the size of what is seen of the new slide, after a share of the transition."""
    transition = {"type": "opening", "subtype": subtype, "duration": 1000, "easing": "linear"}
    made = show(slide(*builds, objects=before, hold=500), slide(objects=after, transition=transition, hold=9000))
    score = compile(made)
    state = evaluate(score, score.starts[1] + share * 1000)
    clip = next(layer for layer in state.layers if layer.slide == 1).properties["clip"]
    xs, ys = clip[::2], clip[1::2]
    sides = max(xs) - min(xs), max(ys) - min(ys)
    return tuple(round(n, 1) for n in ((max(xs) + min(xs)) / 2, (max(ys) + min(ys)) / 2, *sides))


class Opening(TestCase):
    def test_it_grows_about_the_picture_in_its_form(self):
        for share in (0.1, 0.5, 0.9):
            x, y, width, height = box_at(share, after=(LENS, PLATE))
            self.assertEqual((x, y), (300, 300))
            self.assertAlmostEqual(height / width, 2, delta=0.01)

    def test_it_covers_the_stage_at_the_end(self):
        made = show(slide(hold=500), slide(objects=(LENS,), transition={"type": "opening", "duration": 1000}, hold=900))
        score = compile(made)
        self.assertGreater(new_seen(evaluate(score, 1499.9), 1).min(), 0.99)
        self.assertLess(new_seen(evaluate(score, 500.1), 1).max(), 0.01)

    def test_out_of_the_slide_before_from_where_its_builds_have_left_it(self):
        away = {"id": "m", "object": "lens", "kind": "path", "effect": "move", "params": {"across": 60, "down": -40}}
        away |= {"trigger": "alongside", "duration": 100}
        for builds, middle in (((), (300, 300)), ((away,), (360, 260))):
            self.assertEqual(box_at(0.3, (LENS,), (PLATE,), "fromBefore", builds)[:2], middle)

    def test_a_shape_where_there_is_no_picture_and_the_middle_where_there_is_nothing(self):
        self.assertEqual(box_at(0.3, after=(PLATE,))[:2], (900, 450))
        whole = {**LENS, "x": 0, "y": 0, "width": 1280, "height": 720}
        gone = {"id": "g", "object": "lens", "kind": "exit", "effect": "appear", "trigger": "alongside"}
        for before, builds in (((FREE,), ()), ((whole,), ()), ((LENS,), (gone,)), ((), ())):
            self.assertEqual(box_at(0.3, before, (), "fromBefore", (BARE, *builds))[:2], (640, 360))
