from unittest import TestCase

from ritornel.core.linecheck import RULES, findings, missing_media
from ritornel.core.score import compile
from tests.made import show, slide, step, text


class Rules(TestCase):
    def found(self, *slides: dict) -> list[str]:
        made = show(*slides)
        return [f.message for f in findings(made, compile(made))]

    def test_a_sound_show_has_no_findings(self):
        self.assertEqual(self.found(slide(step("a"), script="One [1] two of them")), [])
        self.assertGreaterEqual(len(RULES), 4)

    def test_too_short(self):
        self.assertEqual(
            self.found(slide(), slide(step("a", "following", 900), length=650)), ["slide 2: too short by 0.25 s"]
        )

    def test_cue_marks(self):
        self.assertEqual(
            self.found(slide(step("a", duration=300), step("b", kind="emphasis"), script="One [3] two [1] three")),
            [
                "slide 1: the script marks cue 3, and there is no cue 3",
                "slide 1: the cue marks in the script are out of order",
                "slide 1: cue 2 has no mark in the script",
            ],
        )

    def test_unknown_effects(self):
        swirl = slide(step("a", effect="swirl", easing="boing"), transition={"type": "vanish"})
        messages = self.found(swirl)
        self.assertIn("slide 1: transition “vanish” is not known; it plays a crossfade", messages)
        self.assertIn("slide 1, build 1: there is no entrance “swirl”; it plays “appear”", messages)
        self.assertEqual(len(messages), 3)

    def test_missing_parts(self):
        built = slide(step("a", object="t", part={"paragraph": 2}), objects=(text("t", "One"),))
        self.assertEqual(self.found(built), ["slide 1, build 1: the text has no line 3"])


class ComesAndGoes(TestCase):
    def found(self, *steps: dict) -> list[tuple[str, str]]:
        made = show(slide(*steps))
        rows = findings(made, compile(made))
        return [(f.build, f.message.split("” ")[1].split(";")[0]) for f in rows if f.rule == "comes-and-goes"]

    def test_what_nobody_sees_is_found_at_its_build(self):
        into, out = step("in", "following", effect="fade"), step("out", "following", kind="exit", effect="fade")
        again, pulse = {**into, "id": "again"}, step("p", "following", kind="emphasis")
        self.assertEqual(self.found(into, pulse, out, again), [])
        self.assertEqual(self.found(into, again), [("again", "comes in while it is there already")])
        self.assertEqual(self.found(pulse, into), [("p", "moves while it is not to be seen")])
        self.assertEqual(self.found(into, out, pulse), [("p", "moves while it is not to be seen")])
        self.assertEqual(self.found(into, out, {**out, "id": "o2"}), [("o2", "goes out when it is gone already")])
        self.assertEqual([found[0] for found in self.found(out, into)], ["out"])
        self.assertEqual(self.found(pulse, out), [])

    def test_two_builds_at_once_are_one_coming(self):
        for kind in ("entrance", "exit"):
            steps = [step("a", "following", kind=kind, effect="fade"), step("b", "alongside", kind=kind, effect="grow")]
            self.assertEqual(self.found(*steps), [])
            self.assertEqual(len(self.found(*steps, {**steps[1], "id": "c", "delay": 700})), 1)

    def test_lines_and_their_text_are_looked_at_apart(self):
        lines = [step(f"l{n}", "following", object="list", part={"paragraph": n}, effect="fade") for n in (0, 1)]
        made = show(slide(step("whole", "following", object="list"), *lines, objects=(text("list", "a", "b"),)))
        self.assertEqual([f for f in findings(made, compile(made)) if f.rule == "comes-and-goes"], [])


class Media(TestCase):
    def test_what_is_missing_is_found_whatever_it_is(self):
        there = [{"id": "p", "kind": "picture"}]
        things = (
            {"id": "a", "kind": "picture", "asset": "p"},
            {"id": "b", "kind": "clip", "asset": "gone"},
            {"id": "c", "kind": "sound"},
        )
        made = show(slide(objects=things, ground={"asset": "no"}, narration={"asset": "none"}), assets=there)
        found = [f for f in findings(made, compile(made)) if f.rule == "missing-media"]
        self.assertEqual([f.object for f in found], ["b", "c", "", ""])
        self.assertEqual(missing_media(made), found)
        whole = show(slide(objects=things[:1], ground={"asset": "p"}), assets=there)
        self.assertEqual(missing_media(whole), [])
