"""Carried words grow from where their letters stand, and what replaces another keeps its place in the order."""

from unittest import TestCase

from ritornel.core.motion.carrying import Way, matched
from ritornel.core.motion.standing import Standing
from ritornel.core.score import compile
from ritornel.core.text.extent import words_box
from tests.made import edited, show, slide, text


class Words(TestCase):
    def test_both_copies_have_their_letters_in_one_place_all_the_way(self):
        was = text("t", "The bath", size=40, x=80, y=60, width=900, lineage="t")
        will = text("t", "The bath", size=70, x=200, y=300, width=500, align="right", lineage="t")
        made = show(slide(objects=(was,)), slide(objects=(will,)))
        before, after = (Standing(s, {}) for s in made.slides)
        way = Way(next(p for p in matched(before, after) if p.old.id == "t"), before, after, curved=False)
        goes, comes = (dict(curves) for curves in (way.goes(), way.comes()))

        def letters(thing, curves, end: int):
            box, state = words_box(thing), {name: keys[end][1] for name, keys in curves.items()}
            mx, my = thing.x + thing.width / 2, thing.y + thing.height / 2
            return (
                mx + state["x"] + (box.centre[0] - mx) * state["scale_x"],
                my + state["y"] + (box.centre[1] - my) * state["scale_y"],
            )

        pair = way.pair
        for end in (0, -1):
            for one, other in zip(letters(pair.old, goes, end), letters(pair.new, comes, end), strict=True):
                self.assertAlmostEqual(one, other, delta=0.2)
        self.assertAlmostEqual(letters(pair.new, comes, -1)[0], words_box(pair.new).centre[0], delta=0.01)

    def test_what_is_replaced_lies_where_it_lay_while_it_is_carried(self):
        low = {"id": "low", "kind": "shape", "lineage": "low", "width": 300, "height": 300}
        replaced = {**low, "form": "star"}
        top = text("top", "Above", lineage="top")
        made = show(
            slide(objects=(low, top)), slide(objects=(replaced, top), transition={"type": "carry", "duration": 600})
        )
        pieces = compile(made).slides[1].transition.pieces
        seen = [
            (p.of, [t.key for t in p.targets if all(track.property != "visible" for track in t.tracks)]) for p in pieces
        ]
        order = [(of, key) for of, keys in seen[2:] for key in keys if not key.startswith("//")]
        self.assertEqual(order, [("new", "box"), ("old", "low"), ("new", "low"), ("new", "top")])

    def test_a_slide_that_was_carried_in_a_curve_goes_on_so(self):
        curved = {"type": "carry", "subtype": "curved", "duration": 800}
        made = edited(show(slide(id="one", transition=curved)), do="continue-slide", slide="one")
        self.assertEqual(made.slides[1].transition, made.slides[0].transition)
        plain = edited(show(slide(id="one", transition={"type": "fade"})), do="continue-slide", slide="one")
        self.assertEqual((plain.slides[1].transition.type, plain.slides[1].transition.subtype), ("carry", ""))
