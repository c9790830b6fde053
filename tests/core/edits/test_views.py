"""Views of a plane: drawn, framed, of all; the plane grows with them, and cues keep their numbers."""

from unittest import TestCase

from ritornel.core.edits import BadEdit, apply, read_command
from ritornel.core.model import Show
from ritornel.core.model.plane import Plane
from tests.made import show, slide, step, text

START = show(
    slide(
        step("a"),
        step("b"),
        objects=(
            text("one", "Lamp", x=100, y=100, width=200, height=100),
            text("two", "Lens", x=3000, y=900, width=100, height=400),
        ),
        id="s",
        script="It turns [1] and [2] stands.",
    )
)
LAMP = {"x": 2000, "y": 900, "width": 640, "name": "The lamp"}


def done(start: Show, *commands: dict) -> Show:
    for command in commands:
        start = apply(start, read_command({"slide": "s", **command}))
    return start


class Views(TestCase):
    def steps(self, of: Show) -> list[tuple[str, str, str]]:
        return [(s.id, s.trigger, s.view) for s in of.slides[0].running_order]

    def test_the_first_is_where_the_slide_begins_and_others_come_on_cues(self):
        of = done(START, {"do": "add-views", "views": [LAMP, {"x": 640, "y": 360, "width": 1280}]})
        self.assertEqual(self.steps(of), [("build-1", "alongside", "view-1"), ("a", "cue", ""), ("b", "cue", ""), ("build-2", "cue", "view-2")])  # fmt: skip
        self.assertEqual(of.slides[0].script, START.slides[0].script)
        self.assertEqual((of.slides[0].views[0].name, of.slides[0].views[1].width), ("The lamp", 1280))
        more = done(
            of, {"do": "add-views", "views": [{**LAMP, "turn": 90}], "after": "a", "ids": ["v"], "builds": ["to-v"]}
        )
        self.assertEqual(self.steps(more)[2], ("to-v", "cue", "v"))
        self.assertEqual(more.slides[0].script, "It turns [1] and [3] stands.")

    def test_the_plane_grows_as_far_as_they_need(self):
        of = done(START, {"do": "add-views", "views": [LAMP]})
        self.assertEqual(of.slides[0].plane, Plane(width=2320, height=1080))
        left = done(of, {"do": "set-views", "values": {"view-1": {"x": -1000, "turn": 90}}})
        self.assertEqual(left.slides[0].plane, Plane(x=-1180, y=0, width=3500, height=1220))
        with self.assertRaisesRegex(BadEdit, "12 stages wide"):
            done(of, {"do": "set-views", "values": {"view-1": {"x": 20_000}}})
        wide = {"do": "set-slides", "slides": ["s"], "values": {"plane": {"width": 12 * 1280 + 1, "height": 720}}}
        with self.assertRaisesRegex(ValueError, "12 stages wide"):
            apply(of, read_command(wide))
        with self.assertRaisesRegex(BadEdit, "not on the slide any more"):
            done(of, {"do": "set-views", "values": {"gone": {"x": 1}}})
        for wrong in ({"width": 0}, {"id": "x"}, {"turn": 1e9}, {"height": 5}):
            with self.assertRaises(ValueError):
                done(of, {"do": "add-views", "views": [{**LAMP, **wrong}]})
        with self.assertRaisesRegex(BadEdit, "draw a view"):
            done(of, {"do": "add-views", "views": []})

    def test_objects_are_framed_together_or_each(self):
        both = done(START, {"do": "frame-objects", "objects": ["two", "one"]}).slides[0].views[0]
        self.assertEqual((both.x, both.y), (1600, 700))
        self.assertAlmostEqual(both.width, 3000 * 1.12)
        each = done(START, {"do": "frame-objects", "objects": ["two", "one"], "each": True}).slides[0].views
        self.assertEqual([(v.x, v.y) for v in each], [(200, 150), (3050, 1100)])
        self.assertAlmostEqual(each[1].width, 400 * 16 / 9 * 1.12)
        with self.assertRaisesRegex(BadEdit, "select"):
            done(START, {"do": "frame-objects", "objects": ["gone"]})

    def test_all_of_it_at_the_beginning_and_at_the_end(self):
        of = done(START, {"do": "add-views", "views": [LAMP]}, {"do": "add-overviews"})
        (x, y, width) = (of.slides[0].views[-1].x, of.slides[0].views[-1].y, of.slides[0].views[-1].width)
        self.assertEqual((x, y, width), (1160, 540, 2320))
        triggers = [(trigger, view) for _, trigger, view in self.steps(of)]
        self.assertEqual(
            triggers, [("alongside", "view-2"), ("cue", "view-1"), ("cue", ""), ("cue", ""), ("cue", "view-2")]
        )
        self.assertEqual(of.slides[0].script, "It turns [2] and [3] stands.")
        again = done(of, {"do": "add-overviews", "at": "begin"})
        self.assertEqual(again.slides[0].running_order, of.slides[0].running_order)
        alone = done(START, {"do": "add-overviews", "at": "end"})
        self.assertEqual((alone.slides[0].plane, self.steps(alone)[-1][2]), (Plane(width=1280, height=720), "view-1"))

    def test_copies_go_as_they_went_on_any_slide(self):
        of = done(START, {"do": "add-views", "views": [LAMP, {"x": 640, "y": 360, "width": 1280}]})
        slow = {"id": "q", "kind": "view", "view": "view-1", "effect": "glide", "duration": 900}
        copied = {"do": "paste-views", "views": [{"id": "view-1", **LAMP}], "after": "a", "builds": ["n"]}
        both = done(of, {**copied, "steps": [slow]}).slides[0]
        step = both.running_order[2]
        self.assertEqual((step.id, step.view, step.effect, step.duration_ms, step.trigger), ("n", "view-3", "glide", 900, "cue"))  # fmt: skip
        self.assertEqual((both.views[2].name, both.views[2].x, both.script), ("The lamp", 2000, "It turns [1] and [3] stands."))  # fmt: skip
        first = done(START, {**copied, "steps": [slow], "after": None}).slides[0]
        self.assertEqual((first.plane, first.running_order[0].trigger), (Plane(width=2320, height=1080), "alongside"))
        with self.assertRaisesRegex(BadEdit, "select a view"):
            done(of, {"do": "paste-views", "views": []})

    def test_builds_come_behind_what_happens_at_a_view(self):
        of = done(START, {"do": "add-views", "views": [LAMP], "builds": ["to-lamp"]})
        of = done(
            of, {"do": "add-views", "views": [{"x": 640, "y": 360, "width": 1280}], "after": "a", "builds": ["to"]}
        )
        new = {"do": "add-builds", "objects": ["two"], "here": "to-lamp", "ids": ["n"]}
        once = done(of, new)
        self.assertEqual(self.steps(once)[1:3], [("a", "cue", ""), ("n", "following", "")])
        twice = done(once, {**new, "objects": ["one", "two"], "order": "each", "ids": ["p", "q"]})
        self.assertEqual([(s.id, s.trigger) for s in twice.slides[0].running_order][:6],
            [("to-lamp", "alongside"), ("a", "cue"), ("n", "following"), ("p", "cue"), ("q", "cue"), ("to", "cue")])  # fmt: skip
        self.assertEqual(twice.slides[0].script, "It turns [1] and [5] stands.")
        last = done(once, {**new, "here": "to", "ids": ["z"]})
        self.assertEqual([s.id for s in last.slides[0].running_order], ["to-lamp", "a", "n", "to", "b", "z"])
        gone = done(once, {**new, "here": "gone", "ids": ["z"]}).slides[0].running_order[-1]
        self.assertEqual((gone.id, gone.trigger), ("z", "cue"))

    def test_in_a_group_that_goes_on_to_another_view_builds_come_before_that(self):
        of = done(START, {"do": "add-views", "views": [LAMP], "builds": ["to-lamp"]})
        of = done(of, {"do": "add-views", "views": [LAMP], "builds": ["on"], "after": "to-lamp"})
        of = done(of, {"do": "set-steps", "steps": ["on"], "values": {"trigger": "following"}})
        new = {"do": "add-builds", "objects": ["two", "one"], "here": "to-lamp", "order": "each", "ids": ["n", "m"]}
        order = [(s.id, s.trigger) for s in done(of, new).slides[0].running_order]
        self.assertEqual(order[:4], [("to-lamp", "alongside"), ("n", "following"), ("m", "following"), ("on", "following")])  # fmt: skip

    def test_taken_away_with_what_goes_there(self):
        of = done(START, {"do": "add-views", "views": [LAMP, LAMP]})
        gone = done(of, {"do": "delete-views", "views": ["view-2"]})
        self.assertEqual(([v.id for v in gone.slides[0].views], len(gone.slides[0].running_order)), (["view-1"], 3))
        self.assertEqual(done(gone, {"do": "delete-views", "views": ["view-1"]}).slides[0].running_order, START.slides[0].running_order)  # fmt: skip
