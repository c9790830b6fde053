"""Builds dragged past their neighbours, several at once, and cues stretched."""

from unittest import TestCase

from ritornel.core.edits import BadEdit
from ritornel.core.score import compile
from tests.made import edited, show, slide, spans, step, text


def order(made):
    return [(s.id, s.trigger, s.delay_ms) for s in made.slides[0].running_order]


class Dragged(TestCase):
    """a 0..600, b alongside 200..800, c following 800..1400; cue 1 at 2900: d, e alongside it; cue 2: f."""

    def setUp(self):
        steps = (
            step("a", "following"),
            step("b", "alongside", delay=200),
            step("c", "following"),
            step("d"),
            step("e", "alongside", delay=100),
            step("f"),
        )
        self.made = show(slide(*steps, id="one", objects=(text("t", "Words"),)))
        self.times = self.at(self.made)

    def at(self, made):
        return {t.step.id: t.start_ms for g in compile(made).times[0].groups for t in g.steps}

    def drag(self, name: str, by: int, **more):
        return edited(self.made, do="drag-build", slide="one", step=name, by=by, **more)

    def test_inside_its_place_only_its_delay_changes(self):
        self.assertEqual(order(self.drag("b", 100))[1], ("b", "alongside", 300))
        self.assertEqual(order(self.drag("c", 250))[2], ("c", "following", 250))

    def test_in_the_last_cue_one_that_leaves_those_it_came_with_follows_them(self):
        steps = (step("a"), step("b", "alongside", delay=100), step("c", "alongside", delay=200))
        self.made = show(slide(*steps, id="one"))
        self.assertEqual(order(self.drag("b", 2000))[-1][:2], ("b", "following"))
        self.assertEqual([key for key, trigger, _ in order(self.drag("b", 300)) if trigger == "following"], [])

    def test_at_or_after_what_follows_it_begins_alongside_that(self):
        made = self.drag("a", 850)
        self.assertEqual(order(made)[:3], [("b", "following", 200), ("c", "following", 0), ("a", "alongside", 50)])
        self.assertEqual(self.at(made)["a"], self.times["a"] + 850)

    def test_before_the_end_of_what_it_followed_it_is_alongside_that(self):
        made = self.drag("c", -300)
        self.assertEqual(order(made)[:3], [("a", "following", 0), ("b", "alongside", 200), ("c", "alongside", 500)])
        self.assertEqual(self.at(made)["c"], 500)

    def test_after_the_end_of_all_it_follows(self):
        made = self.drag("b", 1400)
        self.assertEqual(order(made)[:3], [("a", "following", 0), ("c", "following", 0), ("b", "following", 400)])
        self.assertEqual(self.at(made)["b"], 1600)

    def test_on_a_cue_it_belongs_to_the_cue(self):
        made = self.drag("c", self.times["d"] - self.times["c"])
        cue = compile(made).times[0].groups[1]
        self.assertEqual([t.step.id for t in cue.steps], ["d", "e", "c"])
        self.assertEqual(order(made)[4], ("c", "alongside", 0))

    def test_what_opens_a_cue_keeps_it_wherever_it_is_dragged(self):
        for to in (
            self.times["a"],
            self.times["d"] + 300,
            self.times["d"] - 200,
            self.times["f"] - 50,
            self.times["f"] + 900,
        ):
            made = self.drag("f", to - self.times["f"])
            groups = compile(made).times[0].groups
            self.assertEqual([len(g.steps) for g in groups], [3, 1, 2] if to < self.times["d"] else [3, 2, 1], to)
            opened = next(g for g in groups if g.steps[0].step.id == "f")
            nearest = max(to, groups[opened.cue - 1].settle_ms)
            pushed = opened.settle_ms if to < self.times["d"] else 0
            self.assertEqual((opened.start_ms, self.at(made)["d"]), (nearest, max(self.times["d"], pushed)), to)

    def test_before_others_it_is_the_cue_before_them_and_marks_in_the_script_stay_in_order(self):
        made = edited(self.made, do="write-script", slide="one", script="It [1] floats, [2] see.", was="")
        made = edited(made, do="set-slides", slides=["one"], values={"cue_advance": {"2": "clock"}})
        times = self.at(made)
        made = edited(made, do="drag-build", slide="one", step="f", by=times["d"] - 200 - times["f"])
        self.assertEqual(
            (made.slides[0].script, made.slides[0].cue_advance), ("It [1] floats, [2] see.", {"1": "clock"})
        )
        self.assertEqual((self.at(made)["f"], self.at(made)["d"]), (times["d"] - 200, times["d"] + 400))

    def test_with_a_voice_its_mark_goes_along(self):
        voice = {"asset": "v", "marks": [3000, 5000]}
        made = edited(self.made, do="set-slides", slides=["one"], values={"narration": voice})
        made = edited(made, do="drag-build", slide="one", step="f", by=-2600)
        self.assertEqual(made.slides[0].narration.marks, (2400, 3000))
        self.assertEqual([g.steps[0].step.id for g in compile(made).times[0].groups], ["a", "f", "d"])

    def test_if_it_says_so_it_joins_what_it_is_dragged_into(self):
        made = self.drag("f", -(self.times["f"] - self.times["d"] - 300), joins=True)
        self.assertEqual(len(compile(made).times[0].groups), 2)
        self.assertEqual(order(made)[-1], ("f", "alongside", 300))
        self.assertEqual(self.at(made)["f"], self.times["d"] + 300)

    def test_what_opens_a_cue_with_others_takes_its_cue_along(self):
        made = self.drag("d", 500)
        self.assertEqual(self.at(made)["e"], self.times["e"] + 500)
        self.assertEqual([t for _, t, _ in order(made)], [t for _, t, _ in order(self.made)])

    def test_several_move_alike_and_what_a_cue_takes_along_moves_once(self):
        made = self.drag("b", 100, others=["d", "e"])
        told = self.at(made)
        self.assertEqual(
            {k: told[k] - v for k, v in self.times.items()}, {"a": 0, "b": 100, "c": 100, "d": 200, "e": 200, "f": 200}
        )

    def test_wherever_it_is_dragged_before_the_next_cue_it_begins_there_and_all_are_still_there(self):
        for name in ("a", "b", "c"):
            for to in range(0, self.times["d"], 50):
                made = self.drag(name, to - self.times[name])
                self.assertEqual(self.at(made)[name], to, (name, to))
                self.assertEqual(sorted(self.at(made)), list("abcdef"))
                told = {s.id: s for s in made.slides[0].running_order}[name]
                running = [n for n in "abc" if n != name and self.at(made)[n] <= to < self.at(made)[n] + 600]
                if told.trigger == "alongside":
                    self.assertTrue(running or to == 0 or name == "b", (name, to))

    def test_at_the_ends_of_others_to_the_millisecond(self):
        for name, to, trigger, delay in (
            ("b", 799, "alongside", 799),
            ("b", 800, "alongside", 200),
            ("b", 1199, "alongside", 599),
            ("b", 1200, "following", 0),
            ("b", 1201, "following", 1),
            ("c", 799, "alongside", 799),
            ("c", 800, "following", 0),
            ("c", 801, "following", 1),
        ):
            made = self.drag(name, to - self.times[name])
            self.assertEqual([s for s in order(made) if s[0] == name], [(name, trigger, delay)], to)

    def test_from_the_beginning_of_the_slide_nothing_goes_further(self):
        made = self.drag("c", -90_000)
        self.assertEqual(self.at(made)["c"], 0)


