"""Builds by parts: families that are made, changed and taken apart together."""

from math import cos, sin
from unittest import TestCase

from ritornel.core.edits import BadEdit
from ritornel.core.edits.families import by_of
from ritornel.core.linecheck.unknown_effects import step_complaints
from ritornel.core.model import limits
from ritornel.core.model.paths import read_path
from ritornel.core.model.reading import read_json, read_show
from ritornel.core.model.writing import write_show
from ritornel.core.score import compile, evaluate
from tests.made import edited, show, slide, step, text

LEVELS = {
    "id": "list",
    "kind": "text",
    "paragraphs": [{"text": "One"}, {"text": "under", "level": 1}, {"text": "Two words"}],
}


def order(made):
    return [
        (s.id, s.trigger, s.delay_ms, s.part and (s.part.paragraph, s.part.word, s.part.character))
        for s in made.slides[0].running_order
    ]


class By(TestCase):
    def setUp(self):
        steps = (step("a", object="box"), step("b", object="list", effect="rise", delay=50), step("c", "alongside"))
        self.made = show(slide(*steps, objects=(LEVELS,), id="one", script="[1] a [2] b"))

    def by(self, made, by, key="b"):
        return edited(made, do="build-by", slide="one", step=key, by=by)

    def test_line_by_line_each_on_a_cue_where_the_first_is(self):
        lines = self.by(self.made, "line")
        self.assertEqual(
            order(lines),
            [
                ("a", "cue", 0, None),
                ("b", "cue", 50, (0, None, None)),
                ("c", "alongside", 0, None),
                ("build-1", "cue", 50, (1, None, None)),
                ("build-2", "cue", 50, (2, None, None)),
            ],
        )
        self.assertTrue(all(s.effect == "rise" for s in lines.slides[0].running_order if s.object == "list"))
        self.assertEqual(order(self.by(lines, "whole")), order(self.made))

    def test_line_by_line_one_after_the_other_where_the_first_is_on_no_cue(self):
        free = edited(self.made, do="set-steps", slide="one", steps=["b"], values={"trigger": "alongside"})
        self.assertEqual(
            [t for _, t, _, part in order(self.by(free, "line")) if part], ["alongside", "following", "following"]
        )

    def test_a_line_with_those_under_it(self):
        made = self.by(self.made, "level")
        self.assertEqual(
            [(t, part[0]) for _, t, _, part in order(made) if part], [("cue", 0), ("alongside", 1), ("cue", 2)]
        )
        one = made.slides[0]
        self.assertEqual(by_of(one.running_order[1], one), "level")
        lines = self.by(made, "line").slides[0]
        self.assertEqual(by_of(lines.running_order[1], lines), "line")

    def test_words_and_letters_come_one_a_little_after_the_other(self):
        words = self.by(self.made, "word")
        self.assertEqual(
            [(t, d, part[:2]) for _, t, d, part in order(words) if part],
            [("cue", 50, (0, 0)), ("alongside", 170, (1, 0)), ("alongside", 290, (2, 0)), ("alongside", 410, (2, 1))],
        )
        letters = self.by(words, "character", "build-2")
        self.assertEqual(len([1 for s in order(letters) if s[3]]), 16)
        self.assertEqual(order(self.by(letters, "whole")), order(self.made))

    def test_what_has_no_parts_and_too_many_are_refused(self):
        with self.assertRaisesRegex(BadEdit, "not in the running order any more"):
            self.by(self.made, "line", "gone")
        long = show(slide(step("b", object="list"), objects=(text("list", *["word " * 900] * 3),), id="one"))
        with self.assertRaisesRegex(BadEdit, "build it by larger parts"):
            self.by(long, "word")
        self.assertEqual(order(self.by(self.made, "word", "a")), order(self.made))

    def test_a_text_that_is_changed_keeps_the_builds_of_what_is_left(self):
        words = self.by(self.made, "word")
        lines = [{"text": "Two"}, {"text": "under", "level": 1}]
        changed = edited(words, do="set-objects", slide="one", values={"list": {"paragraphs": lines}})
        self.assertEqual([p for *_, p in order(changed) if p], [(0, 0, None), (1, 0, None)])


class Adding(TestCase):
    def setUp(self):
        boxes = [
            {"id": k, "kind": "shape", "x": x, "y": y} for k, x, y in (("r", 500, 0), ("l", 10, 300), ("m", 200, 20))
        ]
        self.made = show({"id": "one", "objects": [*boxes, LEVELS | {"y": 600}]})

    def add(self, *objects, **more):
        return order(edited(self.made, do="add-builds", slide="one", objects=list(objects), **more))

    def objects(self, **more):
        made = edited(self.made, do="add-builds", slide="one", objects=["r", "l", "m"], **more)
        return [s.object for s in made.slides[0].running_order]

    def test_several_in_every_order(self):
        for along, names in (("reading", "mrl"), ("left", "lmr"), ("top", "rml"), ("selected", "rlm")):
            self.assertEqual("".join(self.objects(along=along)), names, along)

    def test_on_one_cue_on_cues_of_their_own_following_and_staggered(self):
        for how, told in (
            ({"order": "together"}, [("cue", 0), ("alongside", 0), ("alongside", 0)]),
            ({"order": "each"}, [("cue", 0)] * 3),
            ({"order": "following"}, [("cue", 0), ("following", 0), ("following", 0)]),
            ({"order": "staggered"}, [("cue", 0), ("alongside", 200), ("alongside", 400)]),
            ({"order": "staggered", "stagger": 50}, [("cue", 0), ("alongside", 50), ("alongside", 100)]),
        ):
            self.assertEqual([(t, d) for _, t, d, _ in self.add("r", "l", "m", **how)], told)

    def test_by_parts_in_each_order(self):
        self.assertEqual(
            [(t, d, p[0]) for _, t, d, p in self.add("list", by="level", order="staggered")],
            [("cue", 0, 0), ("alongside", 0, 1), ("alongside", 400, 2)],
        )
        self.assertEqual(
            [t for _, t, _, _ in self.add("list", by="word", order="following")], ["cue", *["following"] * 3]
        )


