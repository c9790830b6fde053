"""Sentences for the desk: with what is on its way, and refused in words where there is nothing to say."""

from ritornel.library.models import Asset
from tests.made import edits, show, slide, step, text
from tests.material import OwnerCase


class Sentences(OwnerCase):
    def setUp(self):
        super().setUp()
        self.row = self.keep(
            show(
                slide(step("a"), id="one", title="A ring", objects=(text("list", "First", "Second"),)),
                slide(id="two", title="The bath"),
            )
        )
        self.client.force_login(self.owner)

    def ask(self, **body):
        return self.client.post(f"/shows/{self.row.pk}/sentence", body, content_type="application/json")

    def text(self, answer):
        return "".join(clause["words"] for clause in answer.json()["sentence"]["clauses"])

    def test_a_transition_with_the_commands_on_their_way_and_samples_of_the_group_that_is_looked_at(self):
        push = {"do": "set-slides", "slides": ["two"], "values": {"transition": {"type": "pushWipe"}}}
        answer = self.ask(
            slide="two", commands=[push, {"do": "delete-steps", "slide": "gone", "steps": ["x"]}], group="turns"
        )
        self.assertTrue(self.text(answer).startswith("“The bath” pushes “A ring” from the right"))
        samples = answer.json()["samples"]
        self.assertIn("cube left", samples)
        self.assertEqual(samples["cube left"]["length"], samples["cube left"]["plan"]["duration"])
        self.assertEqual(self.ask(slide="two").json()["samples"], {})

    def test_one_that_no_slide_has_yet(self):
        answer = self.ask(slide="two", transition={"type": "ellipseWipe"})
        self.assertTrue(self.text(answer).startswith("“Each picture” opens out of “the slide before” as a circle"))

    def test_a_build_and_samples_of_a_kind(self):
        answer = self.ask(slide="one", step="a", group="goes out")
        self.assertIn("appears, on cue 1", self.text(answer))
        self.assertIn("exit fade", answer.json()["samples"])

    def test_builds_that_are_not_there_yet_and_samples_of_what_they_would_be(self):
        building = {"objects": ["list"], "by": "line", "order": "staggered", "stagger": 300}
        answer = self.ask(slide="one", building=building, group="comes in").json()
        words = "".join(clause["words"] for clause in answer["sentence"]["clauses"])
        self.assertEqual(
            words, "“First” fades in, line by line, each soon after the one before, 0.3 s apart, taking 0.6 s."
        )
        rising = answer["samples"]["entrance rise"]
        self.assertEqual([target["key"] for target in rising["targets"]], ["list/0", "list/1"])
        self.assertGreater(rising["length"], 300)

    def test_what_is_gone_is_said(self):
        for body, words in (
            ({"slide": "one", "building": {"objects": ["gone"]}}, "select an object to build"),
            ({"slide": "gone"}, "that slide is not in the show any more"),
            ({"slide": "one", "step": "gone"}, "that build is not in the running order any more"),
            ({"slide": "one", "transition": {"type": 7}}, "type"),
            ({}, "slide"),
        ):
            answer = self.ask(**body)
            self.assertEqual(answer.status_code, 400)
            self.assertIn(words, answer.json()["error"])


class ShippedSounds(OwnerCase):
    def test_one_that_is_chosen_is_taken_into_the_library_once(self):
        row = self.keep(show(slide(step("a"), id="one"), slide(id="two")))
        self.client.force_login(self.owner)
        said = self.client.post(
            f"/shows/{row.pk}/sentence", {"slide": "one", "step": "a"}, content_type="application/json"
        ).json()
        bell = next(c for c in said["sentence"]["settings"]["sound"]["choices"] if c["words"] == "a bell")
        asset = bell["values"]["sound"]["asset"]
        self.assertEqual(said["heard"][asset], "/static/library/spots/bell.ogg")
        set_step = {"do": "set-steps", "slide": "one", "steps": ["a"], "values": bell["values"]}
        transition = {"transition": {"type": "fade", "sound": {"asset": asset}}}
        set_slide = {"do": "set-slides", "slides": ["two"], "values": transition}
        answer = self.client.post(
            f"/shows/{row.pk}/edit", edits(0, set_step, set_slide), content_type="application/json"
        )
        self.assertEqual([r["done"] for r in answer.json()["results"]], [True, True])
        self.assertEqual(
            [(a.sha256, a.name, a.licence) for a in Asset.objects.filter(owner=self.owner)],
            [(asset, "a bell.ogg", "CC0 1.0, made for Ritornel")],
        )
        self.assertEqual(answer.json()["assets"][asset]["kind"], "sound")
        spans = [s for s in answer.json()["slides"]["one"]["score"]["spans"] if s["source"] == "spot"]
        self.assertEqual([s["asset"] for s in spans], [asset])
