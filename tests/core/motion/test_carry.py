"""Carry (timing.md, section 9): what goes on is one moving object, the rest goes first, and what is new comes last."""

from math import isfinite
from unittest import TestCase

from ritornel.core.model import Show, Slide
from ritornel.core.motion.carrying import Way, matched
from ritornel.core.motion.standing import Standing
from ritornel.core.score import FrameState, Layer, compile, evaluate
from ritornel.core.sentences.carries import carries
from tests.made import show, slide, step, text

CARRY = {"type": "carry", "duration": 1000, "easing": "linear"}


def lens(x: float, y: float, width: float = 200, height: float = 100, **more) -> dict:
    return {"id": "lens", "lineage": "lens", "kind": "shape", "x": x, "y": y, "width": width, "height": height, **more}


def slide_of(thing: dict) -> Slide:
    return show({"id": "s", "objects": [thing]}).slides[0]


def two(old: list[dict], new: list[dict], old_steps=(), new_steps=(), **transition) -> Show:
    first = {"id": "old", "objects": old, "running_order": list(old_steps), "hold": 1000}
    second = {"id": "new", "objects": new, "running_order": list(new_steps), "hold": 5000}
    return show(first, {**second, "transition": {**CARRY, **transition}})


def at(made: Show, share: float) -> FrameState:
    score = compile(made)
    return evaluate(score, score.starts[1] + 1000 * share)


def seen(layer: Layer, key: str) -> dict:
    """What is seen of an object in a layer; empty where it is hidden."""
    state = layer.targets.get(key, {})
    shown = state.get("visible", 1) != 0 and state.get("opacity", 1) > 0
    return {"x": 0, "y": 0, "scale_x": 1, "rotate": 0, "opacity": 1, **state} if shown else {}


def middles(made: Show, share: float, key: str = "lens") -> list[tuple[float, float, float]]:
    """Middle and width of an object in every layer that shows it."""
    found = []
    for layer in at(made, share).layers:
        thing = next((o for o in made.slides[layer.slide].objects if o.id == key), None)
        if thing is not None and (state := seen(layer, key)):
            x, y = thing.x + thing.width / 2 + state["x"], thing.y + thing.height / 2 + state["y"]
            found.append((round(x, 3), round(y, 3), round(thing.width * state["scale_x"], 3)))
    return found


