"""What the line check finds on planes: words too small in every view, things in none, moves nobody can follow."""

from tests.core.linecheck.test_shows import Found
from tests.made import step, text

PLANE = {"width": 6400, "height": 3600}
VIEWS = [
    {"id": "near", "x": 1000, "y": 500, "width": 640, "name": "The lamp"},
    {"id": "far", "x": 5000, "y": 3000, "width": 1280},
    {"id": "all", "x": 3200, "y": 1800, "width": 6400},
    {"id": "turned", "x": 1000, "y": 500, "width": 640, "turn": 61},
]


def to(view: str, trigger: str = "cue", **more) -> dict:
    return {"id": f"to-{view}", "kind": "view", "trigger": trigger, "view": view, **more}


def plane(*steps: dict, objects: tuple = ()) -> dict:
    return {"plane": PLANE, "views": VIEWS, "running_order": list(steps), "objects": list(objects)}


class Small(Found):
    rule = "small-text"

    def test_as_large_as_in_the_nearest_view(self):
        words = text("t", "Fine print", x=900, y=450, width=200, height=80, size=13)
        self.assertEqual(self.told(plane(to("near", "alongside"), objects=(words,))), [])
        less = {**words, "size": 11}
        told = "slide 1: “Fine print” is 22 units high in the nearest view of it; 24 can be read from the last row"
        self.assertEqual(self.told(plane(to("near", "alongside"), objects=(less,))), [told])
        self.assertEqual(self.mended(), [])
        far = plane(to("far", "alongside"), to("all"), objects=({**words, "size": 48},))
        self.assertEqual(len(self.told(far)), 1, "a fifth of it, seen with all of the plane")
        self.assertEqual(
            self.told(plane(to("far", "alongside"), objects=(words,))), [], "seen in no view: another rule's"
        )
        wide = {**words, "width": 700}
        self.assertEqual(self.told(plane(to("near", "alongside"), objects=(wide,))), [], "never seen as a whole")


class NeverSeen(Found):
    rule = "never-seen"

    def test_what_stands_in_no_view(self):
        there = text("t", "Here", x=900, y=450, width=200, height=80)
        self.assertEqual(self.told(plane(to("near", "alongside"), objects=(there,))), [])
        told = self.told(plane(to("far", "alongside"), objects=(there,)))
        self.assertEqual(told, ["slide 1: “Here” is never seen: it stands in no view"])
        self.assertEqual(self.told(plane(to("far"), objects=(there,))), [], "the slide begins with all of it")
        self.rule = "out-of-sight"
        built = plane(to("far", "alongside"), step("b", object="t"), objects=(there,))
        self.assertEqual(self.told(built), ["slide 1: “Here” is built in no view; show one"])


class Hasty(Found):
    rule = "hasty-view"

    def test_over_a_stage_in_no_time(self):
        def told(**more) -> list[str]:
            return self.told(plane(to("near", "alongside"), to("far", **more)))

        self.assertEqual([told(), told(duration=400), told(effect="jump")], [[], [], []])
        self.assertEqual(
            told(duration=399), ["slide 1: the move to “View 2” goes over 3.7 stages in 0.4 s; take 2.1 s"]
        )
        self.assertEqual(self.mended(), [])

    def test_turned_too_far(self):
        self.assertEqual(self.told(plane(to("near", "alongside"), to("turned"))), ["slide 1: the move to “View 4” turns by 61°; more than 60° makes one giddy"])  # fmt: skip
