"""Objects as SVG and as nodes: what a page builds its stage of."""

import xml.etree.ElementTree as ET
from unittest import TestCase

from ritornel.core.score import compile
from ritornel.render.player import playable
from ritornel.render.stage import nodes
from tests.made import show, slide, text

SVG = "{http://www.w3.org/2000/svg}"


class Nodes(TestCase):
    def node(self, **document) -> dict:
        made = show({"objects": [{"id": "thing", "x": 10, "y": 20, "width": 200, "height": 100, **document}]})
        return nodes(made.slides[0])[0]

    def drawn(self, **document) -> ET.Element:
        return ET.fromstring(self.node(**document)["svg"])

    def test_a_rectangles_line_lies_inside_its_box(self):
        rect = self.drawn(kind="shape", line="#123456", line_width=10, corner_radius=4).find(f"{SVG}rect")
        self.assertEqual([rect.get(n) for n in ("x", "y", "width", "height", "rx")], ["5", "5", "190", "90", "4"])
        bare = self.drawn(kind="shape", line_width=10).find(f"{SVG}rect")
        self.assertEqual((bare.get("width"), bare.get("stroke")), ("200", "none"))

    def test_an_ellipse_fills_its_box(self):
        ellipse = self.drawn(kind="shape", form="ellipse").find(f"{SVG}ellipse")
        self.assertEqual([ellipse.get(n) for n in ("cx", "cy", "rx", "ry")], ["100", "50", "100", "50"])

    def test_a_line_runs_from_corner_to_corner(self):
        line = self.drawn(kind="line", rising=True).find(f"{SVG}line")
        self.assertEqual([line.get(n) for n in ("x1", "y1", "x2", "y2")], ["0", "100", "200", "0"])

    def test_a_text_has_a_part_per_paragraph_and_its_words_are_escaped(self):
        node = self.node(kind="text", paragraphs=[{"text": "<b> & so"}, {"text": "Two"}], colour="#abcdef")
        self.assertEqual([p["key"] for p in node["parts"]], ["thing/0", "thing/1"])
        first = ET.fromstring(node["parts"][0]["svg"])
        group = first.find(f"{SVG}g")
        self.assertEqual((group.find(f"{SVG}text").text, group.get("fill")), ("<b> & so", "#abcdef"))
        self.assertLess(node["parts"][0]["y"], node["parts"][1]["y"])

    def test_lines_lie_inside_their_part(self):
        long = "Four tons of glass, afloat in mercury, turned by one finger"
        part = self.node(kind="text", paragraphs=[{"text": long}], size=30)["parts"][0]
        lines = [float(t.get("y")) for t in ET.fromstring(part["svg"]).iter(f"{SVG}text")]
        self.assertGreater(len(lines), 2)
        self.assertTrue(all(0 < y < part["height"] for y in lines))

    def test_no_style_attribute_that_the_policy_would_block(self):
        for document in ({"kind": "shape"}, {"kind": "line"}):
            self.assertNotIn("style=", self.node(**document)["svg"])
        self.assertNotIn(
            "style=", self.node(kind="text", paragraphs=[{"text": "x"}])["parts"][0]["svg"].replace("font-style=", "")
        )

    def test_media_name_their_asset_and_fit(self):
        node = self.node(kind="clip", asset="film", fit="fill", alt="A lens")
        self.assertEqual((node["asset"], node["fit"], node["alt"]), ("film", "fill", "A lens"))


class Playable(TestCase):
    def test_order_chapters_and_slides_agree(self):
        made = show(
            slide(id="a", hold=1000), slide(id="b", title="Second", objects=(text("t", "x"),)),
            chapters=[{"id": "c", "title": "Part", "first": "b"}],
        )  # fmt: skip
        told = playable(made, compile(made))
        self.assertEqual([row[:3] for row in told["order"]], [["a", 0, 1000], ["b", 1000, told["length"] - 1000]])
        self.assertEqual([row[3] for row in told["order"]], ["Slide 1", "Second"])
        self.assertEqual(told["chapters"], [["Part", 1000]])
        self.assertEqual(set(told["slides"]), {"a", "b"})
