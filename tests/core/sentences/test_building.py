"""Builds to be are said, offered and seen as they will be made."""

import unittest
from typing import Any

from ritornel.core.model import Show
from ritornel.core.sentences.building import OWN, USED_MOST, Building, building_samples, building_sentence
from tests.made import clip, edited, show, slide, step, text

LIST = text("list", "First of three", "Second", "Third")


def box(key: str) -> dict[str, Any]:
    return {"id": key, "kind": "shape"}


def offered(made: Show, *objects: str, **how) -> dict[str, list[str]]:
    said = building_sentence(made, made.slides[0], Building(objects=[*objects], **how))
    return {group.words: [choice.words for choice in group.choices] for group in said.settings["what"].groups}


def said(made: Show, *objects: str, **how) -> str:
    return building_sentence(made, made.slides[0], Building(objects=[*objects], **how)).text


class Words(unittest.TestCase):
    def test_one_thing_is_said_without_what_means_nothing_for_it(self):
        made = show(slide(objects=(LIST,)))
        self.assertEqual(said(made, "box", order="each", by="word"), "“Rectangle” fades in, taking 0.6 s.")
        self.assertEqual(
            said(made, "list", order="each", by="line", duration=900),
            "“First of three” fades in, line by line, each on a cue of its own, taking 0.9 s.",
        )

    def test_several_come_in_an_order(self):
        made = show(slide(objects=(box("other"),)))
        self.assertEqual(
            said(made, "box", "other", order="staggered", stagger=250, along="left"),
            "Each of 2 objects fades in, each soon after the one before, 0.25 s apart, from the left, taking 0.6 s.",
        )


class Offered(unittest.TestCase):
    def test_on_a_plane_they_come_where_it_is_seen_nearest(self):
        lamp = {"id": "lamp", "kind": "shape", "x": 3000, "y": 400, "width": 200, "height": 200}
        of = {"plane": {"width": 4000, "height": 2250}, "views": [
            {"id": "all", "x": 2000, "y": 1125, "width": 4000}, {"id": "near", "x": 3100, "y": 500, "width": 640, "name": "The lamp"},
        ]}  # fmt: skip
        goes = [{"id": f"to-{v['id']}", "kind": "view", "view": v["id"], "trigger": t} for v, t in zip(of["views"], ("alongside", "cue"), strict=True)]  # fmt: skip
        made = show(slide(*goes, objects=(lamp,), **of))
        self.assertEqual(said(made, "lamp"), "“Rectangle” fades in, taking 0.6 s, when we are at “The lamp”.")
        sentence = building_sentence(made, made.slides[0], Building(objects=["lamp"]))
        self.assertEqual(
            {c.values.get("here") for g in sentence.settings["what"].groups for c in g.choices}, {"to-near"}
        )
        where = [(c.words, c.values) for c in sentence.settings["here"].choices]
        self.assertEqual(where, [("when we are at “View 1”", {"here": "to-all"}), ("when we are at “The lamp”", {"here": "to-near"}), ("at the end", {"here": ""})])  # fmt: skip
        self.assertTrue(said(made, "lamp", here="").endswith(", at the end."))
        self.assertTrue(said(made, "box", here="to-all").endswith("at “View 1”."))

    def test_first_what_such_things_have_most_often(self):
        boxes = (box("a"), box("b"), LIST)
        rising = slide(
            step("1", object="a", effect="rise"),
            step("2", object="list", effect="spin"),
            step("3", object="list", effect="spin"),
            objects=boxes,
        )
        made = show(slide(objects=boxes, id="new"), rising, {**rising, "id": "two"})
        self.assertEqual(offered(made, "b")[USED_MOST][:2], ["rises in", "fades in"])
        self.assertEqual(offered(made, "list")[USED_MOST][0], "spins in")

    def test_what_has_come_in_is_not_offered_to_come_in_first(self):
        made = show(slide(step("1", object="a", effect="fade"), objects=(box("a"), box("b"))))
        self.assertEqual(offered(made, "a")[USED_MOST][0], "pulses")
        self.assertEqual(offered(made, "a", "b")[USED_MOST][0], "fades in")
        self.assertIn("fades in", offered(made, "a")["comes in"])

    def test_what_is_heard_is_told_and_only_what_all_of_them_can(self):
        made = show(slide(objects=(box("a"), clip("film"), {"id": "bell", "kind": "sound", "out": 900})))
        self.assertIn("plays", offered(made, "film"))
        self.assertIn("comes in", offered(made, "film"))
        self.assertNotIn("plays", offered(made, "film", "a"))
        self.assertNotIn("comes in", offered(made, "bell"))
        self.assertEqual(offered(made, "bell")[USED_MOST][0], "plays")


class Samples(unittest.TestCase):
    def test_each_is_what_its_command_would_make(self):
        made = show(slide(step("1", object="box"), objects=(LIST,), script="Words. [1] More.", id="one"))
        building = Building(objects=["list", "box"], by="line", order="each")
        for group in building_sentence(made, made.slides[0], building).settings["what"].groups:
            samples = building_samples(made, made.slides[0], building, group.words)
            for choice in group.choices:
                built = edited(made, do="add-builds", slide="one", **building.how, **choice.values)
                steps = built.slides[0].running_order[1:]
                shown = samples[choice.sample].slide.running_order
                self.assertEqual(
                    [(s.object, s.part, s.effect) for s in shown], [(s.object, s.part, s.effect) for s in steps]
                )
                self.assertGreaterEqual(samples[choice.sample].length_ms, 0)

    def test_nobody_waits_for_a_cue_in_a_sample(self):
        made = show(slide(objects=(LIST,)))
        building = Building(objects=["list"], by="line", order="each", duration=500)
        (rising,) = (
            s for n, s in building_samples(made, made.slides[0], building, "comes in").items() if n == "entrance rise"
        )
        self.assertEqual(rising.length_ms, 1500)

    def test_effects_of_ones_own_too(self):
        own = slide(
            step("1", effect="rise"),
            step("2", "following", kind="emphasis", effect="pulse"),
            objects=(box("a"),),
            id="one",
        )
        made = edited(show(own), do="keep-effect", slide="one", steps=["1", "2"], name="Up")
        building = Building(objects=["a"])
        samples = building_samples(made, made.slides[0], building, OWN)
        self.assertEqual([s.effect for s in samples["own Up"].slide.running_order], ["rise", "pulse"])

    def test_a_sample_stays_small_whatever_is_chosen(self):
        many = tuple(text(f"t{n}", "Ever so many letters in one line, again and again") for n in range(40))
        made = show(slide(objects=many))
        building = Building(objects=[o["id"] for o in many], by="character")
        for sample in building_samples(made, made.slides[0], building, "goes out").values():
            self.assertLessEqual(len(sample.slide.running_order), 60)
