"""Ink: strokes become drawings that are drawn again when, and as fast as, they were; three pens stand out on any slide."""

from itertools import pairwise
from typing import Any
from unittest import TestCase

import numpy as np

from ritornel.core.drawing.backdrop import behind
from ritornel.core.drawing.colour import contrasts
from ritornel.core.edits import BadEdit
from ritornel.core.edits.inking import INK
from ritornel.core.linecheck import findings
from ritornel.core.model import Show, limits
from ritornel.core.model.paths import placed, read_path
from ritornel.core.motion.track import value_at
from ritornel.core.score import compile
from ritornel.core.styles import STYLES, room_of
from ritornel.core.styles.pens import PENS, pens_for
from tests.made import edited, show, slide, step


def stroke(*points: tuple[float, float, int], **more: Any) -> dict[str, Any]:
    return {"colour": "#c4182f", "points": [[x, y, at, 0.5] for x, y, at in points], **more}


def drawn_at(one: Show, at: int, name: str = "object-1") -> float:
    """How much of a stroke is drawn, 0 to 1, at an instant of the first slide; 0 if it is not seen."""
    target = next(t for t in compile(one).slides[0].targets if t.object == name)
    tracks = {t.property: t for t in target.tracks}
    seen = value_at(tracks["visible"], at) if "visible" in tracks else 1.0
    faint = value_at(tracks["opacity"], at) if "opacity" in tracks else 1.0
    return float(seen) * float(faint > 0.01) * min(1.0, float(value_at(tracks["drawn"], at)))


