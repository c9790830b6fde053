"""Groups, and the order from front to back."""

from typing import Any
from unittest import TestCase

from ritornel.core.edits import BadEdit
from ritornel.core.model import Show
from tests.made import edited, show


def made(groups: str = "", **more: Any) -> Show:
    """Objects a to e side by side, 100 wide and 20 apart; those named in ``groups`` are one group."""
    objects = tuple(
        {"id": i, "kind": "shape", "x": 120 * n, "y": 30 * n, "width": 100, "height": 20, "group": "g" * (i in groups)}
        for n, i in enumerate("abcde")
    )
    return show({"id": "one", "objects": list(objects)})


def order(start: Show, **command: Any) -> str:
    return "".join(o.id for o in edited(start, slide="one", **command).slides[0].objects)


class Groups(TestCase):
    def test_members_come_together_right_behind_the_nearest(self):
        grouped = edited(made(), do="group-objects", slide="one", objects=["a", "c"], group="lens")
        self.assertEqual(
            [(o.id, o.group) for o in grouped.slides[0].objects][:3], [("b", ""), ("a", "lens"), ("c", "lens")]
        )
        again = edited(grouped, do="group-objects", slide="one", objects=["c", "e"])
        self.assertEqual(
            {o.id: o.group for o in again.slides[0].objects},
            {"a": "", "b": "", "c": "group-1", "d": "", "e": "group-1"},
        )
        alone = edited(grouped, do="ungroup-objects", slide="one", objects=["a"])
        self.assertEqual({o.group for o in alone.slides[0].objects}, {""})
        with self.assertRaisesRegex(BadEdit, "two objects"):
            edited(made(), do="group-objects", slide="one", objects=["a"])

    def test_a_group_is_placed_as_one(self):
        lined = edited(made("bc"), do="align-objects", slide="one", objects=["a", "b", "c"], edge="top")
        self.assertEqual([o.y for o in lined.slides[0].objects], [0, 0, 30, 90, 120])
        first = edited(made("bc"), do="align-objects", slide="one", objects=["c", "b", "e"], edge="left", to="first")
        self.assertEqual([o.x for o in first.slides[0].objects], [0, 120, 240, 360, 120])
        with self.assertRaisesRegex(BadEdit, "two objects"):
            edited(made("bc"), do="align-objects", slide="one", objects=["b", "c"], edge="top")

    def test_copies_of_a_group_are_a_group_of_their_own(self):
        copied = edited(made("bc"), do="duplicate-objects", slide="one", objects=["a", "b", "c"])
        self.assertEqual([o.group for o in copied.slides[0].objects[5:]], ["", "group-1", "group-1"])


class Order(TestCase):
    def test_to_the_ends_a_step_and_behind_another(self):
        for to, ids, expected in (
            ("front", "b", "acdeb"), ("back", "d", "dabce"), ("nearer", "b", "acbde"), ("further", "d", "abdce"),
            ("nearer", "e", "abcde"), ("further", "a", "abcde"), ("nearer", "ac", "bdace"), ("further", "ce", "acebd"),
        ):  # fmt: skip
            self.assertEqual(order(made(), do="restack", objects=list(ids), to=to), expected, (to, ids))
        self.assertEqual(order(made(), do="restack", objects=["a"], before="d"), "bcade")
        self.assertEqual(order(made(), do="restack", objects=["a"]), "bcdea")
        with self.assertRaises(BadEdit):
            order(made(), do="restack", objects=["gone"], to="front")
