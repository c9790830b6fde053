from itertools import pairwise
from unittest import TestCase

from hypothesis import given
from hypothesis import strategies as st

from ritornel.core.alignment.aligned import aligned
from ritornel.core.alignment.boxes import around, filled
from ritornel.core.alignment.spread import spread, stretch_of
from ritornel.core.alignment.tidied import USUAL_GAP, tidied, usual_gap
from ritornel.core.model import Shape
from ritornel.core.model.box import Box

ABC = {"a": Box(100, 100, 50, 40), "b": Box(400, 140, 100, 20), "c": Box(180, 300, 30, 60)}
SIZES = st.integers(1, 300).map(float)
BOXES = st.lists(st.builds(Box, SIZES, SIZES, SIZES, SIZES), min_size=2, max_size=9).map(
    lambda boxes: {f"b{n}": box for n, box in enumerate(boxes)}
)


def moved(boxes, shifts):
    return {n: b._replace(x=b.x + shifts[n][0], y=b.y + shifts[n][1]) for n, b in boxes.items()}


def gaps(boxes, along):
    stretches = sorted(stretch_of(b, along) for b in boxes.values())
    return [b.start - a.start - a.size for a, b in pairwise(stretches)]


class Boxes(TestCase):
    def test_what_a_turned_object_fills(self):
        quarter = filled(Shape(id="s", x=100, y=100, width=200, height=100, rotation=90))
        for found, wanted in zip(quarter, (150, 50, 100, 200), strict=True):
            self.assertAlmostEqual(found, wanted)
        half = filled(Shape(id="s", x=0, y=0, width=100, height=100, rotation=-45))
        self.assertAlmostEqual(half.width, 100 * 2**0.5)
        self.assertAlmostEqual(half.centre[0], 50)

    def test_what_holds_several(self):
        self.assertEqual(around(ABC.values()), Box(100, 100, 400, 260))
        self.assertEqual((around(ABC.values()).right, around(ABC.values()).bottom), (500, 360))


class Aligning(TestCase):
    def test_each_line_of_a_frame(self):
        frame = Box(0, 10, 1000, 500)
        wanted = {"left": (-100, 0), "centre": (375, 0), "right": (850, 0), "top": (0, -90), "middle": (0, 140)}
        for edge, shift in (*wanted.items(), ("bottom", (0, 370))):
            self.assertEqual(aligned(ABC, edge, frame)["a"], shift, edge)

    @given(BOXES, st.sampled_from(["left", "centre", "right", "top", "middle", "bottom"]))
    def test_what_is_aligned_stays(self, boxes, edge):
        once = moved(boxes, aligned(boxes, edge, around(boxes.values())))
        for dx, dy in aligned(once, edge, around(once.values())).values():
            self.assertAlmostEqual(abs(dx) + abs(dy), 0)


class Spreading(TestCase):
    def test_equal_gaps_between_the_first_and_the_last(self):
        self.assertEqual(spread(ABC, "across", "gaps"), {"a": (0, 0), "c": (80, 0), "b": (0, 0)})
        self.assertEqual(spread(ABC, "down", "gaps")["b"], (0, 70))

    def test_equal_steps_from_middle_to_middle(self):
        done = moved(ABC, spread(ABC, "across", "middles"))
        self.assertEqual([done[n].centre[0] for n in "acb"], [125, 287.5, 450])

    def test_a_gap_that_is_given(self):
        done = moved(ABC, spread(ABC, "down", "gaps", 10))
        self.assertEqual([done[n].y for n in "abc"], [100, 150, 180])
        self.assertEqual([done[n].x for n in "abc"], [100, 400, 180])

    @given(BOXES, st.sampled_from(["across", "down"]), st.sampled_from(["gaps", "middles"]))
    def test_the_ends_stay_and_all_is_even(self, boxes, along, by):
        order = sorted(boxes, key=lambda n: stretch_of(boxes[n], along).middle)
        shifts = spread(boxes, along, by)
        for end in (order[0], order[-1]):
            self.assertAlmostEqual(sum(map(abs, shifts[end])), 0)
        done = [stretch_of(moved(boxes, shifts)[n], along) for n in order]
        places = [b.start - a.start - a.size if by == "gaps" else b.middle - a.middle for a, b in pairwise(done)]
        for place in places:
            self.assertAlmostEqual(place, places[0])


class Tidying(TestCase):
    def test_the_usual_gap_is_the_median_of_those_there_are(self):
        self.assertEqual(usual_gap(ABC, "across"), (30 + 190) / 2)
        self.assertEqual(usual_gap({"a": Box(0, 0, 9, 9), "b": Box(5, 0, 9, 9)}, "across"), USUAL_GAP)

    def test_a_row_stands_on_the_middle_line_and_a_column_on_its_own(self):
        row = moved(ABC, tidied(ABC, "row"))
        self.assertEqual([row[n].centre[1] for n in "abc"], [230] * 3)
        self.assertEqual((row["a"].x, gaps(row, "across")), (100, [110, 110]))
        column = moved(ABC, tidied(ABC, "column"))
        self.assertEqual([column[n].centre[0] for n in "abc"], [300] * 3)
        self.assertEqual((column["a"].y, gaps(column, "down")), (100, [140, 140]))

    def test_a_grid_in_reading_order(self):
        five = {
            n: Box(x, y, 40, 30) for n, x, y in zip("abcde", (300, 10, 160, 200, 20), (5, 0, 8, 90, 95), strict=True)
        }
        done = moved(five, tidied(five, "grid"))
        self.assertEqual({n: (b.x, b.y) for n, b in done.items()}, {
            "b": (10, 0), "c": (74, 0), "a": (138, 0), "e": (10, 54), "d": (74, 54),
        })  # fmt: skip

    @given(BOXES, st.sampled_from(["row", "column", "grid"]))
    def test_nothing_overlaps_any_more(self, boxes, form):
        done = list(moved(boxes, tidied(boxes, form)).values())
        for number, one in enumerate(done):
            for other in done[:number]:
                apart = one.x >= other.right - 1e-6 or other.x >= one.right - 1e-6
                self.assertTrue(apart or one.y >= other.bottom - 1e-6 or other.y >= one.bottom - 1e-6, (one, other))
