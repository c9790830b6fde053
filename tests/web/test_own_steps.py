"""Several people at one show: each takes back what is theirs."""

from django.contrib.auth import get_user_model

from ritornel.core.edits import read_command
from ritornel.shows import in_rows, keeping, stepping
from ritornel.shows.keeping import Author
from ritornel.shows.models import Member
from tests.made import show, slide, step, text
from tests.material import OwnerCase


class OwnSteps(OwnerCase):
    def setUp(self):
        super().setUp()
        self.ebba = get_user_model().objects.create_user("ebba")
        things = (text("a", "Lamp"), text("b", "Lens"))
        self.row = self.keep(show(slide(step("a"), objects=things, id="one"), slide(id="two")))
        Member.objects.create(show=self.row, person=self.ebba, role="editor")

    def does(self, who, thing: str, **values):
        self.row.refresh_from_db()
        command = read_command({"do": "set-objects", "slide": "one", "values": {thing: values}})
        keeping.edit(self.row.pk, self.row.revision, command, Author(person=who.pk))

    def step(self, way, who) -> str:
        self.row.refresh_from_db()
        kept = way(self.row.pk, self.row.revision, Author(f"page of {who}", person=who.pk))
        self.row.refresh_from_db()
        return kept.step.label

    def at(self) -> dict[str, tuple[float, float]]:
        return {o.id: (o.x, o.y) for o in in_rows.load(self.row).slides[0].objects if o.id in "ab"}

    def test_undo_takes_back_ones_own_and_leaves_what_the_other_did_since(self):
        start = self.at()
        self.does(self.owner, "a", x=11)
        self.does(self.ebba, "b", x=22)
        self.does(self.ebba, "a", y=33)
        self.step(stepping.undo, self.owner)
        self.assertEqual(self.at(), {"a": (start["a"][0], 33), "b": (22, start["b"][1])})
        self.step(stepping.redo, self.owner)
        self.assertEqual(self.at(), {"a": (11, 33), "b": (22, start["b"][1])})

    def test_step_after_step_is_taken_back_and_again_whoever_comes_between(self):
        start = self.at()
        self.does(self.owner, "a", x=11)
        self.does(self.ebba, "b", x=1)
        self.does(self.owner, "a", x=12)
        self.does(self.ebba, "b", x=2)
        for _ in range(2):
            self.step(stepping.undo, self.owner)
        self.assertEqual(self.at()["a"], start["a"])
        with self.assertRaises(stepping.NothingThere):
            self.step(stepping.undo, self.owner)
        self.does(self.ebba, "b", x=3)
        self.step(stepping.redo, self.owner)
        self.assertEqual(self.at()["a"][0], 11)
        self.step(stepping.redo, self.owner)
        self.assertEqual(self.at(), {"a": (12, start["a"][1]), "b": (3, start["b"][1])})
        with self.assertRaises(stepping.NothingThere):
            self.step(stepping.redo, self.owner)
        self.step(stepping.undo, self.ebba)
        self.assertEqual(self.at()["b"][0], 2)

    def test_what_stands_in_the_way_is_said_with_whose_it_is(self):
        self.does(self.owner, "a", x=11)
        self.does(self.ebba, "a", x=12)
        with self.assertRaisesRegex(stepping.InTheWay, "ebba has changed the same since"):
            self.step(stepping.undo, self.owner)
        self.step(stepping.undo, self.ebba)  # then it is not in the way any more
        self.step(stepping.undo, self.owner)
        self.assertEqual(self.at()["a"][0], 0)

    def test_what_one_does_anew_ends_what_could_be_done_again(self):
        self.does(self.owner, "a", x=11)
        self.does(self.ebba, "b", x=1)
        self.step(stepping.undo, self.owner)
        self.does(self.owner, "a", y=7)
        with self.assertRaises(stepping.NothingThere):
            self.step(stepping.redo, self.owner)

    def test_a_step_of_another_that_was_taken_back_is_not_done_again_by_oneself(self):
        self.does(self.owner, "a", x=11)
        self.does(self.ebba, "b", x=1)
        self.step(stepping.undo, self.ebba)
        with self.assertRaises(stepping.NothingThere):
            self.step(stepping.redo, self.owner)
        self.step(stepping.redo, self.ebba)

    def test_pages_are_told_what_their_undo_takes_back(self):
        self.does(self.owner, "a", x=11)
        self.does(self.ebba, "b", rotation=4)
        self.row.refresh_from_db()
        labels = [stepping.steps_of(self.row, who.pk)[0].label for who in (self.owner, self.ebba)]
        self.assertEqual(labels, ["move an object", "turn an object"])
        self.step(stepping.undo, self.owner)
        answer = self.client.get(f"/shows/{self.row.pk}/state").json()
        self.assertEqual((answer["undo"], answer["redo"]["label"]), (None, "move an object"))
