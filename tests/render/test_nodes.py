"""Objects as SVG and as nodes: what a page builds its stage of."""

import xml.etree.ElementTree as ET
from unittest import TestCase

from ritornel.core.drawing.forms import outline_data
from ritornel.core.model import Shape
from ritornel.core.score import compile
from ritornel.render.player import playable
from ritornel.render.stage import nodes
from tests.made import show, slide, text

SVG = "{http://www.w3.org/2000/svg}"


class Nodes(TestCase):
    def node(self, **document) -> dict:
        there = [
            {"id": "p", "kind": "picture", "width": 400, "height": 200},
            {"id": "film", "kind": "clip", "width": 640, "height": 480},
        ]
        made = show(
            {"objects": [{"id": "thing", "x": 10, "y": 20, "width": 200, "height": 100, **document}]}, assets=there
        )
        return nodes(made.slides[0], made)[0]

    def drawn(self, **document) -> ET.Element:
        return ET.fromstring(self.node(**document)["svg"])

    def test_a_picture_that_is_missing_is_a_gap_with_its_name(self):
        node = self.node(kind="picture", asset="gone", name="The trough")
        self.assertNotIn("asset", node)
        self.assertEqual("".join(ET.fromstring(node["svg"]).itertext()), "The troughis missing here")
        self.assertEqual(self.node(kind="picture", asset="p")["asset"], "p")

    def test_a_shape_is_its_outline_with_its_paint(self):
        path = self.drawn(kind="shape", form="ring", line="#123456", line_width=10, dash="dashes").find(f"{SVG}path")
        self.assertEqual(path.get("d"), outline_data(Shape(id="s", form="ring", width=200, height=100, line="#123456", line_width=10)))  # fmt: skip
        told = [path.get(n) for n in ("fill", "fill-rule", "stroke", "stroke-width", "stroke-dasharray")]
        self.assertEqual(told, ["#d8cdb8", "evenodd", "#123456", "10", "30 20"])
        self.assertEqual(self.drawn(kind="shape").find(f"{SVG}path").get("stroke"), "none")

    def test_a_gradient_is_named_by_what_it_is(self):
        stops = [{"at": 1, "colour": "#112233"}, {"at": 0, "colour": "none"}]
        svg = self.drawn(kind="shape", gradient={"angle": 0, "stops": stops})
        gradient = svg.find(f"{SVG}linearGradient")
        self.assertEqual(svg.find(f"{SVG}path").get("fill"), f"url(#{gradient.get('id')})")
        self.assertEqual([gradient.get(n) for n in ("x1", "y1", "x2", "y2")], ["0", "50", "200", "50"])
        self.assertEqual([s.get("stop-opacity") for s in gradient], ["0", "1"])
        other = self.drawn(kind="shape", gradient={"angle": 90, "stops": stops}).find(f"{SVG}linearGradient")
        self.assertEqual((other.get("x1"), other.get("y2")), ("100", "100"))
        self.assertNotEqual(other.get("id"), gradient.get("id"))
        round_ = self.drawn(kind="shape", gradient={"kind": "radial", "stops": stops})
        self.assertIsNotNone(round_.find(f"{SVG}radialGradient"))

    def test_a_shadow_falls_to_the_same_side_however_its_object_is_turned(self):
        for rotation, dx, dy in ((0, "10", "0"), (90, "0", "-10")):
            svg = self.drawn(kind="shape", rotation=rotation, shadow={"x": 10, "y": 0}, soft_edge=6)
            filtered = svg.find(f"{SVG}filter")
            self.assertEqual(svg.find(f"{SVG}g").get("filter"), f"url(#{filtered.get('id')})")
            drop = filtered.find(f"{SVG}feDropShadow")
            self.assertEqual((drop.get("dx"), drop.get("dy"), drop.get("in")), (dx, dy, "body"))
        self.assertEqual(len(self.node(kind="picture", asset="p", shadow={})["filter"]), 2)

    def test_a_line_runs_from_corner_to_corner(self):
        path = self.drawn(kind="line", rising=True, ends="arrow").findall(f"{SVG}path")
        self.assertTrue(path[0].get("d").startswith("M0 100C"))
        self.assertTrue(path[1].get("d").startswith("M200 0L"))

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

    def test_media_name_their_asset_and_where_it_lies(self):
        node = self.node(kind="clip", asset="film", fit="fill", alt="A lens")
        self.assertEqual((node["asset"], node["alt"]), ("film", "A lens"))
        self.assertEqual(node["seen"], [0, 0, 1, 1])
        self.assertEqual([round(n, 6) for n in node["whole"]], [0, -0.25, 1, 1.5])

    def test_a_picture_in_a_form_with_a_border_and_a_tone(self):
        frame = {"mask": "star", "line": "#123456", "mirrored": True, "tone": {"light": 1.2, "one_colour": "#ff0000"}}
        node = self.node(kind="clip", asset="film", frame=frame)
        self.assertEqual(node["flip"], [-1, 1])
        self.assertIn("objectBoundingBox", node["mask"][1])
        self.assertIn('stroke="#123456"', node["border"])
        self.assertIn('slope="1.2"', node["filter"][1])
        self.assertIn('tableValues="1 1"', node["filter"][1])
        self.assertNotIn("filter", self.node(kind="clip", asset="film", frame={"tone": {}}))

    def test_a_ground_lies_behind_the_objects_under_keys_of_its_own(self):
        ground = {
            "gradient": {"stops": [{"at": 0, "colour": "#000000"}, {"at": 1, "colour": "#ffffff"}]},
            "asset": "film",
        }
        made = show({"objects": [{"id": "a", "kind": "shape"}], "ground": {**ground, "veil_opacity": 0.4}})
        found = nodes(made.slides[0], made)
        told = [(n["key"], n["object"]) for n in found]
        self.assertEqual(told, [("//gradient", ""), ("//picture", ""), ("//veil", ""), ("a", "a")])
        self.assertEqual((found[2]["width"], found[2]["height"], found[2]["opacity"]), (1280, 720, 0.4))


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
