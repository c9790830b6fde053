"""Effects of one's own: kept with the show, used again, taken away."""

from unittest import TestCase

from ritornel.core.edits import BadEdit
from ritornel.core.model import limits
from ritornel.core.model.patch import patch_to, patched
from ritornel.core.model.reading import read_show
from ritornel.core.model.uses import assets_used
from ritornel.core.model.writing import write_show
from tests.made import edited, show, slide, step


class Own(TestCase):
    def setUp(self):
        steps = (
            step("a", effect="rise", delay=100),
            step("b", kind="emphasis", effect="pulse", sound={"asset": "tune"}),
            step("c", "following", kind="exit", effect="fade"),
            step("d", object=""),
        )
        self.made = show(slide(*steps, id="one", objects=({"id": "other", "kind": "shape", "y": 300},)))
        self.kept = self.keep("a", "b", "c", "d")

    def keep(self, *steps, made=None, name="Hello"):
        return edited(made or self.made, do="keep-effect", slide="one", steps=list(steps), name=name)

    def test_builds_are_kept_without_their_objects_and_used_on_others(self):
        (own,) = self.kept.effects
        self.assertEqual([(s.effect, s.object) for s in own.steps], [("rise", ""), ("pulse", ""), ("fade", "")])
        used = edited(
            self.kept,
            do="use-effect",
            slide="one",
            objects=["other", "box"],
            name="Hello",
            ids=[f"n{n}" for n in range(6)],
        )
        new = used.slides[0].running_order[4:]
        self.assertEqual(
            [(s.id, s.object, s.effect, s.trigger, s.delay_ms) for s in new],
            [
                ("n0", "box", "rise", "cue", 100), ("n1", "box", "pulse", "alongside", 0), ("n2", "box", "fade", "following", 0),
                ("n3", "other", "rise", "cue", 100), ("n4", "other", "pulse", "alongside", 0), ("n5", "other", "fade", "following", 0),
            ],
        )  # fmt: skip

    def test_it_is_kept_in_documents_and_between_states_with_its_sound(self):
        self.assertEqual(read_show(write_show(self.kept)).effects, self.kept.effects)
        self.assertEqual(patched(self.made, patch_to(self.made, self.kept)).effects, self.kept.effects)
        alone = edited(self.kept, do="delete-steps", slide="one", steps=["a", "b", "c", "d"])
        self.assertIn("tune", assets_used(alone))

    def test_one_of_the_same_name_is_replaced_and_one_can_be_taken_away(self):
        again = self.keep("c", made=self.kept)
        self.assertEqual([(e.name, len(e.steps)) for e in again.effects], [("Hello", 1)])
        self.assertEqual(edited(again, do="forget-effect", name="Hello").effects, ())

    def test_what_cannot_be_kept_or_used_is_said(self):
        with self.assertRaisesRegex(BadEdit, "select builds to keep"):
            self.keep("d")
        with self.assertRaisesRegex(BadEdit, "no effect called “Bye” any more"):
            edited(self.kept, do="use-effect", slide="one", objects=["box"], name="Bye")
        with self.assertRaisesRegex(BadEdit, "select an object"):
            edited(self.kept, do="use-effect", slide="one", objects=["gone"], name="Hello")
        many = show(slide(*(step(f"s{n}", "following") for n in range(limits.BUILDS_IN_AN_EFFECT + 1)), id="one"))
        with self.assertRaisesRegex(BadEdit, "50 builds at most"):
            self.keep(*(s.id for s in many.slides[0].running_order), made=many)
