"""Views change their order with all that happens there; a move to where it is changes nothing."""

from unittest import TestCase

from hypothesis import given
from hypothesis import strategies as st

from ritornel.core.edits import BadEdit, apply, read_command
from ritornel.core.model import Show
from tests.examples import examples
from tests.made import show, slide, step, text

VIEWS = [{"id": f"v{n}", "x": 640, "y": 360, "width": 600 + n} for n in range(6)]


def planned(*steps: dict, script: str = "") -> Show:
    return show(slide(*steps, objects=(text("one", "Lamp"),), id="s", views=VIEWS, plane={"width": 1280, "height": 720}, script=script))  # fmt: skip


def goes(number: int, trigger: str = "cue", **values) -> dict:
    return {"id": f"to{number}", "kind": "view", "view": f"v{number}", "trigger": trigger, **values}


def moved(of: Show, *steps: str, before: str = "") -> list[tuple[str, str]]:
    after = apply(of, read_command({"do": "move-views", "slide": "s", "steps": steps, "before": before}))
    return [(s.id, s.trigger) for s in after.slides[0].running_order]


def order(of: Show) -> list[tuple[str, str]]:
    return [(s.id, s.trigger) for s in of.slides[0].running_order]


class Order(TestCase):
    def test_what_happens_at_a_view_goes_along_and_the_script_with_it(self):
        of = planned(goes(0, "alongside"), step("a"), goes(1), step("b"), step("c", trigger="following"), goes(2), script="One [1] two [2] three [3] four [4] five.")  # fmt: skip
        self.assertEqual(moved(of, "to1", before=""), [("to0", "alongside"), ("a", "cue"), ("to2", "cue"), ("to1", "cue"), ("b", "cue"), ("c", "following")])  # fmt: skip
        after = apply(of, read_command({"do": "move-views", "slide": "s", "steps": ["to2"], "before": "to1"}))
        self.assertEqual(after.slides[0].script, "One [1] two [3] three [4] four [2] five.")

    def test_the_first_is_where_the_slide_begins_whichever_that_is_now(self):
        of = planned(step("o", trigger="alongside"), goes(0, "alongside"), step("a"), goes(1, delay=300), step("b"))
        want = [("o", "alongside"), ("to1", "alongside"), ("b", "cue"), ("to0", "cue"), ("a", "cue")]
        self.assertEqual(moved(of, "to1", before="to0"), want)
        self.assertEqual(moved(of, "to0"), want)
        late = planned(step("a"), goes(0), goes(1))
        self.assertEqual(moved(late, "to1", before="to0"), [("a", "cue"), ("to1", "cue"), ("to0", "cue")])

    def test_one_that_followed_another_in_its_cue_does_so_only_there(self):
        of = planned(goes(0, "alongside"), goes(1), goes(2, "following"), goes(3))
        self.assertEqual(moved(of, "to3", before="to1")[2:], [("to1", "cue"), ("to2", "following")])
        self.assertEqual(moved(of, "to2"), [("to0", "alongside"), ("to1", "cue"), ("to3", "cue"), ("to2", "cue")])

    def test_what_is_gone_is_said(self):
        of = planned(goes(0, "alongside"), step("a"))
        for command in ({"steps": ["a"]}, {"steps": ["to0"], "before": "gone"}):
            with self.assertRaisesRegex(BadEdit, "not in the running order"):
                apply(of, read_command({"do": "move-views", "slide": "s", **command}))

    @given(
        st.lists(st.tuples(st.booleans(), st.sampled_from(["cue", "alongside", "following"])), max_size=9), st.data()
    )
    @examples(60)
    def test_nothing_is_lost_and_a_move_to_where_it_is_changes_nothing(self, made, data):
        steps = [goes(n % 6, t) | {"id": f"to{n}"} if view else step(f"s{n}", trigger=t) for n, (view, t) in enumerate(made)]  # fmt: skip
        of = planned(*steps)
        views = [s["id"] for s in steps if s.get("kind") == "view"]
        if not views:
            return
        which = data.draw(st.sampled_from(views))
        place = views.index(which)
        self.assertEqual(moved(of, which, before=views[place + 1] if place + 1 < len(views) else ""), order(of))
        goal = data.draw(st.sampled_from([v for v in views if v != which] or [""]))
        after = [name for name, _ in moved(of, which, before=goal)]
        self.assertEqual(sorted(after), sorted(s["id"] for s in steps))
        rest = [v for v in views if v != which]
        at = rest.index(goal) if goal else len(rest)
        self.assertEqual([n for n in after if n in views], [*rest[:at], which, *rest[at:]])