class Carried(TestCase):
    def test_it_begins_where_the_old_one_ended_and_ends_where_the_new_one_stands(self):
        moved = step("m", "following", 100, object="lens", kind="path", effect="move", params={"across": 60, "down": 0})
        larger = step("s", "following", 100, object="lens", kind="emphasis", effect="resize", params={"size": 200})
        made = two([lens(0, 0)], [lens(600, 300, 400, 200, rotation=90)], old_steps=(moved, larger))
        self.assertEqual(middles(made, 0), [(160, 50, 400)])
        self.assertEqual(middles(made, 0.5), [((160 + 800) / 2, (50 + 400) / 2, 400)])
        self.assertEqual(middles(made, 1), [(800, 400, 400)])
        turns = [seen(at(made, share).layers[-1], "lens")["rotate"] for share in (0, 0.5)]
        self.assertEqual(turns, [-90, -45])

    def test_an_opacity_goes_over_from_what_it_was(self):
        for old, new in ((1, 0.4), (0.4, 1)):
            made = two([lens(0, 0, opacity=old)], [lens(600, 300, opacity=new)])
            shown = [new * seen(at(made, share).layers[-1], "lens")["opacity"] for share in (0, 0.5)]
            self.assertAlmostEqual(shown[0], old)
            self.assertAlmostEqual(shown[1], (old + new) / 2)

    def test_the_shorter_way_round(self):
        made = two([lens(0, 0, rotation=350)], [lens(0, 0, rotation=10)])
        self.assertEqual(seen(at(made, 0).layers[-1], "lens")["rotate"], -20)

    def test_in_a_curve_it_ends_in_the_same_places(self):
        made = two([lens(0, 0)], [lens(600, 0)], subtype="curved")
        self.assertEqual([middles(made, share)[0][:2] for share in (0, 1)], [(100, 50), (700, 50)])
        x, y, _ = middles(made, 0.5)[0]
        self.assertEqual(x, 400)
        self.assertGreater(abs(y - 50), 60)

    def test_what_differs_in_more_is_both_for_a_while_and_never_neither(self):
        made = two([lens(0, 0, fill="#ff0000")], [lens(600, 300, 400, 300, fill="#00ff00")])
        for share in (0.05, 0.3, 0.5, 0.7, 0.95):
            found = middles(made, share)
            self.assertEqual(len(set(found)), 1, "both stand in one place")
            opacities = [s["opacity"] for layer in at(made, share).layers if (s := seen(layer, "lens"))]
            self.assertAlmostEqual(max(opacities), 1)
        self.assertEqual(len(middles(made, 0.5)), 2)
        self.assertEqual(len(middles(made, 1)), 1)

    def test_another_colour_is_blended_all_the_way(self):
        def opacities(share: float, old: dict, new: dict) -> list[float]:
            made = two([lens(0, 0, line="#ff0000", **old)], [lens(400, 0, line="#0000ff", **new)])
            return [round(s["opacity"], 6) for layer in at(made, share).layers if (s := seen(layer, "lens"))]

        for share in (0.25, 0.5, 0.75):
            self.assertEqual(opacities(share, {}, {}), [1, share])
        for old, new in (({"fill": "none"}, {}), ({"opacity": 0.5}, {}), ({}, {"corner_radius": 20})):
            self.assertEqual(opacities(0.75, old, new)[0], 0.5)

    def test_corners_go_over_from_what_they_were_however_the_thing_is_scaled(self):
        """What is seen of the corner: from where the straight edge ends above to where it begins at the side."""
        made = two([lens(0, 0, corner_radius=10)], [lens(600, 300, 400, 100, corner_radius=40)])
        for share, radius in ((0.25, 17.5), (0.5, 25), (0.75, 32.5)):
            layers = [s for layer in at(made, share).layers if (s := seen(layer, "lens"))]
            self.assertEqual([s["opacity"] for s in layers], [1, share])
            for state, (width, height) in zip(layers, ((200, 100), (400, 100)), strict=True):
                clip = state["clip"]
                self.assertAlmostEqual((width - clip[0]) * state["scale_x"], radius, delta=0.35)
                self.assertAlmostEqual(clip[17] * state.get("scale_y", 1), radius, delta=0.35)
                self.assertEqual((clip[1], clip[16], max(clip[0::2]), max(clip[1::2])), (0, width, width, height))

    def test_a_border_a_shadow_or_a_picture_that_is_whole_in_its_box_is_not_clipped(self):
        picture = {"kind": "picture", "asset": "a", "fit": "fill"}
        framed = [{"frame": {"corner_radius": radius}} for radius in (0, 30)]
        for more, clipped in (
            ((picture | framed[0], picture | framed[1]), True),
            ((picture | framed[0] | {"fit": "whole"}, picture | framed[1] | {"fit": "whole"}), False),
            (({"corner_radius": 9}, {"corner_radius": 20}), True),
            (({"corner_radius": 9, "line": "#000000"}, {"corner_radius": 20, "line": "#000000"}), False),
            (({"shadow": {}}, {"shadow": {}, "corner_radius": 20}), False),
            (({"form": "star"}, {"form": "star", "corner_radius": 20}), False),
        ):
            old, new = ({**lens(0, 0), **one} for one in more)
            states = [seen(layer, "lens") for layer in at(two([old], [new]), 0.5).layers]
            self.assertEqual([any("clip" in s for s in states)], [clipped], more)

    def test_what_was_made_as_small_as_nothing_is_carried_all_the_same(self):
        before = Standing(slide_of(lens(0, 0, corner_radius=10)), {"lens": {"scale_x": 0.0, "scale_y": 0.0}})
        after = Standing(slide_of(lens(600, 300, corner_radius=40)), {})
        way = Way(matched(before, after)[0], before, after, curved=False)
        clips = [dict(way.goes())["clip"], dict(way.comes())["clip"]]
        self.assertTrue(all(isfinite(number) for clip in clips for _, places in clip for number in places))

    def test_one_radius_on_things_of_two_sizes_stays_as_it_is(self):
        made = two([lens(0, 0, corner_radius=20)], [lens(0, 0, 400, 200, corner_radius=20)])
        state = seen(at(made, 0.5).layers[-1], "lens")
        self.assertAlmostEqual((400 - state["clip"][0]) * state["scale_x"], 20, delta=0.3)

    def test_the_rest_goes_in_the_first_half_and_comes_in_the_second(self):
        made = two([lens(0, 0, id="a", lineage="a")], [lens(0, 0, id="b", lineage="b")])
        self.assertEqual([len(middles(made, s, "a")) for s in (0, 0.25, 0.5, 0.9)], [1, 1, 0, 0])
        self.assertEqual([len(middles(made, s, "b")) for s in (0.1, 0.5, 0.75)], [0, 0, 1])

    def test_what_enters_later_or_has_gone_is_not_carried(self):
        enters = step("e", object="lens", effect="fade")
        made = two([lens(0, 0)], [lens(600, 300)], new_steps=(enters,))
        self.assertEqual(middles(made, 0.25), [(100, 50, 200)])
        self.assertEqual(middles(made, 0.9), [])
        gone = step("g", "following", 100, object="lens", kind="exit", effect="fade")
        made = two([lens(0, 0)], [lens(600, 300)], old_steps=(gone,))
        self.assertEqual(middles(made, 0.25), [])
        self.assertEqual(middles(made, 0.75), [(700, 350, 200)])

    def test_a_text_is_scaled_by_its_letters(self):
        words = {
            **text("lens", "One finger"),
            "lineage": "lens",
            "x": 0,
            "y": 0,
            "width": 300,
            "height": 60,
            "size": 40,
        }
        made = two([words], [{**words, "x": 500, "size": 80, "width": 600, "height": 120}])
        self.assertEqual(seen(at(made, 0).layers[-1], "lens")["scale_x"], 0.5)
        self.assertEqual(len(middles(made, 0.5)), 1)
        broken = two([words], [{**words, "x": 500, "size": 80, "width": 500, "height": 240}])
        self.assertEqual(len(middles(broken, 0.5)), 2)

    def test_the_ground_goes_over_beneath_what_is_carried(self):
        made = two([lens(0, 0)], [lens(600, 300)])
        grounds = [layer.properties.get("ground", 1) for layer in at(made, 0.25).layers]
        self.assertEqual(grounds, [1, 0.25, 0])

    def test_backwards_it_is_the_same_way(self):
        for share in (0.0, 0.3, 1.0):
            there = middles(two([lens(0, 0)], [lens(600, 300)]), share)
            back = middles(two([lens(0, 0)], [lens(600, 300)], reverse=True), share)
            self.assertEqual(there[-1][:2], back[-1][:2])


