"""Outlines of shapes, and paths as they are read and written."""

from typing import Any, get_type_hints
from unittest import TestCase

from hypothesis import given
from hypothesis import strategies as st

from ritornel.core.drawing.forms import FORMS, outline
from ritornel.core.drawing.lines import drawn_line
from ritornel.core.model import Line, Shape
from ritornel.core.model.paths import BadPath, Segment, in_shares, path_data, placed, points_of, read_path
from ritornel.core.model.reading import BadDocument, read_show


def shape(form: str, **more: Any) -> Shape:
    return Shape(**{"id": "s", "form": form, "width": 200, "height": 100, **more})


class Outlines(TestCase):
    def box(self, **more: Any) -> tuple[float, ...]:
        xs, ys = zip(*points_of(outline(shape(**more))), strict=True)
        return tuple(round(v, 3) for v in (min(xs), min(ys), max(xs), max(ys)))

    def test_the_model_names_the_forms_that_are_drawn(self):
        self.assertEqual(set(get_type_hints(Shape)["form"].__args__), set(FORMS))

    def test_every_form_fills_its_box_and_closes(self):
        for form in FORMS.keys() - {"bubble"}:
            for more in ({}, {"corners": 7, "inner": 0.3, "corner_radius": 20}, {"corner_radius": 900}):
                self.assertEqual(self.box(form=form, **more), (0, 0, 200, 100), (form, more))
                self.assertEqual(outline(shape(form, **more))[-1].letter, "Z")

    def test_half_a_line_lies_inside(self):
        for form in FORMS.keys() - {"bubble"}:
            self.assertEqual(self.box(form=form, line="#000000", line_width=10), (5, 5, 195, 95), form)

    def test_corners_points_and_notches(self):
        self.assertEqual([len(outline(shape("polygon", corners=n))) for n in (3, 8)], [4, 9])
        star = points_of(outline(shape("star", corners=4, inner=0.5, width=100)))
        self.assertEqual(len(star), 8)
        self.assertAlmostEqual(star[0][0], 50)
        self.assertAlmostEqual(star[1][0], 50 + 25 * 2**0.5 / 2)

    def test_an_arrows_head_and_a_rings_hole(self):
        self.assertIn((140, 0), points_of(outline(shape("arrow", inner=0.3))))
        hole = outline(shape("ring", inner=0.4))[6:]
        self.assertEqual(max(x for x, _ in points_of(hole)), 140)

    def test_a_bubbles_tail_ends_where_it_is_put_on_any_side(self):
        for tail in ((0.2, 1.4), (0.2, -0.6), (1.5, 0.4), (-0.7, 0.9), (0.99, 1.2)):
            points = points_of(outline(shape("bubble", tail=tail, corner_radius=12)))
            self.assertIn((tail[0] * 200, tail[1] * 100), [(round(x, 6), round(y, 6)) for x, y in points])
            self.assertEqual(len([p for p in points if not (0 <= p[0] <= 200 and 0 <= p[1] <= 100)]), 1)
        self.assertEqual(self.box(form="bubble", tail=(0.5, 0.5)), (0, 0, 200, 100))

    def test_round_corners_are_nearly_circles(self):
        ellipse = outline(shape("ellipse", width=100))
        start, curve = ellipse[0].numbers, ellipse[1].numbers
        middle = [
            (a + 3 * b + 3 * c + d) / 8 - 50 for a, b, c, d in zip(start, curve[:2], curve[2:4], curve[4:], strict=True)
        ]
        self.assertAlmostEqual((middle[0] ** 2 + middle[1] ** 2) ** 0.5, 50, delta=0.02)


