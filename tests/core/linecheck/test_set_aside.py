"""What the line check tells, what is set aside of it and why, several mends at once, and words that are learnt."""

from unittest import TestCase

from ritornel.core.linecheck import RULES, Finding, findings, found
from ritornel.core.linecheck.finding import BETTER, FAILS, NOTICED
from ritornel.core.model.reading import read_show
from ritornel.core.score import compile
from tests.made import edited


class Told(TestCase):
    def test_every_rule_says_its_weight_and_why(self):
        self.assertGreaterEqual(len(RULES), 36)
        for rule in RULES.values():
            self.assertIn(rule.weight, (FAILS, NOTICED, BETTER), rule.name)
            self.assertTrue(rule.title and rule.why.endswith("."), rule.name)


class Nothing(TestCase):
    def test_in_a_show_without_slides_nothing_is_wrong(self):
        empty = read_show({"slides": [], "beds": [{"id": "b", "asset": "gone"}], "target": 1000})
        self.assertEqual(findings(empty, compile(empty)), ())


class SetAside(TestCase):
    MADE = {"slides": [{"id": "s1", "hold": 25_000}, {"id": "s2", "hold": 26_000}]}

    def test_what_is_set_aside_is_told_apart_with_its_reason(self):
        made = read_show(self.MADE)
        which = {"kind": "nothing-happens", "slide": "s1", "reason": "A minute of silence."}
        aside = edited(made, do="set-findings-aside", findings=[which])
        told = found(aside, compile(aside))
        self.assertEqual([f.slide for f in told.open], ["s2"])
        self.assertEqual([(f.slide, why) for f, why in told.aside], [("s1", "A minute of silence.")])
        self.assertEqual([f.slide for f in findings(aside, compile(aside))], ["s2"])
        again = edited(aside, do="set-findings-aside", findings=[{**which, "reason": "Meant so."}])
        self.assertEqual([one.reason for one in again.set_aside], ["Meant so."])
        up = edited(again, do="take-findings-up", findings=[which])
        self.assertEqual((up.set_aside, len(findings(up, compile(up)))), ((), 2))

    def test_what_was_found_elsewhere_is_put_in_order_and_divided_alike(self):
        made = edited(read_show(self.MADE), do="set-findings-aside", findings=[{"kind": "contrast", "slide": "s2"}])
        also = [Finding("contrast", "s2", "faint"), Finding("contrast", "s1", "faint")]
        told = found(made, compile(made), also)
        self.assertEqual([(f.rule, f.slide) for f in told.open][:2], [("nothing-happens", "s1"), ("contrast", "s1")])
        self.assertEqual([f.slide for f, _ in told.aside], ["s2"])

    def test_of_slides_that_are_gone_nothing_stays(self):
        made = edited(read_show(self.MADE), do="set-findings-aside", findings=[{"kind": "silence", "slide": "gone"}])
        made = edited(made, do="set-findings-aside", findings=[{"kind": "silence", "slide": "s1"}])
        self.assertEqual([one.slide for one in made.set_aside], ["s1"])

    def test_several_are_mended_in_one_step_and_what_is_done_is_passed_over(self):
        made = read_show(self.MADE)
        mends = [f.mend.command for f in findings(made, compile(made))]
        gone = {"do": "set-bed", "bed": "never", "values": {}}
        mended = edited(made, do="mend", mends=[*mends, gone])
        self.assertEqual(findings(mended, compile(mended)), ())
        for wrong in ([gone], [{"do": "mend", "mends": mends}]):
            with self.assertRaises(ValueError):
                edited(made, do="mend", mends=wrong)

    def test_words_are_learnt_and_forgotten(self):
        made = edited(read_show(self.MADE), do="learn-words", words=["lightkeeper", "Skarholm"])
        made = edited(made, do="learn-words", words=["albatrosses"])
        self.assertEqual(made.words, ("Skarholm", "albatrosses", "lightkeeper"))
        self.assertEqual(edited(made, do="learn-words", words=["Skarholm"], forget=True).words, made.words[1:])

    def test_a_word_is_written_in_another_way_wherever_it_stands_whole(self):
        paragraphs = [
            {"text": "Teh lamp teh", "runs": [{"start": 4, "end": 8, "weight": 600}]},
            {"text": "teh, tehran"},
        ]
        words = {"id": "w", "kind": "text", "paragraphs": paragraphs}
        made = read_show({"slides": [{"id": "s1", "script": "teh [1] lamp", "objects": [words]}]})
        said = edited(made, do="respell", slide="s1", word="teh", instead="the")
        self.assertEqual(said.slides[0].script, "the [1] lamp")
        shown = edited(made, do="respell", slide="s1", object="w", word="teh", instead="the").slides[0].objects[0]
        self.assertEqual([p.text for p in shown.paragraphs], ["Teh lamp the", "the, tehran"])
        self.assertEqual(shown.paragraphs[0].runs[0].weight, 600)
        for wrong in ({"word": "gone"}, {"word": "teh", "object": "gone"}):
            with self.assertRaises(ValueError):
                edited(made, do="respell", slide="s1", instead="x", **wrong)
