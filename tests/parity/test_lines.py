"""Lines, as the page grips and drags them and as the core draws them: the same ends, the same bend, the same way."""

from math import cos, radians, sin
from unittest import TestCase

from hypothesis import given
from hypothesis import strategies as st
from msgspec.structs import replace

from ritornel.core.drawing.lines import LEVEL, drawn_line
from ritornel.core.model import Line
from ritornel.core.model.writing import plain
from tests.examples import examples
from tests.node import in_page

SIZES = st.sampled_from([0.5, 1.0]) | st.floats(1.5, 900).map(lambda size: round(size, 1))
LINES = st.builds(
    Line,
    id=st.just("l"),
    x=st.integers(-100, 900),
    y=st.integers(-100, 600),
    width=SIZES,
    height=SIZES,
    rising=st.booleans(),
    bend=st.sampled_from([0.0, 0.0, 0.3, -0.55, 1.0]),
    rotation=st.sampled_from([0.0, 0.0, 180.0, 33.0]),
)
SLANTING = LINES.map(lambda line: replace(line, bend=0.0, width=line.width + 1, height=line.height + 1))
WHOLE = {"width": 320, "height": 180, "x": 0, "y": 0, "rotation": 0, "rising": False, "bend": 0}


def way_of(line: Line) -> list[tuple[float, float]]:
    """Points of a line's way as the core draws it, in its box: its beginning, its middle, its end, and between."""
    (begin, curve), _ = drawn_line(line)
    points = [begin.numbers, *(curve.numbers[n : n + 2] for n in (0, 2, 4))]
    shares = [n / 8 for n in range(9)]
    return [
        tuple(
            (1 - t) ** 3 * a + 3 * t * (1 - t) ** 2 * b + 3 * t * t * (1 - t) * c + t**3 * d
            for a, b, c, d in zip(*points, strict=True)
        )
        for t in shares
    ]  # type: ignore[return-value]


def on_stage(line: Line, point: tuple[float, float]) -> tuple[float, float]:
    across, down, turn = point[0] - line.width / 2, point[1] - line.height / 2, radians(line.rotation)
    x, y = across * cos(turn) - down * sin(turn), across * sin(turn) + down * cos(turn)
    return line.x + line.width / 2 + x, line.y + line.height / 2 + y


def told(lines: list[Line], points: bool) -> list[dict]:
    cases = [
        {"line": {**WHOLE, **plain(line)}, "points": [on_stage(line, p) for p in way_of(line)] if points else []}
        for line in lines
    ]
    return in_page("line", cases)


class Lines(TestCase):
    @examples(5)
    @given(st.lists(LINES, min_size=20, max_size=20))
    def test_the_page_grips_a_line_where_the_core_draws_it(self, lines: list[Line]):
        for line, page in zip(lines, told(lines, True), strict=True):
            way = way_of(line)
            for name, place in (("start", 0), ("bend", 4), ("end", 8)):
                grip = page["grips"][name]
                for share, size, at in zip((grip["x"], grip["y"]), (line.width, line.height), way[place], strict=True):
                    self.assertAlmostEqual(share * size, at, delta=1e-6, msg=f"{name} of {line}")
            if max(line.width, line.height) > 20:  # a shorter one is taken for straight, so near is its middle
                self.assertAlmostEqual(page["bend"], line.bend, delta=1e-3)
            self.assertTrue(all(page["on"]), (line, page["on"]))

    @examples(5)
    @given(st.lists(SLANTING, min_size=20, max_size=20))
    def test_a_line_from_end_to_end_is_drawn_from_end_to_end(self, lines: list[Line]):
        """But for what makes a line that is nearly level, or plumb, quite so."""
        for line, page in zip(lines, told(lines, False), strict=True):
            again = Line(id="l", **page["between"])
            for place in (0, -1):
                ours, theirs = on_stage(line, way_of(line)[place]), on_stage(again, way_of(again)[place])
                for one, other in zip(ours, theirs, strict=True):
                    self.assertAlmostEqual(one, other, delta=LEVEL / 2 + 0.11)