class Matched(TestCase):
    def pairs(self, old: list[dict], new: list[dict]) -> set[tuple[str, str]]:
        """Old and new ids that are in one place at the beginning."""
        made = two(old, new)
        layers = at(made, 0.0).layers
        starts = {o.id: (o.x + o.width / 2, o.y + o.height / 2) for o in made.slides[0].objects}
        found = set()
        for thing in made.slides[1].objects:
            state = layers[-1].targets.get(thing.id, {})
            if "x" in state:
                place = (thing.x + thing.width / 2 + state["x"], thing.y + thing.height / 2 + state["y"])
                found |= {(name, thing.id) for name, middle in starts.items() if middle == place}
        return found

    def test_by_lineage_before_all_else(self):
        old = [lens(0, 0, id="a", lineage="one"), lens(400, 0, id="b", lineage="two")]
        new = [lens(10, 10, id="c", lineage="two"), lens(390, 10, id="d", lineage="one")]
        self.assertEqual(self.pairs(old, new), {("a", "d"), ("b", "c")})

    def test_then_by_what_they_show_the_nearest_first(self):
        def picture(name: str, x: float, asset: str = "film") -> dict:
            return {
                "id": name,
                "kind": "picture",
                "asset": asset,
                "x": x,
                "y": 50 if asset == "film" else 300,
                "width": 80,
                "height": 60,
            }

        old = [picture("a", 0), picture("b", 500), picture("z", 0, "other"), {**text("t", "Words"), "y": 400}]
        new = [picture("c", 480), picture("d", 300), {**text("u", "Words"), "y": 20}, {**text("v", "Else"), "y": 400}]
        self.assertEqual(self.pairs(old, new), {("b", "c"), ("a", "d"), ("t", "u")})

    def test_very_many_of_one_kind_are_paired_as_they_come(self):
        old, new = ([text(f"{side}{n}", "Same", y=10 * n) for n in range(60)] for side in "ab")
        self.assertEqual(self.pairs(old, new), {(f"a{n}", f"b{n}") for n in range(60)})

    def test_shapes_of_other_lineages_are_others(self):
        self.assertEqual(self.pairs([lens(0, 0, id="a", lineage="a")], [lens(0, 0, id="b", lineage="b")]), set())