class Stretched(TestCase):
    def setUp(self):
        steps = (step("a", "following"), step("b", duration=400, delay=100), step("c", "following", 500))
        self.made = show(slide(*steps, id="one"))

    def test_all_of_a_cue_takes_longer_alike(self):
        made = edited(self.made, do="stretch-cue", slide="one", cue=1, by=1000)
        self.assertEqual(
            [(s.delay_ms, s.duration_ms) for s in made.slides[0].running_order], [(0, 600), (200, 800), (0, 1000)]
        )
        times = spans(compile(made).times[0])
        self.assertEqual(times["c"][1] - times["b"][0] + 200, 2000)

    def test_the_next_cue_stays_until_it_is_met(self):
        steps = (step("a"), step("b", "alongside"), step("c"))
        made = show(slide(*steps, id="one"))
        first = compile(made).times[0].groups
        room = first[2].start_ms - first[1].settle_ms
        for by, pushed in ((room - 100, 0), (room, 0), (room + 300, 300)):
            groups = compile(edited(made, do="stretch-cue", slide="one", cue=1, by=by)).times[0].groups
            self.assertEqual(groups[1].settle_ms, first[1].settle_ms + by)
            self.assertEqual(groups[2].start_ms, first[2].start_ms + pushed)

    def test_never_to_nothing(self):
        made = edited(self.made, do="stretch-cue", slide="one", cue=1, by=-90_000)
        self.assertEqual([s.duration_ms for s in made.slides[0].running_order], [600, 50, 50])

    def test_a_cue_that_is_gone_and_one_without_time(self):
        with self.assertRaisesRegex(BadEdit, "that cue is not on the slide any more"):
            edited(self.made, do="stretch-cue", slide="one", cue=4, by=10)
        still = show(slide(step("a", duration=0), id="one"))
        with self.assertRaisesRegex(BadEdit, "nothing in that cue that takes time"):
            edited(still, do="stretch-cue", slide="one", cue=1, by=10)
