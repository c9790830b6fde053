"""Each command by itself: what it does, what it leaves alone, what it refuses."""

from unittest import TestCase

from ritornel.core.edits import BadEdit
from tests.made import edited, show, slide, step, text


class Builds(TestCase):
    def setUp(self):
        objects = [
            {"id": k, "kind": "shape", "x": x, "y": y} for k, x, y in (("low", 0, 40), ("right", 9, 39), ("left", 5, 0))
        ]
        self.show = show({"id": "one", "objects": [*objects, text("words", "One"), text("list", "A", "B")]})

    def built(self, *objects: str, **more) -> list[tuple]:
        made = edited(self.show, do="add-builds", slide="one", objects=list(objects), **more)
        return [(s.object, s.part.paragraph if s.part else None, s.trigger) for s in made.slides[0].running_order]

    def test_rows_are_read_from_the_top_and_in_a_row_from_the_left(self):
        self.assertEqual([b[0] for b in self.built("low", "right", "left")], ["left", "right", "low"])

    def test_a_text_of_one_line_comes_whole_and_other_things_too(self):
        self.assertEqual(self.built("words", by="line"), [("words", None, "cue")])
        self.assertEqual(self.built("low", by="line"), [("low", None, "cue")])
        self.assertEqual(self.built("list", by="line"), [("list", 0, "cue"), ("list", 1, "alongside")])
        self.assertEqual(self.built("list"), [("list", None, "cue")])

    def test_what_is_not_there_or_not_known_is_refused(self):
        for words, command in (
            ("select an object", {"do": "add-builds", "objects": ["gone"]}),
            ("there is no entrance “swirl”", {"do": "add-builds", "objects": ["low"], "effect": "swirl"}),
            ("not in the running order", {"do": "set-steps", "steps": ["gone"], "values": {}}),
            ("that place", {"do": "move-steps", "steps": ["gone"], "cue": 0}),
            ("that build", {"do": "drag-build", "step": "gone", "by": 5}),
            ("that cue", {"do": "drag-cue", "cue": 1, "by": 5}),
            ("not on the slide any more", {"do": "set-objects", "values": {"gone": {}}}),
            ("kind cannot be set", {"do": "set-objects", "values": {"low": {"kind": "text"}}}),
            ("only a clip or a sound", {"do": "start-media", "object": "low", "on": "cue"}),
        ):
            with self.assertRaises(BadEdit) as caught:
                edited(self.show, slide="one", **command)
            self.assertIn(words, str(caught.exception))
        for command in ({"do": "add-slide", "after": "gone"}, {"do": "duplicate-slides", "slides": ["gone"]},
                        {"do": "set-slides", "slides": ["gone"], "values": {}}, {"do": "drag-slide-end", "slide": "gone", "by": 1},
                        {"do": "add-builds", "slide": "gone", "objects": ["a"]}):  # fmt: skip
            with self.assertRaisesRegex(BadEdit, "slide"):
                edited(self.show, **command)

    def test_lines_that_come_and_go_move_only_their_own_builds(self):
        made = edited(self.show, do="add-builds", slide="one", objects=["list", "words"], by="line", order="each")
        made = edited(
            made, do="add-object", slide="one", object={"kind": "text", "paragraphs": [{"text": "A"}, {"text": "B"}]}
        )
        other = made.slides[0].objects[-1].id
        made = edited(made, do="add-builds", slide="one", objects=[other], by="line")
        lines = [{"text": t} for t in ("New", "A", "B")]
        after = (
            edited(made, do="set-objects", slide="one", values={"list": {"paragraphs": lines}}).slides[0].running_order
        )
        places = {(s.object, s.part.paragraph if s.part else None) for s in after}
        self.assertEqual(places, {("list", 1), ("list", 2), ("words", None), (other, 0), (other, 1)})
        untouched = edited(made, do="set-objects", slide="one", values={"words": {"paragraphs": lines}}).slides[0]
        self.assertEqual(untouched.running_order, made.slides[0].running_order)

    def test_moved_builds_stand_before_the_one_they_were_dropped_on(self):
        made = show(slide(step("a"), step("b", "alongside"), step("c", "alongside"), step("d"), id="one"))
        order = lambda m: [(s.id, s.trigger) for s in m.slides[0].running_order]  # noqa: E731
        moved = edited(made, do="move-steps", slide="one", steps=["d"], cue=1, index=1)
        self.assertEqual(order(moved), [("a", "cue"), ("d", "alongside"), ("b", "alongside"), ("c", "alongside")])
        first = edited(made, do="move-steps", slide="one", steps=["c"], cue=1)
        self.assertEqual([i for i, _ in order(first)], ["c", "a", "b", "d"])
        own = edited(made, do="move-steps", slide="one", steps=["b"], cue=1, new_cue=True)
        self.assertEqual(order(own), [("a", "cue"), ("c", "alongside"), ("b", "cue"), ("d", "cue")])
        last = edited(made, do="move-steps", slide="one", steps=["a", "b"], cue=2, index=1)
        self.assertEqual(order(last), [("c", "cue"), ("d", "cue"), ("a", "alongside"), ("b", "alongside")])

    def test_a_changed_trigger_opens_or_closes_a_cue_and_waits_follow_theirs(self):
        made = show(
            slide(
                step("a"), step("b"), step("c", "alongside"), id="one", waits={"1": 10, "2": 20}, script="[1] x [2] y"
            )
        )
        closed = edited(made, do="set-steps", slide="one", steps=["a"], values={"trigger": "following"}).slides[0]
        self.assertEqual((closed.waits, closed.script), ({"1": 20}, "x [1] y"))
        opened = edited(made, do="set-steps", slide="one", steps=["c"], values={"trigger": "cue"}).slides[0]
        self.assertEqual((opened.waits, opened.script), ({"1": 10, "2": 20}, "[1] x [2] y"))


