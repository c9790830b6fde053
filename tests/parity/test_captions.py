"""Captions stand in a film where they stand on the page, and are as large."""

from itertools import product
from unittest import TestCase

from ritornel.core.voice.caption_places import HEIGHTS, is_above
from ritornel.render.stage import nodes
from tests.made import show, slide, text
from tests.node import in_page

LOW, HIGH, MIDDLE = ({"y": y, "height": 90} for y in (620, 20, 300))


class Captions(TestCase):
    def test_at_the_foot_or_at_the_head(self):
        texts = [(), (LOW,), (HIGH,), (LOW, HIGH), (MIDDLE,), (LOW, MIDDLE)]
        cases, expected = [], []
        for boxes, place in product(texts, ("free", "foot", "head")):
            things = tuple(text(f"t{n}", "Four tons", **box) for n, box in enumerate(boxes))
            made = show(slide(objects=things), captions={"place": place})
            cases.append({"nodes": nodes(made.slides[0], made), "place": place, "height": made.height})
            expected.append({"heights": HEIGHTS, "above": is_above(made.slides[0], made)})
        self.assertEqual(in_page("captions", cases), expected)
        self.assertEqual({one["above"] for one in expected}, {True, False})