class Afterwards(TestCase):
    def seen(self, afterwards, at):
        steps = [
            step(
                f"s{n}",
                "following",
                1000,
                object="list",
                part={"paragraph": n},
                effect="fade",
                easing="linear",
                afterwards=afterwards,
            )
            for n in range(3)
        ]
        frame = evaluate(compile(show(slide(*steps, objects=(LEVELS,)))), at)
        return [round(state["visible"] * state["opacity"], 2) for state in frame.layers[-1].targets.values()]

    def test_a_part_dims_or_goes_while_the_next_comes(self):
        self.assertEqual(self.seen("stays", 3000), [1, 1, 1])
        self.assertEqual(self.seen("dims", 1000), [1, 0, 0])
        self.assertEqual(self.seen("dims", 1500), [0.68, 0.5, 0])
        self.assertEqual(self.seen("dims", 3000), [0.35, 0.35, 1])
        self.assertEqual(self.seen("goes", 3000), [0, 0, 1])

    def test_the_last_stays_and_those_that_come_together_wait_for_the_next(self):
        together = [
            step(f"s{n}", "alongside", 1000, object="list", part={"paragraph": n}, effect="fade", afterwards="goes")
            for n in (0, 1)
        ]
        third = step("s2", "following", 1000, object="list", part={"paragraph": 2}, effect="fade", afterwards="goes")
        frame = evaluate(compile(show(slide(*together, third, objects=(LEVELS,)))), 2500)
        self.assertEqual([frame.layers[-1].targets[f"list/{n}"].get("opacity", 1.0) for n in range(3)], [0, 0, 1])


class Read(TestCase):
    def test_words_are_read_where_they_come(self):
        words = [step(f"s{n}", object="list", part={"paragraph": 0, "word": n}) for n in range(3)]
        made = show(slide(*words, objects=(text("list", "One two", "Next"),)))
        waits = [g.wait_ms for g in compile(made).times[0].groups[1:]]
        self.assertEqual(
            waits, [1500, 400, 400]
        )  # a box stands there too; then "One " and "two", less 600 ms of motion
        slow = compile(show(slide(*words[:2], objects=(text("list", "One two", "Next"),)), pace={"cps": 2}))
        self.assertEqual([g.wait_ms for g in slow.times[0].groups[1:]], [2000, 1400], "Next; then One, and a space")


class Leading(TestCase):
    def setUp(self):
        boxes = [{"id": k, "kind": "shape", "x": x, "y": 0} for k, x in (("a", 0), ("b", 300))]
        self.made = show({"id": "one", "objects": boxes})

    def lead(self, *points, made=None, **more):
        return edited(made or self.made, do="lead-along", slide="one", points=[list(p) for p in points], **more)

    def test_all_of_them_go_together_from_where_each_stands(self):
        made = self.lead((100, 50), (100, 50), (200, 80), (90, 80), objects=["b", "a"], ids=["x", "y"])
        self.assertEqual(
            [(s.id, s.object, s.kind, s.effect, s.trigger, s.params["path"]) for s in made.slides[0].running_order],
            [
                ("x", "a", "path", "follow", "cue", "M0 0L100 30L-10 30"),
                ("y", "b", "path", "follow", "alongside", "M0 0L100 30L-10 30"),
            ],
        )

    def test_by_hand_it_is_smooth_and_one_that_closes_comes_back(self):
        made = self.lead((0, 0), (50, 40), (100, 0), objects=["a"], by_hand=True)
        self.assertEqual(made.slides[0].running_order[0].params["path"].count("C"), 2)
        closed = self.lead((0, 0), (50, 40), (100, 0), objects=["a"], closed=True)
        self.assertEqual(closed.slides[0].running_order[0].params["path"], "M0 0L50 40L100 0L0 0")

    def test_whatever_was_drawn_is_kept_however_long_it_is(self):
        scribble = [(600 + 500 * sin(n / 7), 300 + 200 * cos(n / 11)) for n in range(5_000)]
        made = self.lead(*scribble, objects=["a", "b"], by_hand=True)
        back = read_show(read_json(write_show(made))).slides[0].running_order
        for build in back:
            path = build.params["path"]
            self.assertTrue(4_000 < len(path) <= limits.PATH_SETTING_CHARACTERS)
            self.assertEqual(list(step_complaints(build)), [])
            for got, drawn, began in zip(read_path(path)[-1].numbers[-2:], scribble[-1], scribble[0], strict=True):
                self.assertAlmostEqual(got, drawn - began, places=2)

    def test_a_build_that_is_there_goes_along_it(self):
        built = edited(
            self.made, do="add-builds", slide="one", objects=["a"], kind="emphasis", effect="pulse", ids=["p"]
        )
        (led,) = self.lead((0, 0), (9, 9), made=built, step="p").slides[0].running_order
        self.assertEqual((led.id, led.kind, led.effect, led.params), ("p", "path", "follow", {"path": "M0 0L9 9"}))

    def test_a_point_leads_nowhere(self):
        with self.assertRaisesRegex(BadEdit, "a single point is no line"):
            self.lead((5, 5), (5, 5), objects=["a"])
