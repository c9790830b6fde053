from unittest import TestCase

from ritornel.core.linecheck import RULES
from ritornel.core.score import compile, findings
from tests.made import show, slide, step, text


class Rules(TestCase):
    def found(self, *slides: dict) -> list[str]:
        made = show(*slides)
        return [f.message for f in findings(made, compile(made))]

    def test_a_sound_show_has_no_findings(self):
        self.assertEqual(self.found(slide(step("a"), script="One [1] two")), [])
        self.assertGreaterEqual(len(RULES), 4)

    def test_too_short(self):
        self.assertEqual(
            self.found(slide(), slide(step("a", "following", 900), length=650)), ["slide 2: too short by 0.25 s"]
        )

    def test_cue_marks(self):
        self.assertEqual(
            self.found(slide(step("a"), step("b"), script="One [3] two [1] three")),
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