class Kept(TestCase):
    def test_a_change_before_it_reaches_it(self):
        """The score of a slide that is carried to depends on the slide before: both are what it is known by."""
        for x in (0, 40, 80):
            self.assertEqual(middles(two([lens(x, 0)], [lens(600, 300)]), 0), [(x + 100, 50, 200)])

    def test_the_first_slide_fades_in(self):
        frame = evaluate(compile(show({**slide(), "transition": CARRY})), 250)
        self.assertEqual([layer.slide for layer in frame.layers], [-1, 0])
        self.assertAlmostEqual(frame.layers[1].properties["opacity"], 0.25)


class ByHand(TestCase):
    THINGS = (
        [lens(0, 0), {"id": "a", "kind": "shape", "x": 0, "y": 300}],
        [lens(600, 0), {"id": "b", "kind": "shape", "x": 900, "y": 300}],
    )

    def told(self, **transition):
        found = carries(two(*self.THINGS, **transition), 1)
        return [(p.old, p.new) for p in found.pairs], [t.id for t in found.goes], [t.id for t in found.comes]

    def test_what_will_happen_is_told(self):
        self.assertEqual(self.told(), ([("lens", "lens")], ["a"], ["b"]))
        (pair,) = carries(two(*self.THINGS), 1).pairs
        self.assertEqual((pair.start, pair.end, pair.blends, pair.name), ((100, 50), (700, 50), False, "Rectangle"))
        blended = carries(two([lens(0, 0)], [lens(0, 0, fill="#ff0000")]), 1).pairs
        self.assertEqual([p.blends for p in blended], [True])

    def test_a_match_is_made_or_parted_and_what_is_gone_is_passed_over(self):
        made = self.told(carried={"b": "a"})
        self.assertEqual(made, ([("a", "b"), ("lens", "lens")], [], []))
        self.assertEqual(self.told(carried={"lens": ""}), ([], ["lens", "a"], ["lens", "b"]))
        self.assertEqual(self.told(carried={"b": "lens"}), ([("lens", "b")], ["a"], ["lens"]))
        self.assertEqual(self.told(carried={"b": "nothing", "x": "lens"}), ([("lens", "lens")], ["a"], ["b"]))

    def test_it_is_carried_so(self):
        made = two(*self.THINGS, carried={"b": "a"})
        self.assertEqual({x for x, _, _ in middles(made, 0.5, "b")}, {(160 + 1060) / 2})


class KeptStanding(TestCase):
    def layers(self, share: float, **transition):
        box = {"id": "box", "kind": "shape", "x": 900}
        made = two([lens(0, 0), box], [lens(0, 0), {**box, "x": 0}], type="pushWipe", **transition)
        return at(made, share).layers

    def test_what_stands_on_both_slides_alike_does_not_move(self):
        for share in (0, 0.3, 0.99):
            *moved, top = self.layers(share, keeps=True)
            self.assertEqual(seen(top, "lens"), {"x": 0, "y": 0, "scale_x": 1, "rotate": 0, "opacity": 1})
            self.assertEqual((top.properties, seen(top, "box")), ({"ground": 0.0}, {}))
            for layer in moved:
                self.assertEqual(seen(layer, "lens"), {})
                self.assertTrue(seen(layer, "box"))

    def test_unless_it_is_asked_for_all_of_it_moves(self):
        self.assertEqual(len(self.layers(0.3)), 2)
        other = two([lens(0, 0)], [lens(1, 0)], type="pushWipe", keeps=True)
        self.assertEqual(len(at(other, 0.3).layers), 2)
        self.assertEqual(len(compile(two([], [], type="pushWipe", keeps=True)).slides[0].transition.pieces), 0)

    def test_it_is_kept_where_the_slide_before_left_it(self):
        leaves = step(
            "m", "following", 100, object="lens", kind="path", effect="move", params={"across": 60, "down": 0}
        )
        moved = two([lens(0, 0)], [lens(60, 0)], old_steps=(leaves,), type="fade", keeps=True)
        self.assertEqual(len(at(moved, 0.3).layers), 3)
