"""A picture as a plane, and pictures laid out over one: none touches another, and all lie on it."""

from itertools import combinations, pairwise
from math import hypot
from unittest import TestCase

from hypothesis import given
from hypothesis import strategies as st
from msgspec.structs import replace

from ritornel.core.edits import BadEdit, apply, read_command
from ritornel.core.model import Asset, Picture, Show, Slide
from ritornel.core.model.plane import Plane
from tests.examples import examples
from tests.made import show, slide, text

PAGE = Asset(id="page", kind="picture", width=8000, height=4500, mime="image/png")
TALL = Asset(id="tall", kind="picture", width=1000, height=8000, mime="image/jpeg")
SMALL = Asset(id="small", kind="picture", width=400, height=300, mime="image/png")
DRAWN = Asset(id="drawn", kind="picture", width=400, height=300, mime="image/svg+xml")
RAIL = {"id": "rail", "kind": "line", "x": 0, "y": 500, "width": 6000, "height": 1}


def start(**of) -> Show:
    made = show(slide(objects=(text("title", "The harbour"), RAIL), id="s", **of))
    return replace(made, assets=(*made.assets, PAGE, TALL, SMALL, DRAWN))


def done(of: Show, **command) -> Slide:
    return apply(of, read_command({"slide": "s", **command})).slides[0]


def pictures(of: Slide) -> list[Picture]:
    return [o for o in of.objects if isinstance(o, Picture)]


class Spread(TestCase):
    def spread(self, asset: str, **of) -> Slide:
        return done(start(**of), do="spread-picture", asset=asset, ids=["p"])

    def test_its_pixels_are_stage_units_and_it_lies_under_everything(self):
        of = self.spread("page")
        self.assertEqual(of.plane, Plane(x=-3360, y=-1890, width=8000, height=4500))
        first = of.objects[0]
        self.assertEqual((first.id, first.asset, first.width, first.locked, first.fit), ("p", "page", 8000, True, "fill"))  # fmt: skip

    def test_no_smaller_than_the_stage_and_no_larger_than_a_plane_may_be(self):
        self.assertEqual(self.spread("small").plane, Plane(x=0, y=-120, width=1280, height=960))
        self.assertEqual(self.spread("drawn").plane.width, 6 * 1280)
        tall = self.spread("tall").plane
        self.assertEqual((tall.width, tall.height), (1080, 8640))

    def test_views_that_are_there_stay_on_the_plane(self):
        far = {"id": "v", "x": 9000, "y": 300, "width": 640}
        self.assertEqual(self.spread("small", views=[far], plane={"width": 9999, "height": 720}).plane.width, 9320)

    def test_what_is_no_picture_is_refused(self):
        with self.assertRaisesRegex(BadEdit, "not in the library"):
            self.spread("gone")


class Laid(TestCase):
    def laid(self, count: int, of: Show | None = None, **how) -> Slide:
        assets = [("small", "tall", "drawn")[n % 3] for n in range(count)]
        names = [f"p{n}" for n in range(count)]
        how.setdefault("line", "")
        return done(of or start(), do="lay-out-pictures", assets=assets, ids=names, **how)

    def test_a_row_stands_in_the_middle_of_the_plane_in_order(self):
        of = self.laid(3)
        made = pictures(of)
        middles = [(o.x + o.width / 2, o.y + o.height / 2) for o in made]
        self.assertEqual([round(y) for _, y in middles], [360] * 3)
        self.assertEqual([round(b[0] - a[0]) for a, b in pairwise(middles)], [1382, 1382])
        self.assertEqual((made[0].width, made[0].height), (768, 576))
        self.assertAlmostEqual(middles[1][0], 640, delta=1)

    def test_a_grid_and_a_ring(self):
        grid = {(round(o.x + o.width / 2), round(o.y + o.height / 2)) for o in pictures(self.laid(4, layout="grid"))}
        self.assertEqual(len({x for x, _ in grid}), 2)
        self.assertEqual(len({y for _, y in grid}), 2)
        ring = [(o.x + o.width / 2, o.y + o.height / 2) for o in pictures(self.laid(6, layout="ring"))]
        self.assertEqual((round(ring[0][0]), ring[0][1] < 0), (640, True))
        self.assertEqual(pictures(self.laid(1, layout="ring"))[0].x + 384, 640)

    def test_along_a_line_from_its_beginning_to_its_end(self):
        of = self.laid(3, layout="line", line="rail")
        middles = [(round(o.x + o.width / 2), round(o.y + o.height / 2)) for o in pictures(of)]
        self.assertEqual([x for x, _ in middles], [0, 3000, 6000])
        self.assertTrue(all(abs(y - 500) <= 1 for _, y in middles))
        with self.assertRaisesRegex(BadEdit, "select the line"):
            self.laid(3, layout="line", line="title")

    def test_each_in_a_view_of_its_own_if_one_likes(self):
        of = self.laid(3, framed=True, builds=["a", "b", "c"])
        self.assertEqual([(s.id, s.trigger) for s in of.running_order], [("a", "alongside"), ("b", "cue"), ("c", "cue")])  # fmt: skip
        self.assertEqual([round(v.x) for v in of.views], [-742, 640, 2022])

    @given(st.sampled_from(["row", "grid", "ring"]), st.integers(1, 40), st.booleans())
    @examples(40)
    def test_none_touches_another_and_all_lie_on_the_plane(self, layout, count, wide):
        plane = {"x": -2000, "y": -1500, "width": 6000, "height": 4000} if wide else None
        of = self.laid(count, start(plane=plane), layout=layout)
        made = pictures(of)
        self.assertEqual(len(made), count)
        for one, other in combinations(made, 2):
            apart = one.x >= other.x + other.width or other.x >= one.x + one.width
            self.assertTrue(apart or one.y >= other.y + other.height or other.y >= one.y + one.height)
        right, bottom = of.plane.x + of.plane.width, of.plane.y + of.plane.height
        for one in made:
            self.assertTrue(of.plane.x <= one.x and of.plane.y <= one.y)
            self.assertTrue(one.x + one.width <= right + 1 and one.y + one.height <= bottom + 1)
        if wide:
            self.assertEqual((of.plane.width, of.plane.height), (6000, 4000))
        self.assertTrue(all(hypot(o.width, o.height) > 10 for o in made))