class Lines(TestCase):
    def line(self, **more: Any) -> tuple[Any, Any]:
        return drawn_line(Line(**{"id": "l", "width": 300, "height": 400, "line_width": 5, **more}))

    def middle(self, way: Any) -> tuple[float, float]:
        points = points_of(way)
        return tuple(round(sum(p[n] * w for p, w in zip(points, (1, 3, 3, 1), strict=True)) / 8, 6) for n in (0, 1))

    def test_a_bend_is_how_far_the_middle_lies_to_the_left_of_the_way(self):
        self.assertEqual(self.middle(self.line()[0]), (150, 200))
        self.assertEqual(self.middle(self.line(bend=0.1)[0]), (150 + 50 * 0.8, 200 - 50 * 0.6))
        self.assertEqual(self.middle(self.line(bend=-0.1, rising=True)[0]), (150 + 40, 200 + 30))

    def test_without_height_it_runs_level_and_without_width_plumb(self):
        for box, ends in (
            ({"height": 1}, [(0, 0.5), (300, 0.5)]),
            ({"height": 1, "rising": True}, [(0, 0.5), (300, 0.5)]),
            ({"height": 1.1}, [(0, 0), (300, 1.1)]),
            ({"width": 1}, [(0.5, 0), (0.5, 400)]),
            ({"width": 1, "rising": True}, [(0.5, 400), (0.5, 0)]),
            ({"width": 1, "height": 1}, [(0, 0), (1, 1)]),
        ):
            points = points_of(self.line(**box)[0])
            self.assertEqual([points[0], points[-1]], ends)

    def test_an_arrow_ends_at_the_lines_end_and_hides_the_lines_own(self):
        way, (head,) = self.line(ends="arrow")
        self.assertEqual(points_of(head)[0], (300, 400))
        last = points_of(way)[-1]
        self.assertAlmostEqual(500 - (last[0] ** 2 + last[1] ** 2) ** 0.5, 0.7 * 25)
        base = [sum(c) / 2 for c in zip(*points_of(head)[1:], strict=True)]
        self.assertAlmostEqual((base[0] ** 2 + base[1] ** 2) ** 0.5, 500 - 25)

    def test_dots_and_bars_stand_across_the_line(self):
        way, (dot, bar) = self.line(starts="dot", ends="bar")
        self.assertEqual((points_of(way)[0], points_of(way)[-1]), ((0, 0), (300, 400)))
        self.assertEqual(tuple(sum(c) / 4 for c in zip(*points_of(bar), strict=True)), (300, 400))
        self.assertEqual(max(x for x, _ in points_of(dot)), 0.4 * 25)


NUMBERS = st.floats(-1000, 1000).map(lambda n: round(n, 3))
STEPS = st.sampled_from([("L", 2), ("C", 6), ("M", 2)]).flatmap(
    lambda s: st.tuples(st.just(s[0]), st.tuples(*[NUMBERS] * s[1]))
)


class Paths(TestCase):
    @given(st.lists(STEPS, min_size=1, max_size=8))
    def test_what_is_written_is_read_again(self, steps):
        path = (Segment("M", (0.0, 0.0)), *(Segment(letter, numbers) for letter, numbers in steps), Segment("Z"))
        self.assertEqual(read_path(path_data(path)), path)

    @given(st.lists(STEPS, min_size=2, max_size=8))
    def test_shares_put_back_into_their_box_are_the_path(self, steps):
        path = (Segment("M", (3.0, 4.0)), *(Segment(letter, numbers) for letter, numbers in steps))
        shares, box = in_shares(path)
        for ours, theirs in zip(points_of(placed(shares, *box)), points_of(path), strict=True):
            self.assertAlmostEqual(ours[0], theirs[0], places=6)
            self.assertAlmostEqual(ours[1], theirs[1], places=6)

    def test_more_pairs_after_a_move_are_lines(self):
        self.assertEqual([s.letter for s in read_path("M0 0 1,0 1 1Z")], ["M", "L", "L", "Z"])

    def test_anything_else_is_refused(self):
        for bad in (
            "",
            "L0 0",
            "M0",
            "M0 0 A1 1 0 0 0 1 1",
            "M0 0L1 x",
            "M0 0C1 1 1",
            "M0 0Z1",
            "M1e9 0",
            "M0 0" + "L1 1" * 2000,
        ):
            with self.assertRaises(BadPath, msg=bad[:20]):
                read_path(bad)
        with self.assertRaisesRegex(BadDocument, "slide 1, object 1: a path must begin with M"):
            read_show({"slides": [{"objects": [{"kind": "shape", "form": "path", "path": "L0 0"}]}]})