class FromDocuments(TestCase):
    """What a document brought and this version does not know may stay, and may not be set anew."""

    def setUp(self):
        odd = step("a", effect="swirl", params={"size": 5})
        self.show = show(
            slide(odd, step("b", effect="fade"), id="one", transition={"type": "iris"}), slide(id="two"),
            slide(id="three", transition={"type": "pushWipe", "subtype": "sideways"}),
        )  # fmt: skip

    def set(self, **values):
        return edited(self.show, do="set-slides", **values)

    def test_transitions(self):
        longer = {"type": "iris", "duration": 900}
        self.assertEqual(self.set(slides=["one"], values={"transition": longer}).slides[0].transition.duration_ms, 900)
        for slides, transition in (
            (["two"], longer),
            (["three"], {"type": "pushWipe", "subtype": "upward"}),
            (["two"], {"type": "pushWipe", "subtype": "sideways"}),
        ):
            with self.assertRaisesRegex(BadEdit, "iris|upward|sideways"):
                self.set(slides=slides, values={"transition": transition})
        self.set(slides=["three"], values={"transition": {"type": "pushWipe", "subtype": "sideways", "duration": 5}})
        self.assertEqual(self.set(values={"transition": None}).slides[0].transition.type, "cut")

    def test_of_several_transitions_only_what_is_named_is_set(self):
        made = edited(
            self.show, do="set-slides", values={"transition": {"type": "fade", "duration": 400}}, slides=["two"]
        )
        made = edited(
            made,
            do="set-slides",
            slides=["one", "two"],
            values={"transition": {"duration": 2000}},
            within_transition=True,
        )
        self.assertEqual(
            [(s.transition.type, s.transition.duration_ms) for s in made.slides[:2]], [("iris", 2000), ("fade", 2000)]
        )
        made = edited(
            made, do="set-slides", slides=["two"], values={"transition": {"duration": None}}, within_transition=True
        )
        self.assertEqual((made.slides[1].transition.type, made.slides[1].transition.duration_ms), ("fade", None))
        with self.assertRaisesRegex(BadEdit, "upward"):
            edited(
                made,
                do="set-slides",
                slides=["three"],
                values={"transition": {"subtype": "upward"}},
                within_transition=True,
            )

    def test_effects_and_settings(self):
        def set_steps(*steps: str, **values):
            return (
                edited(self.show, do="set-steps", slide="one", steps=list(steps), values=values).slides[0].running_order
            )

        self.assertEqual([s.delay_ms for s in set_steps("a", delay=70)], [70, 0])
        self.assertEqual([s.duration_ms for s in set_steps("a", "b", duration=70)], [70, 70])
        for values in ({"effect": "whirl"}, {"easing": "swoosh"}):
            with self.assertRaisesRegex(BadEdit, "whirl|swoosh"):
                set_steps("a", **values)
        with self.assertRaisesRegex(BadEdit, "no setting"):
            set_steps("b", params={"size": 5})