class Keeping(TestCase):
    def kept(self, *strokes: dict[str, Any], **more: Any) -> Show:
        one = show(slide(step("a", duration=0), id="one", waits={"1": 3000}, **more))
        return edited(one, do="keep-ink", ink={"one": list(strokes)})

    def test_a_stroke_is_drawn_when_it_was_and_as_fast(self):
        quick_then_slow = stroke((0, 0, 1000), (300, 0, 1200), (400, 0, 2000))
        one = self.kept(quick_then_slow)
        self.assertEqual(drawn_at(one, 990), 0)
        self.assertAlmostEqual(drawn_at(one, 1200), 0.75, delta=0.03)
        self.assertAlmostEqual(drawn_at(one, 1600), 0.875, delta=0.03)
        self.assertEqual(drawn_at(one, 2000), 1)

    def test_in_every_cue_it_comes_with_that_and_keeps_nothing_waiting(self):
        one = self.kept(stroke((0, 0, 3500), (50, 50, 3900)))
        order = one.slides[0].running_order
        self.assertEqual([(s.object, s.trigger, s.delay_ms) for s in order], [("box", "cue", 0), ("object-1", "alongside", 500)])  # fmt: skip
        self.assertEqual(drawn_at(one, 3499), 0)
        bare = show(slide(step("a", duration=0), id="one", waits={"1": 3000}))
        late = self.kept(stroke((0, 0, 2000), (50, 50, 4000)), stroke((0, 0, 5000), (50, 50, 5500)))
        self.assertEqual([g.start_ms for g in compile(late).times[0].groups], [0, 3000])
        self.assertEqual(compile(late).times[0].length_ms, max(5500, compile(bare).times[0].length_ms))
        steps = [step("a", duration=400), step("b", "following", duration=400), step("c", "following", duration=400)]
        before = show(slide(*steps, id="one", waits={"1": 1000}))
        after = edited(before, do="keep-ink", ink={"one": [stroke((0, 0, 1500), (9, 9, 2900))]})
        times = {s.step.id: s.start_ms for g in compile(after).times[0].groups for s in g.steps}
        self.assertEqual([times[name] for name in "abc"], [1000, 1400, 1800])
        self.assertEqual(times["build-1"], 1500)

    def test_what_was_taken_away_goes_when_it_did(self):
        one = self.kept(stroke((0, 0, 200), (90, 0, 400), gone=1500))
        self.assertEqual((drawn_at(one, 1400), drawn_at(one, 1900)), (1, 0))

    def test_the_way_goes_through_what_was_drawn_within_a_unit_with_far_fewer_points(self):
        turn = np.linspace(0, 6, 400)
        points = [(float(600 + 200 * np.cos(t)), float(300 + 120 * np.sin(t)), int(1000 * t)) for t in turn]
        (ink,) = self.kept(stroke(*points)).slides[0].objects[1:]
        path = placed(read_path(ink.path), ink.x, ink.y, ink.width, ink.height)
        self.assertLess(len(path), 60)
        there = np.array([p[:2] for p in points])
        for segment in path:
            end = np.array(segment.numbers[-2:])
            self.assertLess(np.hypot(*(there - end).T).min(), 0.7)

    def test_a_marker_is_broad_and_seen_through_an_arrow_has_a_head_a_harder_press_is_thicker_a_dot_is_one(self):
        line = ((0, 0, 0), (100, 40, 300))
        pen, marker, arrow = self.kept(stroke(*line), stroke(*line, tool="marker"), stroke(*line, tool="arrow")).slides[0].objects[1:]  # fmt: skip
        self.assertEqual((marker.opacity, pen.opacity), (0.4, 1))
        self.assertGreater(marker.line_width, 3 * pen.line_width)
        self.assertEqual([s.letter for s in read_path(arrow.path)], list("MLMLL"))
        hard = {"colour": "#c4182f", "points": [[x, y, at, 0.9] for x, y, at in line]}
        self.assertGreater(self.kept(hard).slides[0].objects[1].line_width, pen.line_width)
        dot = self.kept(stroke((50, 50, 100))).slides[0].objects[1]
        self.assertLess(dot.width, 3)

    def test_a_pen_that_is_pressed_more_and_less_is_drawn_in_parts_that_join(self):
        points = [[10.0 * n, 0, 20 * n, round(0.2 + 0.6 * n / 50, 2)] for n in range(51)]
        one = self.kept({"colour": "#c4182f", "points": points}).slides[0]
        parts = one.objects[1:]
        widths = [part.line_width for part in parts]
        self.assertGreater(len(parts), 4)
        self.assertEqual(widths, sorted(set(widths)))
        ends = [part.x + part.width for part in parts]
        self.assertTrue(np.allclose([part.x for part in parts[1:]], ends[:-1], atol=0.11), "each begins where one ends")
        begins = [step.delay_ms for step in one.running_order if step.object != "box"]
        self.assertEqual(begins, sorted(begins))
        even = [[10.0 * n, 0, 20 * n, 0.5 + 0.01 * (n % 2)] for n in range(51)]
        self.assertEqual(len(self.kept({"colour": "#c4182f", "points": even}).slides[0].objects), 2)

    def test_who_points_while_the_slide_comes_in_is_seen_once_it_has_and_no_two_legs_run_at_once(self):
        come = {"type": "fade", "duration": 1400}
        start = show({"id": "nought"}, slide(step("a"), id="one", transition=come, waits={"1": 2000}))
        way = [(100.0 + n * 20, 300.0, n * 50) for n in range(60)]
        one = edited(start, do="keep-ink", ink={"one": [stroke(*way, tool="ring"), stroke((9, 9, 0), (50, 9, 600), tool="spot")]})  # fmt: skip
        self.assertEqual([o.name for o in one.slides[1].objects[1:]], ["Pointer 1"], "what was over before is not seen")
        self.assertFalse([f for f in findings(one, compile(one)) if f.rule == "fights"])
        steps = [s for g in compile(one).times[1].groups for s in g.steps if s.step.effect == "follow"]
        self.assertEqual(steps[0].start_ms, 1400)
        for before, after in pairwise(steps):
            self.assertLessEqual(before.end_ms, after.start_ms)

    def test_much_of_it_is_kept_as_far_as_a_slide_can_hold_it_in_whole_strokes(self):
        wild = [[10.0 * n, 0, 20 * n, 0.1 if n % 14 < 7 else 0.9] for n in range(120)]
        one = self.kept(*({"colour": "#c4182f", "points": wild} for _ in range(400)))
        self.assertEqual(len(one.slides[0].objects), 401, "rather of one thickness than not all of it")
        far = [(float(n % 900), float(n % 500), 1300 * n) for n in range(120)]
        many = self.kept(*(stroke(*far, tool="spot") for _ in range(100))).slides[0]
        self.assertLessEqual(len(many.running_order), limits.BUILDS_ON_A_SLIDE)
        self.assertGreater(len(many.objects), 5)
        built = {s.object for s in many.running_order}
        self.assertTrue(all(o.id in built for o in many.objects[1:]))

    def test_a_pointer_comes_goes_where_the_hand_went_as_fast_and_goes(self):
        turn = np.linspace(0, 6, 120)
        points = [(float(600 + 200 * np.cos(t)), float(300 + 120 * np.sin(t)), int(500 * t + 300)) for t in turn]
        for tool in ("spot", "ring", "dimmed"):
            one = self.kept(stroke(*points, tool=tool))
            (shape,) = one.slides[0].objects[1:]
            target = next(t for t in compile(one).slides[0].targets if t.object == shape.id)
            moved = lambda what, at: sum(value_at(t, at) for t in target.tracks if t.property == what)  # noqa: B023, E731
            for x, y, at in points[::7]:
                off = (shape.x + shape.width / 2 + moved("x", at) - x, shape.y + shape.height / 2 + moved("y", at) - y)
                self.assertLess(np.hypot(*off), 4, (tool, at))
            seen = [min(value_at(t, at) for t in target.tracks if t.property in ("opacity", "visible")) for at in (299, 500, 3300, 3600)]  # fmt: skip
            self.assertEqual([s > 0.1 for s in seen], [False, True, True, False], tool)

    def test_it_is_taken_off_with_its_builds_and_what_is_drawn_next_takes_its_place(self):
        one = self.kept(stroke((0, 0, 0), (9, 9, 100)), stroke((0, 0, 0), (9, 9, 100)))
        self.assertEqual([o.group for o in one.slides[0].objects[1:]], [INK, INK])
        again = edited(one, do="keep-ink", ink={"one": [stroke((0, 0, 0), (9, 9, 100))]})
        self.assertEqual(len(again.slides[0].objects), 2)
        bare = edited(again, do="keep-ink", ink={"one": []})
        self.assertEqual((len(bare.slides[0].objects), len(bare.slides[0].running_order)), (1, 1))
        with self.assertRaises(BadEdit):
            edited(bare, do="keep-ink", ink={"one": [{"colour": "#c4182f", "points": []}]})


class Pens(TestCase):
    def test_three_stand_out_on_most_of_every_kind_of_slide_in_every_style(self):
        for name, style in STYLES.items():
            for kind in style.placings:
                one = show({"id": "one", "kind": kind})
                one = edited(one, do="set-style", style=name)
                pens = pens_for(one.slides[0], style, room_of(one))
                self.assertEqual(len(set(pens)), PENS, (name, kind))
                places = np.array([(x, y) for x in range(40, 1280, 100) for y in range(40, 720, 80)], float)
                low, high = behind(one.slides[0], len(one.slides[0].objects), places, (1280, 720), {})
                for pen in pens:
                    self.assertGreaterEqual(np.mean(contrasts(pen, low, high) >= 3), 0.5, (name, kind, pen))
